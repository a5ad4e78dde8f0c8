import { allInstruments } from '@stride/core/instrument';
import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { useMatch, useNavigate } from 'react-router';
import { STAGES } from '../bench/stages.ts';
import { useShelf } from '../store/use-store.ts';
import { applyTheme, THEMES } from './theme.ts';

interface PaletteProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly onHelp: () => void;
  readonly onTour: () => void;
}

const ITEM = 'cursor-pointer rounded-lg px-3 py-2 data-[selected=true]:bg-choice';
const HEADING =
  '[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-sm [&_[cmdk-group-heading]]:text-quiet';

/** Finds any rhythm, place or action by a few letters. */
export default function Palette({ open, onOpenChange, onHelp, onTour }: PaletteProps) {
  const shelf = useShelf();
  const navigate = useNavigate();
  const openId = useMatch('/bench/:id/*')?.params.id;
  const go = (action: () => void) => () => {
    onOpenChange(false);
    action();
  };
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[12vh] left-1/2 z-40 w-[min(560px,calc(100vw-2rem))] -translate-x-1/2 rounded-2xl border border-edge bg-card p-2 shadow-2xl"
        >
          <Dialog.Title className="sr-only">Find anything</Dialog.Title>
          <Command label="Find anything">
            <Command.Input
              placeholder="A rhythm, a place, something to do"
              className="h-11 w-full rounded-lg bg-transparent px-3 text-lg"
            />
            <Command.List className="max-h-[50vh] overflow-y-auto">
              <Command.Empty className="px-3 py-4 text-quiet">
                Nothing is called that here.
              </Command.Empty>
              <Command.Group heading="Rhythms" className={HEADING}>
                {shelf.data?.map(({ id, rhythm }) => (
                  <Command.Item
                    key={id}
                    value={`${rhythm.name} ${rhythm.tags.join(' ')} ${id}`}
                    className={ITEM}
                    onSelect={go(() => navigate(`/bench/${encodeURIComponent(id)}/write`))}
                  >
                    {rhythm.name}
                  </Command.Item>
                ))}
              </Command.Group>
              {openId ? (
                <Command.Group heading="This rhythm" className={HEADING}>
                  {STAGES.map(({ to, label, what }) => (
                    <Command.Item
                      key={to}
                      value={`${label} this rhythm`}
                      className={ITEM}
                      onSelect={go(() => navigate(`/bench/${encodeURIComponent(openId)}/${to}`))}
                    >
                      {label}: {what}
                    </Command.Item>
                  ))}
                </Command.Group>
              ) : null}
              <Command.Group heading="Places and actions" className={HEADING}>
                <Command.Item className={ITEM} onSelect={go(() => navigate('/'))}>
                  Shelf
                </Command.Item>
                <Command.Item className={ITEM} onSelect={go(() => navigate('/?new'))}>
                  New rhythm
                </Command.Item>
                <Command.Item className={ITEM} onSelect={go(() => navigate('/bench'))}>
                  Bench: the rhythm edited last
                </Command.Item>
                <Command.Item className={ITEM} onSelect={go(() => navigate('/crossing'))}>
                  Crossing: pulses against one another
                </Command.Item>
                <Command.Item className={ITEM} onSelect={go(() => navigate('/landing'))}>
                  Landing: cadences that end on the one
                </Command.Item>
                <Command.Item className={ITEM} onSelect={go(() => navigate('/guide'))}>
                  Guide: strokes, care, words
                </Command.Item>
                <Command.Item className={ITEM} onSelect={go(onHelp)}>
                  Keys and words
                </Command.Item>
                <Command.Item className={ITEM} onSelect={go(onTour)}>
                  The tour again
                </Command.Item>
                {THEMES.map((theme) => (
                  <Command.Item key={theme} className={ITEM} onSelect={go(() => applyTheme(theme))}>
                    Theme: {theme}
                  </Command.Item>
                ))}
              </Command.Group>
              <Command.Group heading="Strokes in the Guide" className={HEADING}>
                {allInstruments().map(({ id, name, also }) => (
                  <Command.Item
                    key={id}
                    value={`${name} ${also?.join(' ') ?? ''} strokes`}
                    className={ITEM}
                    onSelect={go(() => navigate(`/guide?instrument=${id}`))}
                  >
                    {name}
                    {also ? <span className="text-quiet">, {also.join(', ')}</span> : null}
                  </Command.Item>
                ))}
              </Command.Group>
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

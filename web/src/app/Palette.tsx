import { CATALOGUE, entryWords } from '@stride/core/catalogue';
import { describeCycle } from '@stride/core/cycle';
import { spelling } from '@stride/core/wording';
import { useQuery } from '@tanstack/react-query';
import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { useMemo, useRef, useState } from 'react';
import { useMatch, useNavigate } from 'react-router';
import { STAGES } from '../bench/stages.ts';
import { database } from '../store/db.ts';
import { knownInstruments } from '../store/known-instruments.ts';
import { useShelf } from '../store/use-store.ts';
import { screenElement } from '../ui/screen.ts';
import { type Found, find } from './find.ts';
import { focusScreen } from './focus.ts';
import { offersNow } from './offers.ts';
import { PLACES } from './places.tsx';
import { reach } from './reach.ts';
import { SETTINGS } from './settings.ts';
import { applyTheme, THEMES } from './theme.ts';
import { WORDS } from './words.ts';

interface PaletteProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  /** @param word one to begin at */
  readonly onHelp: (word?: string) => void;
  readonly onSound: () => void;
  readonly onTour: () => void;
}

const ITEM = 'cursor-pointer rounded-lg px-3 py-2 data-[selected=true]:bg-choice';
const HEADING =
  '[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-sm [&_[cmdk-group-heading]]:text-quiet';

/** The cycles of the catalogue, with what each is found by: made once. */
let known: readonly (Omit<Found, 'run'> & { readonly words: string })[] | undefined;
function cycles() {
  known ??= CATALOGUE.map((entry) => ({
    group: 'New rhythm in a cycle',
    key: entry.id,
    label: `${entry.name}, ${describeCycle(entry.cycle)}`,
    find: [entry.name, ...entry.also, spelling(entry.name), ...entry.also.map(spelling)].join(' '),
    words: entryWords(entry),
  }));
  return known;
}

/** Finds any rhythm, place, action, setting or word by a few letters. */
export default function Palette({ open, onOpenChange, onHelp, onSound, onTour }: PaletteProps) {
  const { cards } = useShelf();
  const navigate = useNavigate();
  const openId = useMatch('/bench/:id/*')?.params.id;
  const [words, setWords] = useState('');
  const cameFrom = useRef(
    document.activeElement instanceof HTMLElement || document.activeElement instanceof SVGElement
      ? document.activeElement
      : null,
  );
  const chosen = useRef<() => void>(undefined);
  const settingsOf = openId ?? cards?.[0]?.id;
  const places = useMemo((): readonly Found[] => {
    const to = (path: string) => () => void navigate(path);
    return [
      ...offersNow().flatMap(({ group, offers }) =>
        offers.map(
          ({ label, also = '', keys, run }): Found => ({
            group,
            label,
            find: `${label} ${also}`,
            ...(keys ? { keys } : {}),
            run,
          }),
        ),
      ),
      ...(openId
        ? STAGES.map(
            (stage): Found => ({
              group: 'This rhythm',
              label: `${stage.label}: ${stage.what}`,
              find: `${stage.label} ${stage.what} this rhythm`,
              run: to(`/bench/${encodeURIComponent(openId)}/${stage.to}`),
            }),
          )
        : []),
      ...(
        [
          ...PLACES.map(
            ({ path, label, what }) => [what ? `${label}: ${what}` : label, to(path)] as const,
          ),
          ['New rhythm', to('/?new')],
          ['Keys and words', () => onHelp()],
          ['Sound: room, left and right, click, spoken voice', onSound],
          ['The tour again', onTour],
          ...THEMES.map((theme) => [`Theme: ${theme}`, () => applyTheme(theme)] as const),
        ] as const
      ).map(([label, run]): Found => ({ group: 'Places and actions', label, find: label, run })),
      ...(settingsOf === undefined
        ? []
        : SETTINGS.map(
            ({ label, also, stage, reach: names }): Found => ({
              group: 'Settings',
              label,
              find: `${label} ${also}`,
              run() {
                void navigate(`/bench/${encodeURIComponent(settingsOf)}/${stage}`);
                void reach(...names);
              },
            }),
          )),
      ...cycles().map(
        ({ words, ...cycle }): Found => ({
          ...cycle,
          run: to(`/?new&cycle=${encodeURIComponent(words)}`),
        }),
      ),
      ...WORDS.map(
        ([word, meaning, also = '']): Found => ({
          group: 'Words',
          key: word,
          label: `${word}: ${meaning}`,
          find: `${word} ${also} ${meaning}`,
          run: () => onHelp(word),
        }),
      ),
      ...knownInstruments().map(
        ({ id, name, also }): Found => ({
          group: 'Strokes in the Guide',
          label: [name, ...(also ?? [])].join(', '),
          find: `${name} ${also?.join(' ') ?? ''} strokes`,
          run: to(`/guide?instrument=${id}`),
        }),
      ),
    ];
  }, [navigate, openId, settingsOf, onHelp, onSound, onTour]);
  const rhythms = useMemo(
    () =>
      (cards ?? []).map(
        (card): Found => ({
          group: 'Rhythms',
          key: card.id,
          label: card.name,
          find: card.find,
          run: () => void navigate(`/bench/${encodeURIComponent(card.id)}/write`),
        }),
      ),
    [cards, navigate],
  );
  const { data: kept } = useQuery({
    queryKey: ['form-names'],
    gcTime: 0,
    queryFn: async () => (await database.forms.toArray()).map(({ id, form }) => [id, form.name]),
  });
  const forms = useMemo(
    () =>
      (kept ?? []).map(
        ([id = '', name = '']): Found => ({
          group: 'Forms',
          key: id,
          label: name,
          find: `${name} form`,
          run: () => void navigate(`/form/${encodeURIComponent(id)}`),
        }),
      ),
    [kept, navigate],
  );
  const groups = useMemo(
    () => find(words, [rhythms, forms, places]),
    [words, rhythms, forms, places],
  );
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/40" />
        <Dialog.Content
          data-modal
          aria-describedby={undefined}
          onCloseAutoFocus={(event) => {
            // Where one was, if that is still there; else the screen. What was chosen is done after that, so that what it
            // opens or goes to has the focus.
            event.preventDefault();
            const from = cameFrom.current;
            const act = chosen.current;
            if (from?.isConnected && (!act || screenElement()?.contains(from))) from.focus();
            else focusScreen();
            act?.();
          }}
          className="card fixed top-[12vh] left-1/2 z-40 w-[min(560px,calc(100vw-2rem))] -translate-x-1/2 p-2 shadow-2xl"
        >
          <Dialog.Title className="sr-only">Find anything</Dialog.Title>
          <Command label="Find anything" shouldFilter={false}>
            <Command.Input
              value={words}
              onValueChange={setWords}
              placeholder="A rhythm, a place, something to do, a setting, a word"
              className="h-11 w-full rounded-lg bg-transparent px-3 text-lg"
            />
            <Command.List className="max-h-[50vh] overflow-y-auto">
              <Command.Empty className="px-3 py-4 text-quiet">
                Nothing is called that here.
              </Command.Empty>
              {groups.map(({ group, found, more }) => (
                <Command.Group key={group} heading={group} className={HEADING}>
                  {found.map((one) => (
                    <Command.Item
                      key={one.key ?? one.label}
                      value={`${group} ${one.key ?? one.label}`}
                      className={ITEM}
                      onSelect={() => {
                        chosen.current = one.run;
                        onOpenChange(false);
                      }}
                    >
                      {one.label}
                      {one.keys ? (
                        <kbd className="ml-3 text-fine text-quiet">{one.keys}</kbd>
                      ) : null}
                    </Command.Item>
                  ))}
                  {more > 0 ? (
                    <p className="px-3 py-1 text-sm text-quiet">
                      And {more} more: another letter finds them.
                    </p>
                  ) : null}
                </Command.Group>
              ))}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

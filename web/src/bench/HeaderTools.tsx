import { type SecondCount, sayIn } from '@stride/core/counting';
import { History } from 'lucide-react';
import { lazy, memo, Suspense, useState } from 'react';
import { KEYS } from '../app/keys.ts';
import { useOffers } from '../app/offers.ts';
import { reach } from '../app/reach.ts';
import type { Mix } from '../store/db.ts';
import { TakeAway } from '../takeaway/TakeAway.tsx';
import { Button } from '../ui/Button.tsx';
import { Toolbar } from '../ui/Toolbar.tsx';
import { UndoRedo } from '../ui/UndoRedo.tsx';
import { NotesPanel } from './NotesPanel.tsx';
import type { OpenBench } from './open-bench.ts';
import { chosenPassage } from './play-what.ts';
import { redoIn, undoIn } from './undo.ts';

const HistoryDialog = lazy(() => import('../history/HistoryDialog.tsx'));

interface HeaderToolsProps {
  readonly bench: OpenBench;
  readonly mix: Mix;
  readonly second: SecondCount | undefined;
  readonly notes: string;
  readonly tags: readonly string[];
  readonly climbing: boolean;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
}

/** On an upright tablet what is set once stands beside the stages, under what is touched while playing. */
const UNDER = 'sm:max-lg:order-2 max-sm:px-2';

/** What is done with the whole rhythm, beside Play. It rests while strokes are written. */
export const HeaderTools = memo(function HeaderTools(props: HeaderToolsProps) {
  const { bench, mix, second, notes, tags, climbing, canUndo, canRedo } = props;
  const { document } = bench;
  const undo = () => undoIn(document);
  const redo = () => redoIn(document);
  const [lookingBack, setLookingBack] = useState(false);
  useOffers('This rhythm', () => [
    {
      label: mix.click ? 'Click off' : 'Click on every beat',
      also: 'metronome beat',
      run: () => bench.setMix({ click: !mix.click }),
    },
    ...(second
      ? [
          {
            label: mix.second ? `Click ${sayIn(second)} off` : `Click ${sayIn(second)}`,
            also: 'second counting metronome',
            run: () => bench.setMix({ second: !mix.second }),
          },
        ]
      : []),
    ...(climbing
      ? []
      : [
          {
            label: mix.countIn ? 'No count-in' : 'Count a turn in',
            also: 'count in precount lead-in',
            run: () => bench.setMix({ countIn: !mix.countIn }),
          },
        ]),
    ...(canUndo ? [{ label: 'Undo', also: 'back revert', keys: KEYS.undo.shown, run: undo }] : []),
    ...(canRedo
      ? [{ label: 'Redo', also: 'again forward', keys: KEYS.redo.shown, run: redo }]
      : []),
    {
      label: 'Earlier versions',
      also: 'history back restore old snapshot',
      run: () => setLookingBack(true),
    },
    {
      label: 'Notes and tags',
      also: 'comment remember label',
      run: () => void reach('notes', 'notes-text'),
    },
    {
      label: 'Take away as a file',
      also: 'export save download json text',
      run: () => void reach('take-away'),
    },
  ]);
  return (
    <Toolbar label="This rhythm" className="contents">
      <Button
        className={UNDER}
        look={mix.click ? 'on' : 'plain'}
        aria-pressed={mix.click}
        title="A click on every beat"
        onClick={() => bench.setMix({ click: !mix.click })}
      >
        Click
      </Button>
      {second ? (
        <Button
          className={UNDER}
          look={mix.second ? 'on' : 'plain'}
          aria-pressed={mix.second ?? false}
          title="A click on every count of the second counting"
          onClick={() => bench.setMix({ second: !mix.second })}
        >
          {sayIn(second)}
        </Button>
      ) : null}
      {climbing ? null : (
        <Button
          className={UNDER}
          look={mix.countIn ? 'on' : 'plain'}
          aria-pressed={mix.countIn}
          title="Count a turn in before the rhythm plays"
          onClick={() => bench.setMix({ countIn: !mix.countIn })}
        >
          Count in
        </Button>
      )}
      {/* On a phone a second click leaves no room for all of them; Redo stays in Find anything. */}
      <span
        className={`flex items-center max-sm:[&_button]:px-1.5 ${second ? 'max-sm:[&>button:nth-child(2)]:hidden' : ''}`}
      >
        <UndoRedo undo={canUndo ? undo : undefined} redo={canRedo ? redo : undefined} />
        {/* On a phone it is found by Find anything. */}
        <button
          type="button"
          aria-label="Earlier versions"
          title="Earlier versions"
          className="inline-flex h-9 items-center rounded-lg px-2 text-quiet hover:bg-band hover:text-ink max-sm:hidden"
          onClick={() => setLookingBack(true)}
        >
          <History aria-hidden size={18} />
        </button>
        <NotesPanel notes={notes} tags={tags} onEdit={bench.edit} />
        <TakeAway
          rhythm={() => document.getState().history.present.rhythm}
          chosen={() => {
            const { rhythm, timed } = bench.getState();
            return timed.ok ? chosenPassage(rhythm, timed.timing, bench.chosen.now()) : undefined;
          }}
          mix={mix}
        />
      </span>
      {lookingBack ? (
        <Suspense>
          <HistoryDialog document={document} onClose={() => setLookingBack(false)} />
        </Suspense>
      ) : null}
    </Toolbar>
  );
});

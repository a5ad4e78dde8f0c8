import { type SecondCount, sayIn } from '@stride/core/counting';
import { describeCycle } from '@stride/core/cycle';
import { renameRhythm, timeRhythm } from '@stride/core/rhythm';
import { liveQuery } from 'dexie';
import { History } from 'lucide-react';
import { lazy, memo, Suspense, useEffect, useState } from 'react';
import { Link, NavLink, Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { KEYS } from '../app/keys.ts';
import { useOffers } from '../app/offers.ts';
import { reach } from '../app/reach.ts';
import { usePlaces } from '../audio/placing.ts';
import { player } from '../audio/the-player.ts';
import { BrokenRhythm } from '../shelf/BrokenRhythm.tsx';
import { database, type Mix } from '../store/db.ts';
import type { RhythmDocument } from '../store/document.ts';
import { noticeRevision } from '../store/open-documents.ts';
import { storageSentence, storedRevision } from '../store/rhythms.ts';
import { useDocument, useOpenRhythm } from '../store/use-open.ts';
import { TakeAway } from '../takeaway/TakeAway.tsx';
import { takeAway } from '../takeaway/take-away.ts';
import { Button } from '../ui/Button.tsx';
import { announce } from '../ui/live.tsx';
import { NameField } from '../ui/NameField.tsx';
import { Notice } from '../ui/Notice.tsx';
import { useStore } from '../ui/store.ts';
import { Toolbar } from '../ui/Toolbar.tsx';
import { toast } from '../ui/toasts.ts';
import { UndoRedo } from '../ui/UndoRedo.tsx';
import { useKeys } from '../ui/use-keys.ts';
import { useTitle } from '../ui/use-title.ts';
import { useBenchState } from './context.ts';
import { levelsOf } from './mix.ts';
import { NotesPanel } from './NotesPanel.tsx';
import { type OpenBench, openBench } from './open-bench.ts';
import { PlayButton } from './PlayButton.tsx';
import { chosenPassage } from './play-what.ts';
import { STAGES } from './stages.ts';
import { TempoFields } from './TempoFields.tsx';

const ConflictDialog = lazy(() => import('../history/ConflictDialog.tsx'));
const HistoryDialog = lazy(() => import('../history/HistoryDialog.tsx'));

/** Undo is the rhythm's own, in the typed rows and the fields as on the line. */
const EVERYWHERE = { inFields: true, repeat: true } as const;

function undoIn(document: RhythmDocument): void {
  const { history, earlier } = document.getState();
  document.undo();
  announce(history.past.length > 0 || earlier > 0 ? 'Undone' : 'There is nothing to undo');
}

function redoIn(document: RhythmDocument): void {
  const { future } = document.getState().history;
  document.redo();
  announce(future.length > 0 ? 'Done again' : 'There is nothing to do again');
}

/** One rhythm and its stages. */
export function Bench() {
  const { id = '' } = useParams();
  const opened = useOpenRhythm(id);
  if (opened.isPending) return <p className="p-6 text-quiet">Opening …</p>;
  const result = opened.data;
  if (result?.status === 'open') return <BenchOf key={id} document={result.document} />;
  return (
    <div className="p-6">
      <h1 className="sr-only">Bench</h1>
      <Notice
        actions={
          <Link to="/" className="underline">
            To the Shelf
          </Link>
        }
      >
        {opened.isError ? (
          <p>{storageSentence(opened.error)}</p>
        ) : result?.status === 'broken' ? (
          <BrokenRhythm name="rhythm" messages={result.messages} data={result.data} />
        ) : (
          <p>There is no rhythm at this address in this browser.</p>
        )}
      </Notice>
    </div>
  );
}

function BenchOf({ document }: { readonly document: RhythmDocument }) {
  const [bench] = useState(() => openBench(document));
  useEffect(() => () => player.stop(), []);
  useEffect(() => {
    const watching = liveQuery(() => storedRevision(database, document.id)).subscribe({
      next: (revision) => {
        if (revision !== undefined) noticeRevision(document, revision).catch(() => undefined);
      },
      // What cannot be read now is said when it is to be saved.
      error: () => undefined,
    });
    return () => watching.unsubscribe();
  }, [document]);
  useKeys(KEYS.undo.keys, () => undoIn(document), EVERYWHERE);
  useKeys(KEYS.redo.keys, () => redoIn(document), EVERYWHERE);
  return (
    <div className="flex flex-1 flex-col px-[22px] pb-5 max-sm:px-3 max-sm:pb-20">
      <BenchHeader bench={bench} />
      <SaveNotice document={document} />
      <Outlet context={bench} />
    </div>
  );
}

/** Name, tempo, sound and stages. Its parts rest while strokes are written. */
function BenchHeader({ bench }: { readonly bench: OpenBench }) {
  const { rhythm, timed, layerIndex, mix, canUndo, canRedo } = useBenchState(bench);
  const { layers } = rhythm;
  const heard = useStore(bench.heard);
  const { pathname } = useLocation();
  const climbing = pathname.endsWith('/climb');
  const stage = STAGES.find(({ to }) => pathname.endsWith(`/${to}`));
  useTitle(rhythm.name, ...(stage ? [stage.label] : []));
  useEffect(() => {
    player.setLevels(levelsOf(mix, layers));
  }, [mix, layers]);
  usePlaces(layers.map(({ id }) => id));
  return (
    <div className="flex flex-wrap items-center gap-x-2 gap-y-1.5 pt-1.5 pb-2.5 2xl:gap-x-3 max-sm:gap-y-0 max-sm:pt-0.5 max-sm:pb-1 print:hidden">
      {/* A long name is shown in part rather than pushing the stages into a second row. */}
      <h1 className="min-w-0 flex-1 sm:max-lg:min-w-56 lg:max-w-fit lg:basis-45">
        <NameField
          label="Name of the rhythm"
          labelHidden
          name={rhythm.name}
          title={rhythm.name}
          className="field-sizing-content max-w-full text-ellipsis min-w-24 rounded-lg bg-transparent font-title text-title leading-tight font-bold hover:bg-card max-sm:w-full max-sm:text-lead"
          onName={(name) => bench.edit((before) => renameRhythm(before, name), 'name')}
        />
      </h1>
      <span className="rounded-lg border border-edge bg-card px-3 py-1.5 text-note max-2xl:hidden">
        {describeCycle(rhythm.cycle)}
      </span>
      {climbing ? null : <TempoFields bench={bench} tempo={rhythm.tempo} target={rhythm.target} />}
      {/* On a phone what is played with lies under the thumb. */}
      <div className="contents max-sm:fixed max-sm:inset-x-0 max-sm:bottom-0 max-sm:z-20 max-sm:flex max-sm:items-center max-sm:justify-between max-sm:gap-0.5 max-sm:border-t max-sm:border-edge max-sm:bg-paper max-sm:px-3 max-sm:py-2">
        {climbing ? null : (
          <PlayButton
            bench={bench}
            rhythm={heard ?? rhythm}
            timed={heard ? timeRhythm(heard) : timed}
            countIn={mix.countIn}
            order={mix.order}
            rules={mix.variations}
            optional={mix.optional ?? 'always'}
            onOptional={(optional) => bench.setMix({ optional })}
            layerIndex={layerIndex}
          />
        )}
        <HeaderTools
          bench={bench}
          mix={mix}
          second={rhythm.second}
          notes={rhythm.notes ?? ''}
          tags={rhythm.tags}
          climbing={climbing}
          canUndo={canUndo}
          canRedo={canRedo}
        />
      </div>
      <StageTabs />
    </div>
  );
}

const StageTabs = memo(function StageTabs() {
  return (
    <nav
      aria-label="Stages"
      className="ml-auto flex text-base sm:max-lg:order-1 sm:max-lg:ml-0 sm:max-lg:grow sm:max-lg:basis-3/5 max-sm:order-last max-sm:w-full max-sm:justify-between max-sm:text-note"
    >
      {STAGES.map((stage) => (
        <NavLink
          key={stage.to}
          to={stage.to}
          className={({ isActive }) =>
            `border-b-[3px] px-2 py-2 2xl:px-2.5 max-sm:px-1.5 max-sm:py-0 ${isActive ? 'border-[var(--now)] font-semibold' : 'border-transparent text-quiet hover:text-ink'}`
          }
        >
          {stage.label}
        </NavLink>
      ))}
    </nav>
  );
});

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

const HeaderTools = memo(function HeaderTools(props: HeaderToolsProps) {
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
    { label: 'Notes and tags', also: 'comment remember label', run: () => void reach('notes') },
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

/** Says where an edit was not kept, and offers the ways on. */
function SaveNotice({ document }: { readonly document: RhythmDocument }) {
  const save = useDocument(document, (state) => state.save);
  const [comparing, setComparing] = useState(false);
  const navigate = useNavigate();
  if (save.status === 'failed') {
    return (
      <div className="mb-3">
        <Notice
          actions={
            <>
              <Button onClick={() => document.tryAgain()}>Try again now</Button>
              <Button onClick={() => takeAway(document.getState().history.present.rhythm)}>
                Take it away as a file
              </Button>
            </>
          }
        >
          {save.message}
        </Notice>
      </div>
    );
  }
  if (save.status !== 'elsewhere') return null;
  return (
    <div className="mb-3">
      <Notice
        actions={
          <>
            <Button onClick={() => setComparing(true)}>See what differs</Button>
            <Button onClick={() => document.takeTheirs()}>Take the newer one</Button>
            <Button
              onClick={() => {
                document
                  .keepAsCopy(crypto.randomUUID())
                  .then((copy) => navigate(`/bench/${copy}/write`))
                  .catch((error: unknown) => toast(storageSentence(error)));
              }}
            >
              Keep mine as a copy
            </Button>
          </>
        }
      >
        This rhythm was changed in another tab. What you do here is not kept until you choose.
      </Notice>
      {comparing ? (
        <Suspense>
          <ConflictDialog
            theirs={save.theirs.rhythm}
            mine={document.getState().history.present.rhythm}
            onClose={() => setComparing(false)}
          />
        </Suspense>
      ) : null}
    </div>
  );
}

import { findEntry } from '@stride/core/catalogue';
import { type Cycle, firstSpan } from '@stride/core/cycle';
import { cadenceAsLayer, missOf, sayCadence, sayMiss, unitsOf } from '@stride/core/landing';
import type { Rhythm } from '@stride/core/rhythm';
import { TEMPO_RANGE } from '@stride/core/time';
import { Play, Square } from 'lucide-react';
import { useMemo } from 'react';
import { useLocation } from 'react-router';
import { KEYS } from '../app/keys.ts';
import { SetupPanel } from '../setups/SetupPanel.tsx';
import { type OpenedSetup, useOpenedSetup } from '../setups/use-opened-setup.ts';
import { useKeptState } from '../store/kept-state.ts';
import { Button } from '../ui/Button.tsx';
import { Card } from '../ui/Card.tsx';
import { Notice } from '../ui/Notice.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { Select } from '../ui/Select.tsx';
import { UndoRedo } from '../ui/UndoRedo.tsx';
import { useKeys } from '../ui/use-keys.ts';
import { useSettled } from '../ui/use-settled.ts';
import { useTitle } from '../ui/use-title.ts';
import { AskSentence } from './AskSentence.tsx';
import { useKept } from './kept.ts';
import { LandingLine } from './LandingLine.tsx';
import { Mine } from './Mine.tsx';
import { Results } from './Results.tsx';
import { SendOn } from './SendOn.tsx';
import {
  type Asking,
  activeQuestion,
  beginLanding,
  type LandingAction,
  type LandingState,
  landingReducer,
  type Mode,
  pickedOr,
  sectionsOf,
  shownIn,
} from './state.ts';
import { checkLandingState } from './state-schema.ts';
import { TwoParts } from './TwoParts.tsx';
import { useLandingPlayer } from './use-landing-player.ts';
import { useSolutions } from './use-solutions.ts';
import { USUAL_OWN_WORDS, useWords } from './use-words.ts';
import { WordsPanel } from './WordsPanel.tsx';

const MODES: readonly { readonly id: Mode; readonly label: string }[] = [
  { id: 'find', label: 'Find one' },
  { id: 'mine', label: 'Does mine land?' },
  { id: 'parts', label: 'Two parts' },
];

/** What is typed or turned up bit by bit is one step of undo. */
const MERGED: Readonly<Partial<Record<LandingAction['type'], string>>> = {
  ask: 'ask',
  try: 'try',
  join: 'join',
  hear: 'hear',
};

/** Undo goes on for as long as its key is held down; while one types it is the field's own. */
const WHILE_HELD = { repeat: true };

const MOST_BEFORE = 4;

function firstCycle(): Cycle {
  const cycle = findEntry('teental')?.cycle;
  if (!cycle) throw new Error('the catalogue has no teental');
  return cycle;
}

/** Cadences that end on the one: asked for in a sentence, listed, drawn, said, heard and sent on. */
export function Landing() {
  useTitle('Landing');
  const { state: given } = useLocation() as {
    readonly state:
      | ({ readonly cycle?: Cycle; readonly eduppu?: Rhythm['eduppu'] } & Partial<OpenedSetup>)
      | null;
  };
  const opened = useOpenedSetup(given?.setup, checkLandingState);
  const setup = useKeptState<LandingState>('landing', {
    check: checkLandingState,
    opened: given?.setup ? opened : given?.cycle && beginLanding(given.cycle, given.eduppu),
    usual: () => beginLanding(firstCycle()),
  });
  const { now: state, undo, redo } = setup;
  const act = (action: LandingAction) =>
    setup.change((before) => landingReducer(before, action), MERGED[action.type]);
  useKeys(KEYS.undo.keys, () => undo?.(), WHILE_HELD);
  useKeys(KEYS.redo.keys, () => redo?.(), WHILE_HELD);
  const { cycle, question, doing, twice, bpm, before } = state;
  const asking = useMemo((): Asking => ({ cycle, question, doing }), [cycle, question, doing]);
  const active = useMemo(() => activeQuestion(asking), [asking]);
  const solutions = useSolutions(cycle, active);
  const kept = useKept();
  const solved = pickedOr(asking, active, solutions.rows[0]);
  // While the other part is looked for anew, what is drawn stays.
  const now = useMemo(
    () => ({ shown: shownIn(asking, solved, twice), sections: sectionsOf(asking, solved) }),
    [asking, solved, twice],
  );
  const { shown, sections } = useSettled(now, doing.mode === 'parts' && solutions.before);
  const cadence = shown?.cadence;
  const at = shown?.at ?? 0;

  const words = useWords(cadence, shown?.phrase, state.words, (change) =>
    setup.change(
      (before) => ({ ...before, words: { ...USUAL_OWN_WORDS, ...before.words, ...change } }),
      'words',
    ),
  );
  const made = useMemo(
    () =>
      cadence
        ? cadenceAsLayer({
            cycle,
            cadence,
            said: words.said,
            instrument: words.instrument,
            table: words.table,
            name: 'Landing',
            before,
            at,
          })
        : undefined,
    [cycle, cadence, words.said, words.instrument, words.table, before, at],
  );
  const per = unitsOf(cycle, 1).count === 'beat' ? firstSpan(cycle) : 1;
  const layer = made?.ok ? made.layer : undefined;
  const { playing, toggle, hearNext } = useLandingPlayer(cycle, layer, bpm, per);
  useKeys(KEYS.play.keys, toggle);

  const units = cadence && unitsOf(cycle, cadence.parts);
  const miss = cadence && missOf(cycle, { cadence, at });
  return (
    <div className="flex flex-1 flex-col gap-3 px-[22px] py-3 max-sm:px-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1 className="text-title leading-tight">Landing</h1>
        <span className="flex flex-wrap gap-1">
          {MODES.map(({ id, label }) => (
            <Button
              key={id}
              look={doing.mode === id ? 'on' : 'quiet'}
              aria-pressed={doing.mode === id}
              onClick={() => act({ type: 'mode', mode: id })}
            >
              {label}
            </Button>
          ))}
        </span>
        <span className="ml-auto flex flex-wrap items-center gap-2">
          <NumberField
            label="Tempo of the count"
            labelHidden
            value={bpm}
            {...TEMPO_RANGE}
            onChange={(next) => act({ type: 'hear', change: { bpm: next } })}
          />
          <label className="flex items-center gap-1.5 text-note">
            from
            <Select
              aria-label="Turns before it"
              value={before}
              className="bg-card px-1.5"
              onChange={(event) =>
                act({ type: 'hear', change: { before: Number(event.target.value) } })
              }
            >
              {Array.from({ length: MOST_BEFORE + 1 }, (_, turns) => turns).map((turns) => (
                <option key={turns} value={turns}>
                  {turns === 0
                    ? 'its own turn'
                    : turns === 1
                      ? 'a turn before'
                      : `${turns} turns before`}
                </option>
              ))}
            </Select>
          </label>
          <UndoRedo undo={undo} redo={redo} />
          <SetupPanel
            screen="landing"
            value={state}
            usualName={cycle.name}
            check={checkLandingState}
            onOpen={(next) => setup.change(() => next)}
          />
          <Button
            look="go"
            className="min-w-24"
            title="Space bar"
            disabled={!layer}
            onClick={toggle}
          >
            {playing ? <Square aria-hidden size={15} /> : <Play aria-hidden size={15} />}
            {playing ? 'Stop' : 'Play'}
          </Button>
        </span>
      </div>
      <AskSentence
        cycle={cycle}
        question={question}
        full={doing.mode !== 'mine'}
        onCycle={(next) => act({ type: 'cycle', cycle: next })}
        onChange={(next) => act({ type: 'ask', question: next })}
      />
      {doing.mode === 'parts' ? (
        <TwoParts
          asking={asking}
          doing={doing}
          act={act}
          sections={sections}
          none={!solutions.before && solutions.found?.found === 0}
        />
      ) : null}
      <div className="grid flex-1 grid-cols-[minmax(0,1fr)_470px] items-start gap-[14px] max-lg:grid-cols-1">
        <div className="flex min-w-0 flex-col gap-[14px] lg:sticky lg:top-3">
          {cadence && units && miss ? (
            <Card aria-label="The cadence" className="px-4 pt-3 pb-2">
              <p role="status" className="mb-2 text-lg leading-snug">
                {miss.off === 0 ? sayCadence(cadence, units) : sayMiss(miss)}
              </p>
              <LandingLine
                cycle={cycle}
                cadence={cadence}
                at={at}
                said={words.said}
                instrument={words.instrument}
                table={words.table}
                playing={playing}
                before={before}
              />
              <div className="flex flex-wrap items-center gap-2 border-t border-edge pt-2">
                {doing.mode === 'mine' ? null : (
                  <Button
                    look={twice ? 'on' : 'plain'}
                    aria-pressed={twice}
                    title="Every unit becomes two, in the same time, with words of its own"
                    onClick={() => act({ type: 'hear', change: { twice: !twice } })}
                  >
                    Double speed
                  </Button>
                )}
                {layer ? (
                  <SendOn
                    cycle={cycle}
                    cadence={cadence}
                    layer={layer}
                    silentTurns={before}
                    tempo={{ bpm: Math.round(bpm), per }}
                  />
                ) : null}
              </div>
              {made && !made.ok ? <Notice>{made.message}</Notice> : null}
            </Card>
          ) : (
            <p className="card p-6 text-lg text-quiet">
              {doing.mode === 'mine'
                ? 'Write a phrase, and it is drawn here with where it ends.'
                : 'What is found is drawn here, with its sum and its words.'}
            </p>
          )}
          {cadence ? (
            <WordsPanel
              choices={words.choices}
              onChoices={words.setChoices}
              said={words.said}
              text={words.text}
              problem={words.problem}
              onText={words.setText}
              instrument={words.instrument}
              onInstrument={words.setInstrument}
              table={words.table}
              onStroke={words.setStroke}
            />
          ) : null}
        </div>
        {doing.mode === 'mine' ? (
          <Mine
            asking={asking}
            doing={doing}
            act={act}
            onHear={(begun) => {
              hearNext();
              act({ type: 'instead', begun });
            }}
          />
        ) : (
          <Results
            cycle={cycle}
            solutions={solutions}
            kept={kept}
            chosen={solved}
            onChoose={(one) => act({ type: 'pick', cadence: one })}
            onAsk={(next) => act({ type: 'ask', question: next })}
          />
        )}
      </div>
    </div>
  );
}

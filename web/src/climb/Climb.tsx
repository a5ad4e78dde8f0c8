import {
  type ClimbState,
  failingPiece,
  isUnderWay,
  ladderProblem,
  pathSeconds,
  stoneAt,
} from '@stride/core/climb';
import { countTurn } from '@stride/core/counting';
import { turnPulses } from '@stride/core/cycle';
import { type KeptRun, match, STRICTNESS, sayChange } from '@stride/core/ear';
import { sayPiece } from '@stride/core/passage';
import { countingOf, tempoAt } from '@stride/core/rhythm';
import { soundsOf } from '@stride/core/sound';
import { capital, counted } from '@stride/core/wording';
import { useEffect, useMemo, useRef, useState } from 'react';
import { KEYS } from '../app/keys.ts';
import { useOffers } from '../app/offers.ts';
import { useSpeaker } from '../audio/sound-settings.ts';
import { peakOf, prepareSounds } from '../audio/voices.ts';
import { useBench } from '../bench/context.ts';
import { levelsOf } from '../bench/mix.ts';
import { useEar } from '../ear/use-ear.ts';
import { FirstTime } from '../log/FirstTime.tsx';
import { RunFeel } from '../log/RunFeel.tsx';
import { SessionBar } from '../log/SessionBar.tsx';
import { useKeptRuns } from '../log/use-kept-runs.ts';
import { usePlannedLayer } from '../log/use-planned-layer.ts';
import { Notice } from '../ui/Notice.tsx';
import { useKeys } from '../ui/use-keys.ts';
import { ClimbLine } from './ClimbLine.tsx';
import { FarView } from './FarView.tsx';
import { Figures } from './Figures.tsx';
import { addLiveMark, clearLiveMarks } from './HitMarks.tsx';
import { Pads } from './Pads.tsx';
import { PathStones } from './PathStones.tsx';
import { RungFields } from './RungFields.tsx';
import { askedIn, askedOver, type PassLog, type RunResult } from './run-log.ts';
import { Status } from './Status.tsx';
import { scoresOf } from './segments.ts';
import { Setup } from './setup/Setup.tsx';
import { say, sayGo, sayStone } from './status.ts';
import { Takes } from './Takes.tsx';
import { useClimb } from './use-climb.ts';
import { type Practice, usePractice } from './use-practice.ts';
import { useTake } from './use-take.ts';
import { useWakeLock } from './use-wake-lock.ts';

/** The stage where a rhythm goes from slow to its tempo, for two metres' distance and busy hands. */
export function Climb() {
  const bench = useBench();
  usePlannedLayer(bench);
  const practice = usePractice(bench);
  if (!practice) {
    const { timed } = bench;
    return <Notice>{timed.ok ? 'This rhythm has no layer to practise.' : timed.message}</Notice>;
  }
  return <ClimbOf key={practice.line.layer.id} practice={practice} />;
}

/** How long the hands rest before the sounds of a way are made ready. */
const READY_MS = 300;

function ClimbOf({ practice }: { readonly practice: Practice }) {
  const { document, learning, mix, muted, setMix } = useBench();
  const { line, plan, ladder, path, firstRung, pieces } = practice;
  const { rhythm, layer, grid, timing } = line;
  const [far, setFar] = useState(false);
  const [chosen, setChosen] = useState<number>();
  const [touched, setTouched] = useState<readonly number[]>();
  const [before, setBefore] = useState<KeptRun>();
  const frame = useRef<HTMLElement>(null);
  const ear = useEar(layer, grid);
  const log = useKeptRuns(practice);
  const strictness = STRICTNESS[plan.strictness];
  const problem = ladderProblem(ladder);
  const { per } = tempoAt(rhythm);
  const speaker = useSpeaker();
  const runsOn = ladder.shape === 'steady' && path.stones.length === 1;

  const parts = useMemo(
    () => ({ rhythm, timing, path, per, click: plan.click, company: plan.company, speaker }),
    [rhythm, timing, path, per, plan.click, plan.company, speaker],
  );
  // What sounds on the way is computed while one looks, so that the first stroke comes at once.
  useEffect(() => {
    const timer = setTimeout(() => {
      prepareSounds(scoresOf(parts).flatMap(soundsOf)).catch(() => undefined);
    }, READY_MS);
    return () => clearTimeout(timer);
  }, [parts]);
  const climbing = useClimb({
    id: rhythm.id,
    parts,
    line,
    input: ear.input,
    calibrated: ear.calibrated,
    strictness,
    runsOn,
    levels: levelsOf(mix, rhythm.layers),
    peakOf,
    onHit: (hit, passes) => showHit(hit.time, passes),
    onResult: keep,
    onRun: (run) => log.keep(run, ear.input?.kind ?? 'none'),
  });
  const { state, running, result, send } = climbing;
  const takes = useTake(ear.sound, state);
  const under = isUnderWay(state) ? state : undefined;
  const rung = 'rung' in state ? state.rung : undefined;
  const stone = rung === undefined ? undefined : stoneAt(path, rung);
  const shown = stone ?? stoneAt(path, firstRung);
  const asked = useMemo(
    () => new Set(shown ? askedIn(line, shown.passage).map(({ slot }) => slot) : []),
    [line, shown],
  );
  useWakeLock(under !== undefined);

  /** Marks a stroke at once beside the one it is nearest to. */
  function showHit(time: number, passes: readonly PassLog[]): void {
    const pass = passes.findLast(({ startTime }) => startTime <= time + 0.2);
    if (!pass || !shown) return;
    const all = askedOver(askedIn(line, shown.passage), [pass]);
    const delay = ear.calibrated ?? result?.judgement.match.delay ?? 0;
    const [met] = match(all, [{ time }], delay).met;
    if (met) addLiveMark(frame.current, met.asked.slot, met.error);
  }

  /** Keeps what the next run is compared with, and the best clean tempo of the whole. */
  function keep(found: RunResult): void {
    const at = stoneAt(path, found.rung);
    if (!at) return;
    const key = `${layer.id}/${at.name}`;
    setBefore(learning.last?.[key]);
    takes.cut(`${layer.name}, ${at.name} at ${found.bpm}`, parts, found);
    clearLiveMarks(frame.current);
    const best = learning.best?.[layer.id] ?? 0;
    const isBest = at.size === 'whole' && found.verdict === 'up' && found.bpm > best;
    document.setPractice({
      learning: {
        ...learning,
        last: { ...learning.last, [key]: found.kept },
        ...(isBest ? { best: { ...learning.best, [layer.id]: found.bpm } } : {}),
      },
    });
  }

  const failing =
    state.status === 'judged' && result && stone && stone.pieces.length > 1
      ? failingPiece(result.judgement, pieces, strictness)
      : undefined;
  const offersPiece = failing !== undefined && state.status === 'judged' && state.verdict !== 'up';

  const begin = () => {
    clearLiveMarks(frame.current);
    setTouched(undefined);
    send({ type: 'start', rung: chosen ?? firstRung });
    setChosen(undefined);
  };
  const sign = () => {
    if (state.status === 'judged') send({ type: 'go-on' });
    else if (under) send({ type: 'stop' });
    else if (!problem) begin();
  };
  const piece = () => {
    if (failing === undefined || rung === undefined) return;
    practice.practisePiece(rung, failing);
    // The path has the piece at this rung now: it is counted in there.
    setTimeout(() => send({ type: 'start', rung }));
  };
  useKeys(KEYS.play.keys, sign);
  useKeys(KEYS.goOn.keys, () => send({ type: 'go-on' }), { enabled: state.status === 'judged' });
  useKeys(KEYS.up.keys, () => send({ type: 'up' }));
  useKeys(KEYS.down.keys, () => send({ type: 'down' }));
  useKeys(KEYS.stay.keys, () => send({ type: 'stay' }));
  useKeys(KEYS.stop.keys, () => (under ? send({ type: 'stop' }) : setFar(false)));
  useKeys(KEYS.far.keys, () => setFar(!far));
  useKeys(KEYS.piece.keys, piece, { enabled: offersPiece });
  useOffers('Climb', () => [
    { label: under ? 'Stop the climb' : 'Climb', keys: KEYS.play.shown, run: sign },
    {
      label: 'Read it from two metres away',
      also: 'far large full screen distance music stand',
      keys: KEYS.far.shown,
      run: () => setFar(true),
    },
    ...(offersPiece
      ? [{ label: 'Practise the piece that fails', keys: KEYS.piece.shown, run: piece }]
      : []),
    ...(practice.isChanged
      ? [{ label: 'Plan the path anew', run: () => practice.setPath(undefined) }]
      : []),
  ]);

  const words = useMemo(
    () => countTurn(countingOf(rhythm, layer), rhythm.cycle).map(({ word }) => word),
    [rhythm, layer],
  );
  const hears = ear.input !== undefined;
  const beat = beatWord(words, climbing.counted);
  const count =
    climbing.counted === undefined ? undefined : { words, at: climbing.counted % words.length };
  const said = say({
    state,
    path,
    ladder,
    firstRung,
    result,
    word: beat,
  });
  const change = result && before ? sayChange(before, result.kept) : undefined;
  const trouble = problem ?? climbing.problem ?? (under ? undefined : ear.problem);
  // A steady rise is counted in once.
  const countIn = runsOn ? 0 : turnPulses(rhythm.cycle);
  const minutes = pathSeconds(path, per, countIn) / 60;

  return (
    <div className="flex flex-1 flex-col gap-3">
      <SessionBar rhythm={rhythm.id} />
      {under ? null : <FirstTime instrument={layer.instrument} />}
      <ClimbLine
        frame={frame}
        practice={practice}
        muted={muted}
        shown={shown}
        asked={asked}
        touched={touched}
        running={running}
        result={hears ? result : undefined}
        ear={hears ? ear : undefined}
        isUnderWay={under !== undefined}
      />
      <Status
        said={said}
        state={state}
        rungCount={path.rungs.length}
        stoppedAt={state.status === 'stopped' ? path.rungs[state.rung]?.bpm : undefined}
        problem={trouble}
        isBlocked={problem !== undefined}
        count={count}
        failing={
          offersPiece && failing !== undefined ? capital(sayPiece(pieces, failing)) : undefined
        }
        send={send}
        toggle={sign}
        onPiece={piece}
        onFar={() => setFar(true)}
      >
        {result && !running && hears ? (
          <Figures result={result} change={change} onTouch={setTouched}>
            <Takes
              rhythm={rhythm.id}
              layer={layer.id}
              take={takes.take}
              played={takes.played}
              delay={ear.calibrated ?? result.judgement.match.delay}
              onDrop={takes.drop}
            />
          </Figures>
        ) : null}
      </Status>
      <RunFeel run={log.last} isPlaying={running} onHurt={() => send({ type: 'stop' })} />
      {under && ear.settings.kind === 'pads' && !far ? <Pads pads={ear.pads} /> : null}
      <section aria-label="Ladder" className="card px-3 py-2">
        <PathStones
          path={path}
          at={state.status === 'ready' ? undefined : rung}
          reached={state.status === 'reached'}
          chosen={under ? undefined : chosen}
          small={!running}
          onChoose={under ? undefined : (at) => setChosen(at === chosen ? undefined : at)}
        />
        {chosen !== undefined && !under ? (
          <RungFields practice={practice} index={chosen} onClose={() => setChosen(undefined)} />
        ) : null}
      </section>
      {under ? null : (
        <Setup
          practice={practice}
          ear={ear}
          mix={mix}
          onMix={setMix}
          takes={takes}
          minutes={problem ? undefined : minutes}
          onLadder={practice.setLadder}
        />
      )}
      {far ? (
        <FarView
          said={said}
          state={state}
          next={sayNext(practice, state)}
          count={count}
          problem={trouble}
          sign={sayGo(state)}
          onSign={sign}
          onClose={() => setFar(false)}
        >
          {under && ear.settings.kind === 'pads' ? <Pads pads={ear.pads} /> : null}
        </FarView>
      ) : null}
    </div>
  );
}

/** The number of the beat that is counted, as the count says it. */
function beatWord(words: readonly string[], pulse: number | undefined): string | undefined {
  if (pulse === undefined) return undefined;
  return words.slice(0, (pulse % words.length) + 1).findLast((word) => /^\d+$/.test(word));
}

/** What stands next on the path. */
function sayNext({ path, firstRung }: Practice, state: ClimbState): string | undefined {
  if (state.status === 'judged' && state.verdict !== 'up') return undefined;
  const at = 'rung' in state ? state.rung + 1 : firstRung;
  const next = path.rungs[at];
  if (!next) return undefined;
  const name = sayStone(path, at);
  const tempo = name ? `${name} at ${next.bpm}` : String(next.bpm);
  return `${'rung' in state ? 'Then' : 'First'} ${tempo}, ${counted(next.passes, 'pass')}`;
}

import { STRICTNESS } from '@stride/core/ear';
import {
  type LoggedRun,
  type Played,
  type PlayedRun,
  scorePlayed,
  unpackPlayed,
  type Version,
} from '@stride/core/log';
import { checkRhythm, type Force, timeRhythm } from '@stride/core/rhythm';
import type { NextSegment, Score } from '@stride/core/sound';
import { type Seconds, timeInto } from '@stride/core/time';
import {
  askedIn,
  askedOver,
  judgeRun,
  type PassLog,
  type PractisedLine,
  type RunResult,
} from '../climb/run-log.ts';
import { ownInstruments } from '../store/known-instruments.ts';

/** A run as it lies in the log, made whole again: judged anew against the rhythm as it was. */
export interface RunAgain {
  readonly line: PractisedLine;
  readonly played: PlayedRun;
  readonly result: RunResult;
  /** How long all of it lasts. */
  readonly seconds: Seconds;
}

/** The line of a run in the rhythm as it was; undefined where that was not kept, or cannot be opened. */
export function lineThen(run: LoggedRun, version: Version | undefined): PractisedLine | undefined {
  const checked = version && checkRhythm(version.rhythm, ownInstruments.now());
  if (!checked?.ok) return undefined;
  const { rhythm } = checked;
  const timed = timeRhythm(rhythm);
  const layerIndex = rhythm.layers.findIndex(({ id }) => id === run.layer.id);
  const layer = rhythm.layers[layerIndex];
  const grid = timed.ok ? timed.timing.layers[layerIndex] : undefined;
  if (!timed.ok || !layer || !grid) return undefined;
  return { rhythm, timing: timed.timing, layerIndex, layer, grid };
}

export function runAgain(
  run: LoggedRun,
  kept: Played | undefined,
  line: PractisedLine | undefined,
): RunAgain | undefined {
  if (!kept || !line) return undefined;
  const played = unpackPlayed(kept);
  const { passage, secondsPerTick, paces, starts, hits } = played;
  const ticks = ({ num, den }: typeof passage.from) => (num * line.timing.ticksPerPulse) / den;
  const length = ticks(passage.to) - ticks(passage.from);
  const passes = starts.map((startTime, at): PassLog => {
    const pace = paces?.[at] ?? { secondsPerTick };
    return { ...pace, startTime, seconds: timeInto(pace, length), silences: [] };
  });
  const result = judgeRun({
    line,
    passage,
    rung: 0,
    bpm: run.bpm,
    passes,
    hits,
    calibrated: undefined,
    strictness: STRICTNESS.usual,
    ...(run.brokenOff ? { until: run.seconds } : {}),
  });
  return { line, played, result, seconds: (starts.at(-1) ?? 0) + (passes.at(-1)?.seconds ?? 0) };
}

/** How loud a written force is beside the others. */
const LOUD: Readonly<Record<Force, number>> = { 1: 0.2, 2: 0.35, 3: 0.6, 4: 0.95 };

/** What was written, as if it had been played exactly. */
function writtenOf({ line, result, played }: RunAgain): PlayedRun {
  const asked = askedOver(askedIn(line, played.passage), result.passes);
  return {
    ...played,
    hits: asked.flatMap(({ time, kinds, force }) =>
      kinds.map((kind) => ({ time, kind, loud: LOUD[force] })),
    ),
  };
}

/** What of a run is heard again. */
export const AGAIN = {
  played: 'What was played',
  written: 'What was written',
  both: 'Both at once',
} as const;
export type Again = keyof typeof AGAIN;

/** A run as a stretch of playing, at its own moments. */
export function againSegment(run: RunAgain, what: Again): NextSegment<Again> {
  const { instrument } = run.line.layer;
  const delay = run.result.judgement.match.delay;
  const written = writtenOf(run);
  // Where the input could not tell which stroke it was, the written one nearest to it is heard.
  const usual = (time: Seconds) =>
    written.hits.reduce<(typeof written.hits)[number] | undefined>(
      (near, one) =>
        Math.abs(one.time + delay - time) < Math.abs((near?.time ?? Infinity) + delay - time)
          ? one
          : near,
      undefined,
    )?.kind;
  // The constant delay of the input is taken out: it was not the hands.
  const heard = {
    ...run.played,
    hits: run.played.hits.map((hit) => ({ ...hit, time: hit.time - delay })),
  };
  const length = run.seconds + 0.6;
  const own = scorePlayed(heard, instrument, length, usual);
  const theirs = scorePlayed(written, instrument, length, usual);
  const events = [
    ...(what === 'written' ? [] : own.events),
    ...(what === 'played' ? [] : theirs.events),
  ].sort((a, b) => a.ticks - b.ticks);
  const score: Score = { ...own, events };
  return {
    score,
    tempo: { bpm: 60, per: 1 },
    startTicks: 0,
    endTicks: score.lengthTicks,
    tag: what,
  };
}

import type { Hit } from '@stride/core/ear';
import type { Seconds } from '@stride/core/time';
import type { Gathered } from './gathering.ts';
import type { PassLog, RunResult } from './run-log.ts';

/** A run that is over, judged or not, to its end or broken off: as the log takes it. */
export interface EndedRun {
  readonly rung: number;
  /** Those that had begun, at least one. */
  readonly passes: readonly [PassLog, ...PassLog[]];
  /** How many of them were played to their end. */
  readonly whole: number;
  readonly seconds: Seconds;
  /** How often it was gone through, the part of a last one with it. */
  readonly times: number;
  readonly brokenOff: boolean;
  readonly hits: readonly Hit[];
  readonly result: RunResult | undefined;
}

/** Less than this was no run. */
const LEAST: Seconds = 1;
/** A pass that lacks less than this was played to its end. */
const NEARLY: Seconds = 0.05;

/**
 * What was played of a run up to a moment; undefined where it had hardly begun.
 * @param until on the clock of what is heard
 */
export function endedRun(
  gathered: Pick<Gathered, 'passes' | 'hits'>,
  rung: number,
  until: Seconds,
  result?: RunResult,
): EndedRun | undefined {
  const [first, ...others] = gathered.passes.filter(({ startTime }) => startTime < until);
  if (!first) return undefined;
  const passes = [first, ...others] as const;
  const last = passes.at(-1) ?? first;
  const end = Math.min(until, last.startTime + last.seconds);
  const seconds = end - first.startTime;
  if (seconds < LEAST && !result) return undefined;
  const whole = passes.filter((pass) => pass.startTime + pass.seconds <= until + NEARLY).length;
  return {
    rung,
    passes: [first, ...others],
    whole,
    seconds,
    times: passes.reduce(
      (sum, pass) => sum + Math.min(1, (end - pass.startTime) / pass.seconds),
      0,
    ),
    brokenOff: whole < gathered.passes.length,
    hits: gathered.hits,
    result,
  };
}

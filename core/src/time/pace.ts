import type { Seconds, Ticks } from './units.ts';

/** How quickly ticks go by. */
export interface Pace {
  /** At its beginning. */
  readonly secondsPerTick: Seconds;
  /**
   * How the tempo rises from tick to tick without a step, as the natural logarithm of what it is multiplied by;
   * negative where it falls. Nothing where it is steady.
   */
  readonly rise?: number;
}

/** Below this over a whole stretch nothing rises that could be measured. */
const STEADY = 1e-12;

/**
 * When a tick comes, from the beginning on. A tempo that is multiplied by e^(rise) each tick makes tick x last
 * s·e^(−rise·x); the time until it is the integral of that, s·(1 − e^(−rise·x)) / rise: no sum of steps.
 */
export function timeInto({ secondsPerTick, rise = 0 }: Pace, ticks: Ticks): Seconds {
  if (rise === 0 || Math.abs(rise * ticks) < STEADY) return ticks * secondsPerTick;
  return (secondsPerTick * -Math.expm1(-rise * ticks)) / rise;
}

/** Which tick it is then: {@link timeInto} the other way. Where a falling tempo never comes to it, infinitely far. */
export function ticksInto({ secondsPerTick, rise = 0 }: Pace, time: Seconds): number {
  const steady = time / secondsPerTick;
  if (rise === 0 || Math.abs(rise * steady) < STEADY) return steady;
  const left = -rise * steady;
  return left <= -1 ? Number.POSITIVE_INFINITY : -Math.log1p(left) / rise;
}

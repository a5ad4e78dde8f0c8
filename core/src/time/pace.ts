import type { Seconds, Ticks } from './units.ts';

/** How quickly ticks go by. */
export interface Pace {
  /** At its beginning. */
  readonly secondsPerTick: Seconds;
  /**
   * How the tempo changes from tick to tick without a step; negative where it falls, nothing where it is steady.
   * Evenly: the natural logarithm of what it is multiplied by each tick. Straight: the part of the first tempo
   * that is added each tick.
   */
  readonly rise?: number;
  /** Evenly, unless it is straight. */
  readonly straight?: boolean;
}

/** Below this over a whole stretch nothing rises that could be measured. */
const STEADY = 1e-12;

/**
 * When a tick comes, from the beginning on. A tempo that is multiplied by e^(rise) each tick makes tick x last
 * s·e^(−rise·x); the time until it is the integral of that, s·(1 − e^(−rise·x)) / rise. One that grows straight
 * makes it last s / (1 + rise·x), whose integral is s·ln(1 + rise·x) / rise. No sum of steps in either. A tempo that
 * falls to nothing never comes further.
 */
export function timeInto({ secondsPerTick, rise = 0, straight }: Pace, ticks: Ticks): Seconds {
  if (rise === 0 || Math.abs(rise * ticks) < STEADY) return ticks * secondsPerTick;
  if (!straight) return (secondsPerTick * -Math.expm1(-rise * ticks)) / rise;
  const grown = rise * ticks;
  return grown <= -1 ? Number.POSITIVE_INFINITY : (secondsPerTick * Math.log1p(grown)) / rise;
}

/** Which tick it is then: {@link timeInto} the other way. Where a falling tempo never comes to it, infinitely far. */
export function ticksInto({ secondsPerTick, rise = 0, straight }: Pace, time: Seconds): number {
  const steady = time / secondsPerTick;
  if (rise === 0 || Math.abs(rise * steady) < STEADY) return steady;
  if (straight) return Math.expm1(rise * steady) / rise;
  const left = -rise * steady;
  return left <= -1 ? Number.POSITIVE_INFINITY : -Math.log1p(left) / rise;
}

/** What the tempo at the beginning is multiplied by at a tick. */
export function tempoInto(
  { rise = 0, straight }: Omit<Pace, 'secondsPerTick'>,
  ticks: Ticks,
): number {
  return straight ? 1 + rise * ticks : Math.exp(rise * ticks);
}

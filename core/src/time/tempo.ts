import { divide, multiply, type Pulses, type Rational, rational, toNumber } from './rational.ts';
import type { Bpm, Hertz, Samples, Seconds } from './units.ts';

/** How fast: `bpm` counted beats a minute, each of them `per` pulses long ("72 per 3"). */
export interface Tempo {
  readonly bpm: Bpm;
  /** Pulses in the counted beat; a whole number of at least 1. */
  readonly per: number;
}

/** The slowest and the quickest tempo the program accepts, in counted beats a minute. */
export const TEMPO_RANGE = { min: 10, max: 400 } as const;

/** The two tempos that were asked for last, as the one of now and the one that is meant, again and again. */
let last: Known | undefined;
let before: Known | undefined;
type Known = Tempo & { readonly pulse: Rational };

/**
 * Seconds that one pulse lasts, exact. Tempos are taken to a thousandth of a beat a minute.
 * @example secondsPerPulse({ bpm: 72, per: 3 }) // 5/18
 */
export function secondsPerPulse({ bpm, per }: Tempo): Rational {
  if (last?.bpm === bpm && last.per === per) return last.pulse;
  if (before?.bpm === bpm && before.per === per) return before.pulse;
  const beats = rational(Math.round(bpm * 1000), 1000);
  const pulse = divide(rational(60), multiply(beats, rational(per)));
  before = last;
  last = { bpm, per, pulse };
  return pulse;
}

/** The clock time of a moment in pulses, rounded to a float once, at the very end. */
export function toSeconds(at: Pulses, tempo: Tempo): Seconds {
  return toNumber(multiply(at, secondsPerPulse(tempo)));
}

/**
 * The sample at which a moment falls: the exact time rounded once to the nearest sample (halves up).
 * No rounded steps are summed, so the fortieth turn is as exact as the first.
 * @example toSample(rational(8), { bpm: 72, per: 3 }, 48000) // 106667
 */
export function toSample(at: Pulses, tempo: Tempo, sampleRate: Hertz): Samples {
  const exact = multiply(at, secondsPerPulse(tempo));
  const num = BigInt(exact.num) * BigInt(sampleRate);
  const den = BigInt(exact.den);
  const doubled = 2n * num + den;
  const quotient = doubled / (2n * den);
  const floored = doubled < 0n && doubled % (2n * den) !== 0n ? quotient - 1n : quotient;
  return Number(floored);
}

import type { Hertz, Seconds } from '../time/index.ts';

/** Loudness against full scale, in LUFS; a difference of two is in LU. */
export type Loudness = number;

/** A filter of second order: numerator and denominator, the first of the denominator being 1. */
export interface Biquad {
  readonly b: readonly [number, number, number];
  readonly a: readonly [number, number];
}

/**
 * The two filters of the K weighting (ITU-R BS.1770-5, annex 1) at a sample rate: a shelf for the head and
 * a high-pass. The standard gives coefficients at 48 kHz; these are the analogue filters behind them.
 */
export function kWeighting(sampleRate: Hertz): readonly [Biquad, Biquad] {
  return [shelf(sampleRate), highPass(sampleRate)];
}

function shelf(sampleRate: Hertz): Biquad {
  const k = Math.tan((Math.PI * 1681.974450955533) / sampleRate);
  const q = 0.7071752369554196;
  const high = 10 ** (3.999843853973347 / 20);
  const middle = high ** 0.4996667741545416;
  const all = 1 + k / q + k * k;
  return {
    b: [
      (high + (middle * k) / q + k * k) / all,
      (2 * (k * k - high)) / all,
      (high - (middle * k) / q + k * k) / all,
    ],
    a: [(2 * (k * k - 1)) / all, (1 - k / q + k * k) / all],
  };
}

function highPass(sampleRate: Hertz): Biquad {
  const k = Math.tan((Math.PI * 38.13547087602444) / sampleRate);
  const q = 0.5003270373238773;
  const all = 1 + k / q + k * k;
  return { b: [1, -2, 1], a: [(2 * (k * k - 1)) / all, (1 - k / q + k * k) / all] };
}

/** A filter that takes a signal sample by sample, from silence. */
export function runningFilter({ b: [b0, b1, b2], a: [a1, a2] }: Biquad): (x: number) => number {
  let x1 = 0;
  let x2 = 0;
  let y1 = 0;
  let y2 = 0;
  return (x) => {
    const y = b0 * x + b1 * x1 + b2 * x2 - a1 * y1 - a2 * y2;
    x2 = x1;
    x1 = x;
    y2 = y1;
    y1 = y;
    return y;
  };
}

type Running = ReturnType<typeof runningFilter>;

/** How long one hears back for the loudness of a moment. */
const MOMENT: Seconds = 0.4;

/**
 * How loud a single sound is: the loudness of the 400 ms from its beginning, one channel, without gates.
 * What is shorter counts as long as this, as it does to the ear.
 * @returns −Infinity for silence
 */
export function strokeLoudness(samples: Float32Array, sampleRate: Hertz): Loudness {
  const size = Math.round(MOMENT * sampleRate);
  const [head, lows] = kWeighting(sampleRate).map(runningFilter) as [Running, Running];
  let power = 0;
  for (let i = 0; i < Math.min(size, samples.length); i += 1)
    power += lows(head(samples[i] as number)) ** 2;
  return -0.691 + 10 * Math.log10(power / size);
}

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

/** A signal through a filter, from silence. */
export function filtered(samples: Float32Array, { b, a }: Biquad): Float32Array {
  const out = new Float32Array(samples.length);
  let x1 = 0;
  let x2 = 0;
  let y1 = 0;
  let y2 = 0;
  for (let i = 0; i < samples.length; i += 1) {
    const x = samples[i] as number;
    const y = b[0] * x + b[1] * x1 + b[2] * x2 - a[0] * y1 - a[1] * y2;
    x2 = x1;
    x1 = x;
    y2 = y1;
    y1 = y;
    out[i] = y;
  }
  return out;
}

/** How long one hears back for the loudness of a moment. */
const MOMENT: Seconds = 0.4;

/**
 * How loud a single sound is: the loudness of the 400 ms from its beginning, one channel, without gates.
 * What is shorter counts as long as this, as it does to the ear.
 * @returns −Infinity for silence
 */
export function strokeLoudness(samples: Float32Array, sampleRate: Hertz): Loudness {
  const size = Math.round(MOMENT * sampleRate);
  const [first, second] = kWeighting(sampleRate);
  const weighted = filtered(filtered(samples.subarray(0, size), first), second);
  let power = 0;
  for (const value of weighted) power += value * value;
  return -0.691 + 10 * Math.log10(power / size);
}

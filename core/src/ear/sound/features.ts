import FFT from 'fft.js';
import type { Hertz, Samples, Seconds } from '../../time/index.ts';

/** What tells strokes of one drum apart, as a row of numbers: how loud each pitch is, at three moments after the stroke. */
export type Features = readonly number[];

const SIZE: Samples = 1024;
/** When the sound is looked at after a stroke: its contact, its body, its ringing. */
const MOMENTS: readonly Seconds[] = [0, 0.016, 0.038];
/** Bands of even width to the ear, and between which pitches. */
const BANDS = { count: 22, low: 55, high: 13_000 } as const;
/** What is so many decibels below the loudest is silence. */
const DEPTH = 48;

/** How much sound after a stroke is looked at. */
export const FEATURE_SECONDS: Seconds = 0.038 + 1024 / 48_000;

/** Measures a stroke; what rang on from before it is taken out. */
export interface FeatureMeter {
  /**
   * @param samples sound with the stroke in it
   * @param at the sample where it begins
   * @param until the sample where the next one begins, if one does
   */
  measure(samples: Float32Array, at: Samples, until?: Samples): Features;
}

/** Makes a meter for sound of one rate; it keeps its tables. */
export function createFeatureMeter(sampleRate: Hertz): FeatureMeter {
  const transform = new FFT(SIZE);
  const spectrum = transform.createComplexArray();
  const windowed = new Array<number>(SIZE).fill(0);
  // Only falling: a stroke is loudest where it begins.
  const falling = Array.from(
    { length: SIZE },
    (_, at) => Math.cos((Math.PI * at) / (2 * SIZE)) ** 2,
  );
  const edges = Array.from({ length: BANDS.count + 1 }, (_, band) =>
    Math.max(
      band + 1,
      Math.round(
        (BANDS.low * (BANDS.high / BANDS.low) ** (band / BANDS.count) * SIZE) / sampleRate,
      ),
    ),
  );

  function powers(samples: Float32Array, from: Samples, until: Samples): number[] {
    for (let at = 0; at < SIZE; at += 1) {
      const place = from + at;
      windowed[at] = place < until ? (samples[place] ?? 0) * (falling[at] ?? 0) : 0;
    }
    transform.realTransform(spectrum, windowed);
    return Array.from({ length: BANDS.count }, (_, band) => {
      const low = edges[band] ?? 1;
      const high = Math.max(low + 1, edges[band + 1] ?? low + 1);
      let sum = 0;
      for (let bin = low; bin < high; bin += 1) {
        sum += (spectrum[2 * bin] ?? 0) ** 2 + (spectrum[2 * bin + 1] ?? 0) ** 2;
      }
      return sum;
    });
  }

  return {
    measure(samples, at, until = samples.length) {
      const before = powers(samples, at - SIZE, at);
      const moments = MOMENTS.map((moment) => {
        const from = at + Math.round(moment * sampleRate);
        const fall = 10 ** (-moment * 12);
        // A moment after the next stroke says nothing; it is taken as it was just before.
        if (from >= until - SIZE / 8) return undefined;
        return powers(samples, from, until).map((power, band) =>
          Math.max(power - (before[band] ?? 0) * fall, power * 0.02),
        );
      });
      const heard = moments.filter((one) => one !== undefined);
      const loudest = Math.max(1e-12, ...heard.flat());
      const silent = new Array<number>(BANDS.count).fill(Number.NaN);
      return moments.flatMap((one) =>
        (one ?? silent).map((power) =>
          Number.isNaN(power) ? power : Math.max(-DEPTH, 10 * Math.log10(power / loudest + 1e-9)),
        ),
      );
    },
  };
}

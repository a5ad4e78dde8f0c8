import FFT from 'fft.js';
import { normal, seeded } from '../chance/index.ts';
import type { Hertz, Seconds } from '../time/index.ts';

/** When the parts of a stroke begin that are looked at one by one; the last ends the look. */
const PARTS: readonly Seconds[] = [0, 0.012, 0.03, 0.07, 0.15, 0.3];
const BANDS = 26;
const SIZE = 1024;

const mel = (hertz: Hertz) => 2595 * Math.log10(1 + hertz / 700);

/** A bell over so many samples; each length is asked for thousands of times. */
function bell(length: number): Float64Array {
  const known = bells.get(length);
  if (known) return known;
  const made = Float64Array.from(
    { length },
    (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / length),
  );
  bells.set(length, made);
  return made;
}
const bells = new Map<number, Float64Array>();

/** Where each bin of a spectrum lies among the bands; asked for as often as a bell. */
function bandsAt(sampleRate: Hertz): Float64Array {
  const known = places.get(sampleRate);
  if (known) return known;
  const top = mel(Math.min(15_000, sampleRate * 0.45));
  const bottom = mel(40);
  const made = Float64Array.from(
    { length: SIZE / 2 },
    (_, bin) => ((mel((bin * sampleRate) / SIZE) - bottom) / (top - bottom)) * BANDS,
  );
  places.set(sampleRate, made);
  return made;
}
const places = new Map<Hertz, Float64Array>();

/** Log-mel features of a stroke: how strong each band of hearing is in each part, whatever its loudness. */
export function logMel(samples: Float32Array, sampleRate: Hertz): Float64Array {
  const fft = new FFT(SIZE);
  const spectrum = fft.createComplexArray();
  const features = new Float64Array(BANDS * (PARTS.length - 1));
  const bands = bandsAt(sampleRate);
  for (let part = 0; part + 1 < PARTS.length; part += 1) {
    const from = Math.round((PARTS[part] as number) * sampleRate);
    const to = Math.round((PARTS[part + 1] as number) * sampleRate);
    const power = new Float64Array(SIZE / 2);
    // Long parts in pieces that overlap by half.
    const step = Math.min(to - from, SIZE);
    const window = bell(step);
    for (let at = from; at < to; at += step / 2) {
      const input = new Array<number>(SIZE).fill(0);
      for (let i = 0; i < step; i += 1) {
        const weight = part === 0 && i < step / 2 ? 1 : (window[i] as number);
        input[i] = (samples[Math.round(at) + i] ?? 0) * weight;
      }
      fft.realTransform(spectrum, input);
      for (let bin = 0; bin < SIZE / 2; bin += 1) {
        power[bin] =
          (power[bin] as number) +
          (spectrum[2 * bin] as number) ** 2 +
          (spectrum[2 * bin + 1] as number) ** 2;
      }
    }
    for (let bin = 1; bin < SIZE / 2; bin += 1) {
      const at = bands[bin] as number;
      const low = Math.floor(at);
      for (const [band, share] of [
        [low, 1 - (at - low)],
        [low + 1, at - low],
      ] as const) {
        if (band < 0 || band >= BANDS) continue;
        const index = part * BANDS + band;
        features[index] = (features[index] as number) + share * (power[bin] as number);
      }
    }
  }
  const most = Math.max(...features);
  // What lies far below the loudest is not heard beside it.
  return features.map((value) => Math.log(value / most + 3e-4));
}

/** A stroke with noise so many decibels below its own mean power. */
export function withNoise(samples: Float32Array, below: number, seed: number): Float32Array {
  const random = seeded(seed);
  const power = samples.reduce((sum, value) => sum + value * value, 0) / samples.length;
  const level = Math.sqrt(power) * 10 ** (-below / 20);
  return samples.map((value) => value + normal(random) * level);
}

/** The centre of some features. */
export function centroidOf(all: readonly Float64Array[]): Float64Array {
  const sum = new Float64Array(all[0]?.length ?? 0);
  for (const one of all)
    for (let i = 0; i < sum.length; i += 1) sum[i] = (sum[i] as number) + (one[i] as number);
  return sum.map((value) => value / all.length);
}

/** The name whose centre lies nearest. */
export function nearest(one: Float64Array, centres: ReadonlyMap<string, Float64Array>): string {
  let best = '';
  let least = Number.POSITIVE_INFINITY;
  for (const [name, centre] of centres) {
    let apart = 0;
    for (let i = 0; i < one.length; i += 1)
      apart += ((one[i] as number) - (centre[i] as number)) ** 2;
    if (apart < least) {
      least = apart;
      best = name;
    }
  }
  return best;
}

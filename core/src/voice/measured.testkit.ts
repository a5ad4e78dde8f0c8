import FFT from 'fft.js';
import type { Hertz, Seconds } from '../time/index.ts';

/** What tells sounds apart by ear, measured. */
export interface SoundFeatures {
  /** Balance point of the spectrum: higher is brighter. */
  readonly centroid: Hertz;
  /** Time until the energy that is still to come is a thousandth of the whole. */
  readonly decay: Seconds;
  readonly peak: number;
}

/** Measures a sound; the spectrum is taken over its first 2048 samples. */
export function measure(samples: Float32Array, sampleRate: Hertz): SoundFeatures {
  return {
    centroid: centroid(samples, sampleRate),
    decay: decay(samples) / sampleRate,
    peak: samples.reduce((peak, x) => Math.max(peak, Math.abs(x)), 0),
  };
}

const SIZE = 2048;
/** What lies above is hardly heard. */
const TOP: Hertz = 12_000;

function centroid(samples: Float32Array, sampleRate: Hertz): Hertz {
  const fft = new FFT(SIZE);
  const spectrum = fft.createComplexArray();
  fft.realTransform(
    spectrum,
    Array.from({ length: SIZE }, (_, i) => samples[i] ?? 0),
  );
  let weight = 0;
  let sum = 0;
  for (let bin = 1; bin < SIZE / 2; bin += 1) {
    const frequency = (bin * sampleRate) / SIZE;
    if (frequency > TOP) break;
    const power = (spectrum[2 * bin] as number) ** 2 + (spectrum[2 * bin + 1] as number) ** 2;
    weight += power;
    sum += power * frequency;
  }
  return weight === 0 ? 0 : sum / weight;
}

function decay(samples: Float32Array): number {
  let left = samples.reduce((sum, x) => sum + x * x, 0);
  const threshold = left / 1000;
  for (let i = 0; i < samples.length; i += 1) {
    left -= (samples[i] ?? 0) ** 2;
    if (left <= threshold) return i;
  }
  return samples.length;
}

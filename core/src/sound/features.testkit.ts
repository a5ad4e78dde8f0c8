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

function centroid(samples: Float32Array, sampleRate: Hertz): Hertz {
  const size = 2048;
  const bins = 128;
  let weight = 0;
  let sum = 0;
  // A plain transform at logarithmic places up to 12 kHz is enough to compare brightness.
  for (let bin = 0; bin < bins; bin += 1) {
    const frequency = 50 * (12_000 / 50) ** (bin / (bins - 1));
    const step = (2 * Math.PI * frequency) / sampleRate;
    // Goertzel's recurrence: the power at one frequency without a sine for every sample.
    const twice = 2 * Math.cos(step);
    let last = 0;
    let before = 0;
    for (let i = 0; i < Math.min(size, samples.length); i += 1) {
      const next = (samples[i] ?? 0) + twice * last - before;
      before = last;
      last = next;
    }
    const power = (last * last + before * before - twice * last * before) * frequency;
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

import { seeded } from '@stride/core/chance';
import type { Force } from '@stride/core/rhythm';
import type { Hertz, Seconds } from '@stride/core/time';

// How strokes were computed before they were modelled: each from a recipe, the same array every time. Kept for the bench
// alone, which measures what the models cost beside it.

/** One ringing part of a sound: how high against the voice's own pitch, how strong, how long. */
interface Mode {
  readonly ratio: number;
  readonly gain: number;
  /** Time until it has fallen by 60 dB. */
  readonly decay: Seconds;
}

/** A band of noise: the contact of hand or stick, the rattle of a shaker. */
interface NoiseBand {
  readonly centre: Hertz;
  /** Width of the band as its centre over its bandwidth; larger is narrower. */
  readonly q: number;
  readonly gain: number;
  readonly decay: Seconds;
}

/** How a stroke sounds: what rings, what rushes, and how much its pitch falls as it starts. */
interface Voice {
  readonly pitch: Hertz;
  readonly modes: readonly Mode[];
  readonly noise: readonly NoiseBand[];
  /** Share by which the pitch starts above its own when struck with full force. */
  readonly bend: number;
  /** Loudness among its neighbours, 1 for a plain full stroke. */
  readonly level: number;
}

/** How loud a force is, and how much of the upper modes and of the contact it brings out. */
const FORCES: Readonly<Record<Force, { gain: number; brightness: number; bend: number }>> = {
  1: { gain: 0.28, brightness: 0.46, bend: 0.15 },
  2: { gain: 0.45, brightness: 0.62, bend: 0.4 },
  3: { gain: 0.68, brightness: 0.85, bend: 0.7 },
  4: { gain: 1, brightness: 1.12, bend: 1 },
};

/** ln(1000): a decay time is the time to fall by 60 dB. */
const FALL = Math.log(1000);
const BEND_TIME: Seconds = 0.028;

/**
 * Computes a stroke as samples, mono, about −1 to 1. The first sample is already part of the sound,
 * so a stroke placed at a sample is heard from that sample on. Same arguments, same samples.
 */
export function renderRecipe(voice: Voice, force: Force, sampleRate: Hertz): Float32Array {
  const { gain, brightness, bend } = FORCES[force];
  const longest = Math.max(
    0.02,
    ...voice.modes.map((mode) => mode.decay),
    ...voice.noise.map((band) => band.decay),
  );
  const out = new Float32Array(Math.ceil(longest * 1.05 * sampleRate));
  for (const mode of voice.modes) {
    addMode(out, voice, mode, voice.bend * bend, brightness, sampleRate);
  }
  voice.noise.forEach((band, index) => {
    // A harder contact is a brighter one, where there is nothing but the contact too.
    const centre = band.centre * brightness ** 0.3;
    addNoise(out, { ...band, centre }, band.gain * brightness ** 2.4, index + 1, sampleRate);
  });
  fadeOut(out, Math.round(0.004 * sampleRate));
  const scale = gain * voice.level;
  for (let i = 0; i < out.length; i += 1) out[i] = softLimit((out[i] ?? 0) * scale);
  return out;
}

function addMode(
  out: Float32Array,
  voice: Voice,
  mode: Mode,
  bend: number,
  brightness: number,
  sampleRate: Hertz,
): void {
  const frequency = voice.pitch * mode.ratio;
  if (frequency > sampleRate * 0.45) return;
  // Upper modes answer most to the force; the lowest hardly at all.
  const gain = mode.gain * brightness ** Math.log2(1 + mode.ratio);
  const perSample = Math.exp(-FALL / (mode.decay * sampleRate));
  const bendFall = Math.exp(-1 / (BEND_TIME * sampleRate));
  const length = Math.min(out.length, Math.ceil(mode.decay * 1.05 * sampleRate));
  const step = (2 * Math.PI * frequency) / sampleRate;
  let amplitude = gain;
  let above = bend;
  // Starting part-way up the wave gives the first sample weight without a click.
  let phase = 0.35;
  for (let i = 0; i < length; i += 1) {
    out[i] = (out[i] ?? 0) + amplitude * Math.sin(phase);
    phase += step * (1 + above);
    amplitude *= perSample;
    above *= bendFall;
  }
}

/** Band-pass noise after the audio EQ cookbook (constant peak gain), from a seeded generator. */
function addNoise(
  out: Float32Array,
  band: NoiseBand,
  gain: number,
  seed: number,
  sampleRate: Hertz,
): void {
  const omega = (2 * Math.PI * Math.min(band.centre, sampleRate * 0.45)) / sampleRate;
  const alpha = Math.sin(omega) / (2 * band.q);
  const b0 = alpha / (1 + alpha);
  const a1 = (-2 * Math.cos(omega)) / (1 + alpha);
  const a2 = (1 - alpha) / (1 + alpha);
  // A narrow band lets little of the noise through; bring it back to a like loudness.
  const scale = gain * Math.sqrt(band.q) * 2.2;
  const perSample = Math.exp(-FALL / (band.decay * sampleRate));
  const length = Math.min(out.length, Math.ceil(band.decay * 1.05 * sampleRate));
  const random = seeded(seed * 0x9e3779b1);
  let amplitude = scale;
  let x1 = 0;
  let x2 = 0;
  let y1 = 0;
  let y2 = 0;
  for (let i = 0; i < length; i += 1) {
    const x = random() * 2 - 1;
    const y = b0 * (x - x2) - a1 * y1 - a2 * y2;
    x2 = x1;
    x1 = x;
    y2 = y1;
    y1 = y;
    out[i] = (out[i] ?? 0) + y * amplitude;
    amplitude *= perSample;
  }
}

function fadeOut(out: Float32Array, length: number): void {
  const from = out.length - length;
  for (let i = Math.max(0, from); i < out.length; i += 1) {
    out[i] = (out[i] ?? 0) * (1 - (i - from) / length);
  }
}

/** Bends peaks over 0.8 gently down so that strokes together do not clip hard. */
function softLimit(x: number): number {
  const size = Math.abs(x);
  return size <= 0.8 ? x : Math.sign(x) * (0.8 + 0.2 * Math.tanh((size - 0.8) / 0.2));
}

const SKIN = [1, 1.594, 2.136, 2.296, 2.653] as const;

/** An open tone and a slap of a drum, as they were. */
export const RECIPES: Readonly<Record<'open' | 'slap', Voice>> = {
  open: {
    pitch: 220,
    modes: [0.72, 0.46, 0.24, 0.16, 0.1].map((gain, index) => ({
      ratio: SKIN[index] ?? 1,
      gain,
      decay: 0.42 * 0.8 ** index,
    })),
    noise: [{ centre: 858, q: 0.8, gain: 0.22, decay: 0.02 }],
    bend: 0.05,
    level: 0.85,
  },
  slap: {
    pitch: 372,
    modes: [0.16, 0.42, 0.44, 0.4, 0.34].map((gain, index) => ({
      ratio: SKIN[index] ?? 1,
      gain,
      decay: 0.24 * 0.94 ** index,
    })),
    noise: [{ centre: 3000, q: 0.8, gain: 0.72, decay: 0.042 }],
    bend: 0.02,
    level: 0.9,
  },
};

import { nth } from '../bounds/index.ts';
import type { Timbre } from '../instrument/index.ts';
import type { Hertz, Seconds } from '../time/index.ts';
import type { Mode, NoiseBand, Voice } from './voice.ts';

/** Ratios of the lower modes of a round membrane (zeros of the Bessel functions over the first). */
export const MEMBRANE = [1, 1.594, 2.136, 2.296, 2.653, 2.918] as const;

/** Ratios of the modes of a bar that is free at both ends. */
export const BAR = [1, 2.756, 5.404] as const;

/** Modes on these ratios with gains as given; each higher one dies sooner. */
export function modes(
  ratios: readonly number[],
  gains: readonly number[],
  decay: Seconds,
  shorter = 0.8,
): readonly Mode[] {
  return ratios.slice(0, gains.length).map((ratio, index) => ({
    ratio,
    gain: nth(gains, index),
    decay: decay * shorter ** index,
  }));
}

function noise(centre: Hertz, q: number, gain: number, decay: Seconds): NoiseBand {
  return { centre, q, gain, decay };
}

/** Lower drums ring longer: the decay of a drum of 200 Hz, stretched for others. */
function forPitch(decay: Seconds, pitch: Hertz): Seconds {
  return decay * Math.min(1.6, Math.max(0.6, Math.sqrt(200 / pitch)));
}

type Recipe = (pitch: Hertz) => Voice;

/** How each timbre is made at a pitch. */
export const RECIPES: Readonly<Record<Timbre, Recipe>> = {
  'skin-bass': (pitch) => ({
    pitch,
    modes: modes(MEMBRANE, [0.95, 0.26, 0.14, 0.08], forPitch(0.3, pitch), 0.6),
    noise: [noise(Math.max(240, pitch * 3.6), 0.8, 0.36, 0.04)],
    bend: 0.2,
    level: 1,
  }),
  'skin-open': (pitch) => ({
    pitch,
    modes: modes(MEMBRANE, [0.72, 0.46, 0.24, 0.16, 0.1], forPitch(0.42, pitch), 0.8),
    noise: [noise(pitch * 3.9, 0.8, 0.22, 0.02)],
    bend: 0.05,
    level: 0.85,
  }),
  'skin-slap': (pitch) => ({
    pitch,
    modes: modes(MEMBRANE, [0.14, 0.3, 0.3, 0.26, 0.2], 0.07, 0.95),
    noise: [noise(pitch * 6.2, 0.7, 0.95, 0.06), noise(4800, 1.2, 0.35, 0.025)],
    bend: 0.02,
    level: 0.95,
  }),
  'skin-crack': (pitch) => ({
    pitch,
    modes: modes(MEMBRANE, [0.16, 0.42, 0.44, 0.4, 0.34, 0.28], forPitch(0.3, pitch), 0.94),
    noise: [noise(Math.max(3000, pitch * 7), 0.8, 0.72, 0.042)],
    bend: 0.02,
    level: 0.9,
  }),
  'skin-muffled': (pitch) => ({
    pitch: pitch * 1.05,
    modes: modes(MEMBRANE, [0.6, 0.34, 0.16], 0.09, 0.75),
    noise: [noise(pitch * 3.4, 0.8, 0.3, 0.025)],
    bend: 0.06,
    level: 0.8,
  }),
  'skin-touch': (pitch) => ({
    pitch,
    modes: modes(MEMBRANE, [0.1, 0.13, 0.1, 0.07], 0.05, 0.88),
    noise: [noise(pitch * 5.5, 0.8, 0.3, 0.023)],
    bend: 0,
    level: 0.48,
  }),
  'stick-open': (pitch) => ({
    pitch,
    modes: modes(MEMBRANE, [0.7, 0.5, 0.3, 0.2, 0.14], forPitch(0.4, pitch), 0.84),
    noise: [noise(pitch * 6, 0.9, 0.3, 0.012)],
    bend: 0.05,
    level: 0.85,
  }),
  'stick-muffled': (pitch) => ({
    pitch: pitch * 1.04,
    modes: modes(MEMBRANE, [0.55, 0.36, 0.2], 0.09, 0.8),
    noise: [noise(pitch * 5, 0.9, 0.32, 0.014)],
    bend: 0.05,
    level: 0.8,
  }),
  rim: (pitch) => ({
    pitch,
    modes: modes(MEMBRANE, [0.4, 0.4, 0.3, 0.24], 0.12, 0.9),
    noise: [noise(Math.min(8000, pitch * 3.6), 1.1, 0.5, 0.03)],
    bend: 0.01,
    level: 0.85,
  }),
  shell: (pitch) => ({
    pitch,
    modes: modes([1, 1.83, 2.62, 4.1], [0.4, 0.34, 0.26, 0.16], 0.09, 0.8),
    noise: [noise(pitch * 3.2, 1, 0.34, 0.015)],
    bend: 0,
    level: 0.7,
  }),
  bell: (pitch) => ({
    pitch,
    modes: modes([...BAR, 8.2], [0.5, 0.36, 0.22, 0.1], 0.7, 0.7),
    noise: [noise(5200, 1, 0.35, 0.012)],
    bend: 0,
    level: 0.68,
  }),
  'bell-damped': (pitch) => ({
    pitch,
    modes: modes(BAR, [0.5, 0.3, 0.16], 0.07, 0.8),
    noise: [noise(4600, 0.9, 0.38, 0.014)],
    bend: 0,
    level: 0.62,
  }),
  wood: (pitch) => ({
    pitch,
    modes: modes(BAR, [0.7, 0.24, 0.08], 0.075, 0.6),
    noise: [noise(Math.min(9000, pitch * 2.4), 1, 0.26, 0.008)],
    bend: 0,
    level: 0.75,
  }),
  scrape: (pitch) => ({
    pitch,
    modes: [],
    noise: [noise(pitch, 0.9, 0.3, 0.3), noise(pitch * 1.7, 1.4, 0.16, 0.22)],
    bend: 0,
    level: 0.6,
  }),
  'scrape-short': (pitch) => ({
    pitch,
    modes: [],
    noise: [noise(pitch, 0.9, 0.4, 0.09), noise(pitch * 1.8, 1.4, 0.18, 0.06)],
    bend: 0,
    level: 0.6,
  }),
  shake: (pitch) => ({
    pitch,
    modes: [],
    noise: [noise(pitch, 0.8, 0.42, 0.075), noise(pitch * 1.5, 1.2, 0.2, 0.05)],
    bend: 0,
    level: 0.55,
  }),
  'shake-accent': (pitch) => ({
    pitch,
    modes: [],
    noise: [noise(pitch, 0.7, 0.6, 0.11), noise(pitch * 1.6, 1.1, 0.3, 0.06)],
    bend: 0,
    level: 0.75,
  }),
  jingle: (pitch) => ({
    pitch,
    modes: modes([1, 1.16, 1.31], [0.2, 0.18, 0.14], 0.26, 0.9),
    noise: [noise(pitch * 1.45, 1.5, 0.4, 0.16)],
    bend: 0,
    level: 0.55,
  }),
  'jingle-short': (pitch) => ({
    pitch,
    modes: modes([1, 1.16, 1.31], [0.16, 0.14, 0.1], 0.1, 0.9),
    noise: [noise(pitch * 1.5, 1.5, 0.42, 0.07)],
    bend: 0,
    level: 0.6,
  }),
  palm: (pitch) => ({
    pitch,
    modes: [],
    noise: [noise(pitch, 1.1, 0.8, 0.05), noise(pitch * 2.2, 1.2, 0.4, 0.025)],
    bend: 0,
    level: 0.8,
  }),
  stamp: (pitch) => ({
    pitch,
    modes: modes([1, 1.7, 2.6], [0.8, 0.3, 0.14], 0.16, 0.6),
    noise: [noise(pitch * 4, 0.8, 0.3, 0.03)],
    bend: 0.1,
    level: 0.9,
  }),
  'clay-bass': (pitch) => ({
    pitch,
    modes: modes([1, 2.4], [0.95, 0.1], 0.34, 0.5),
    noise: [noise(pitch * 3, 0.7, 0.2, 0.05)],
    bend: 0.3,
    level: 0.95,
  }),
  'clay-ring': (pitch) => ({
    pitch,
    modes: modes([1, 1.72, 2.71, 3.9], [0.5, 0.42, 0.26, 0.16], 0.28, 0.75),
    noise: [noise(pitch * 4, 1, 0.26, 0.012)],
    bend: 0,
    level: 0.78,
  }),
  'clay-touch': (pitch) => ({
    pitch,
    modes: modes([1, 1.72, 2.71], [0.3, 0.24, 0.16], 0.06, 0.8),
    noise: [noise(pitch * 3, 0.9, 0.24, 0.015)],
    bend: 0,
    level: 0.5,
  }),
  wires: (pitch) => ({
    pitch: 190,
    modes: modes(MEMBRANE, [0.42, 0.34, 0.2, 0.14], 0.12, 0.85),
    noise: [noise(pitch, 0.6, 0.75, 0.13), noise(5600, 0.9, 0.4, 0.09)],
    bend: 0.05,
    level: 0.9,
  }),
  cymbal: (pitch) => ({
    pitch,
    modes: modes([1, 1.34, 1.77, 2.13], [0.14, 0.12, 0.1, 0.08], 0.9, 0.8),
    noise: [noise(Math.min(13_000, pitch * 1.9), 1.4, 0.34, 0.6)],
    bend: 0,
    level: 0.5,
  }),
  'cymbal-damped': (pitch) => ({
    pitch,
    modes: modes([1, 1.34, 1.77], [0.12, 0.1, 0.08], 0.06, 0.8),
    noise: [noise(Math.min(13_000, pitch * 1.9), 1.6, 0.44, 0.055)],
    bend: 0,
    level: 0.5,
  }),
};

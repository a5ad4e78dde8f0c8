import type { Mode, Voice } from './voice.ts';

/** Ratios of the lower modes of a round membrane, and of a bar that is free at both ends. */
const MEMBRANE = [1, 1.594, 2.136, 2.296, 2.653, 2.918] as const;
const BAR = [1, 2.756, 5.404] as const;

/** Modes on these ratios with gains as given; each higher one dies sooner. */
function modes(
  ratios: readonly number[],
  gains: readonly number[],
  decay: number,
  shorter = 0.8,
): readonly Mode[] {
  return ratios.slice(0, gains.length).map((ratio, index) => ({
    ratio,
    gain: gains[index] ?? 0,
    decay: decay * shorter ** index,
  }));
}

const CLICK: Voice = {
  pitch: 1050,
  modes: modes([1, 2.01], [0.5, 0.18], 0.06),
  noise: [{ centre: 3200, q: 1.2, gain: 0.3, decay: 0.012 }],
  bend: 0,
  level: 0.75,
};

/** Voices by instrument and stroke code. */
const VOICES: Readonly<Record<string, Readonly<Record<string, Voice>>>> = {
  'goblet-drum': {
    D: {
      pitch: 92,
      modes: modes(MEMBRANE, [0.95, 0.3, 0.12, 0.08], 0.62, 0.55),
      noise: [{ centre: 320, q: 0.8, gain: 0.28, decay: 0.03 }],
      bend: 0.28,
      level: 1,
    },
    O: {
      pitch: 248,
      modes: modes(MEMBRANE, [0.62, 0.5, 0.3, 0.2, 0.12], 0.36, 0.8),
      noise: [{ centre: 900, q: 0.8, gain: 0.22, decay: 0.02 }],
      bend: 0.06,
      level: 0.85,
    },
    T: {
      pitch: 392,
      modes: modes(MEMBRANE, [0.2, 0.42, 0.4, 0.36, 0.3, 0.26], 0.2, 0.92),
      noise: [{ centre: 3600, q: 0.9, gain: 0.55, decay: 0.035 }],
      bend: 0.03,
      level: 0.85,
    },
    K: {
      pitch: 372,
      modes: modes(MEMBRANE, [0.2, 0.44, 0.4, 0.32, 0.26, 0.2], 0.17, 0.92),
      noise: [{ centre: 3100, q: 0.9, gain: 0.48, decay: 0.032 }],
      bend: 0.03,
      level: 0.78,
    },
    S: {
      pitch: 430,
      modes: modes(MEMBRANE, [0.16, 0.3, 0.32, 0.28, 0.22], 0.07, 0.95),
      noise: [
        { centre: 2400, q: 0.7, gain: 0.9, decay: 0.07 },
        { centre: 5200, q: 1.2, gain: 0.4, decay: 0.03 },
      ],
      bend: 0.02,
      level: 0.95,
    },
    M: {
      pitch: 112,
      modes: modes(MEMBRANE, [0.85, 0.22, 0.08], 0.11, 0.6),
      noise: [{ centre: 420, q: 0.8, gain: 0.3, decay: 0.03 }],
      bend: 0.2,
      level: 0.9,
    },
    P: {
      pitch: 205,
      modes: modes(MEMBRANE, [0.7, 0.34, 0.16], 0.1, 0.7),
      noise: [{ centre: 700, q: 0.8, gain: 0.3, decay: 0.025 }],
      bend: 0.12,
      level: 0.85,
    },
    t: {
      pitch: 360,
      modes: modes(MEMBRANE, [0.08, 0.14, 0.14, 0.1], 0.05, 0.9),
      noise: [{ centre: 2000, q: 0.8, gain: 0.3, decay: 0.022 }],
      bend: 0,
      level: 0.5,
    },
    k: {
      pitch: 338,
      modes: modes(MEMBRANE, [0.08, 0.14, 0.12, 0.08], 0.045, 0.9),
      noise: [{ centre: 1650, q: 0.8, gain: 0.28, decay: 0.02 }],
      bend: 0,
      level: 0.46,
    },
    n: {
      pitch: 410,
      modes: modes(MEMBRANE, [0.1, 0.3, 0.36, 0.36, 0.32, 0.3], 0.15, 0.93),
      noise: [{ centre: 4600, q: 1.1, gain: 0.5, decay: 0.018 }],
      bend: 0.02,
      level: 0.72,
    },
  },
  'hand-bell': {
    X: {
      pitch: 812,
      modes: modes([...BAR, 8.2], [0.5, 0.36, 0.22, 0.1], 0.85, 0.68),
      noise: [{ centre: 5200, q: 1, gain: 0.35, decay: 0.012 }],
      bend: 0,
      level: 0.7,
    },
    Y: {
      pitch: 1280,
      modes: modes(BAR, [0.36, 0.36, 0.24], 0.3, 0.6),
      noise: [{ centre: 6000, q: 1, gain: 0.4, decay: 0.012 }],
      bend: 0,
      level: 0.62,
    },
    C: {
      pitch: 800,
      modes: modes(BAR, [0.5, 0.3, 0.16], 0.07, 0.8),
      noise: [{ centre: 4200, q: 0.9, gain: 0.4, decay: 0.015 }],
      bend: 0,
      level: 0.65,
    },
    t: {
      pitch: 1250,
      modes: modes(BAR, [0.14, 0.14], 0.035, 0.8),
      noise: [{ centre: 4800, q: 1, gain: 0.22, decay: 0.01 }],
      bend: 0,
      level: 0.4,
    },
  },
  click: { strong: CLICK, plain: { ...CLICK, pitch: 790, level: 0.6 } },
};

/** Name under which the click's two sounds stand, beside the ids of the instruments. */
export const CLICK_INSTRUMENT = 'click';

/** The voice of a stroke. Every stroke of every instrument has one; a test sees to that. */
export function findVoice(instrument: string, kind: string): Voice | undefined {
  return VOICES[instrument]?.[kind];
}

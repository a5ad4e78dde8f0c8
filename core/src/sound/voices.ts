import { findInstrument, strokeKind } from '../instrument/index.ts';
import { BAR, MEMBRANE, modes, RECIPES } from './timbres.ts';
import type { Voice } from './voice.ts';

const CLICK: Voice = {
  pitch: 1050,
  modes: modes([1, 2.01], [0.5, 0.18], 0.06),
  noise: [{ centre: 3200, q: 1.2, gain: 0.3, decay: 0.012 }],
  bend: 0,
  level: 0.75,
};

function tallOpen(pitch: number, level: number): Voice {
  return {
    pitch,
    modes: modes(MEMBRANE, [0.72, 0.46, 0.24, 0.16, 0.1], 0.42, 0.78),
    noise: [{ centre: 850, q: 0.8, gain: 0.22, decay: 0.02 }],
    bend: 0.05,
    level,
  };
}

function tallMuffled(pitch: number, level: number): Voice {
  return {
    pitch: pitch * 1.05,
    modes: modes(MEMBRANE, [0.6, 0.34, 0.16], 0.09, 0.75),
    noise: [{ centre: 760, q: 0.8, gain: 0.3, decay: 0.025 }],
    bend: 0.06,
    level,
  };
}

function tallBass(pitch: number): Voice {
  return {
    pitch,
    modes: modes(MEMBRANE, [0.95, 0.22, 0.08], 0.4, 0.5),
    noise: [{ centre: 240, q: 0.8, gain: 0.32, decay: 0.04 }],
    bend: 0.2,
    level: 1,
  };
}

/** A vowel: harmonics raised where the mouth lets them through (about 650, 1150 and 2600 Hz). */
function spoken(pitch: number, decay: number, consonant: number): Voice {
  const formants = [
    { at: 650, width: 160, gain: 1 },
    { at: 1150, width: 200, gain: 0.6 },
    { at: 2600, width: 320, gain: 0.22 },
  ];
  const harmonics = Array.from({ length: 20 }, (_, index) => index + 1).map((ratio) => {
    const frequency = pitch * ratio;
    const through = formants.reduce(
      (sum, { at, width, gain }) => sum + gain * Math.exp(-(((frequency - at) / width) ** 2)),
      0.06,
    );
    return { ratio, gain: (0.42 * through) / Math.sqrt(ratio), decay: decay * 0.97 ** ratio };
  });
  return {
    pitch,
    modes: harmonics,
    noise: [{ centre: 2900, q: 0.9, gain: consonant, decay: 0.025 }],
    bend: 0.04,
    level: 0.9,
  };
}

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
  'barrel-drum': {
    G: {
      pitch: 78,
      modes: modes(MEMBRANE, [0.95, 0.34, 0.14, 0.1], 0.7, 0.58),
      noise: [{ centre: 260, q: 0.8, gain: 0.24, decay: 0.035 }],
      bend: 0.34,
      level: 1,
    },
    g: {
      pitch: 104,
      modes: modes(MEMBRANE, [0.7, 0.24, 0.1], 0.09, 0.6),
      noise: [{ centre: 360, q: 0.8, gain: 0.34, decay: 0.03 }],
      bend: 0.12,
      level: 0.85,
    },
    O: {
      pitch: 300,
      modes: modes(MEMBRANE, [0.6, 0.5, 0.28, 0.2, 0.14], 0.42, 0.82),
      noise: [{ centre: 1100, q: 0.8, gain: 0.2, decay: 0.02 }],
      bend: 0.04,
      level: 0.85,
    },
    T: {
      pitch: 470,
      modes: modes(MEMBRANE, [0.16, 0.34, 0.34, 0.3, 0.24], 0.1, 0.93),
      noise: [{ centre: 3300, q: 0.8, gain: 0.75, decay: 0.045 }],
      bend: 0.02,
      level: 0.9,
    },
    N: {
      pitch: 610,
      modes: modes(MEMBRANE, [0.1, 0.5, 0.36, 0.36, 0.3, 0.2], 0.32, 0.9),
      noise: [{ centre: 4200, q: 1, gain: 0.4, decay: 0.015 }],
      bend: 0.01,
      level: 0.75,
    },
    M: {
      pitch: 286,
      modes: modes(MEMBRANE, [0.6, 0.36, 0.16], 0.08, 0.75),
      noise: [{ centre: 950, q: 0.8, gain: 0.3, decay: 0.025 }],
      bend: 0.06,
      level: 0.8,
    },
    t: {
      pitch: 400,
      modes: modes(MEMBRANE, [0.08, 0.14, 0.12, 0.08], 0.05, 0.9),
      noise: [{ centre: 2100, q: 0.8, gain: 0.3, decay: 0.022 }],
      bend: 0,
      level: 0.48,
    },
    k: {
      pitch: 130,
      modes: modes(MEMBRANE, [0.16, 0.14, 0.08], 0.06, 0.8),
      noise: [{ centre: 620, q: 0.8, gain: 0.3, decay: 0.025 }],
      bend: 0,
      level: 0.5,
    },
  },
  'tall-drums': {
    H: {
      pitch: 150,
      modes: modes(MEMBRANE, [0.2, 0.14, 0.06], 0.07, 0.8),
      noise: [{ centre: 480, q: 0.7, gain: 0.34, decay: 0.035 }],
      bend: 0,
      level: 0.55,
    },
    T: {
      pitch: 230,
      modes: modes(MEMBRANE, [0.14, 0.16, 0.1, 0.06], 0.06, 0.85),
      noise: [{ centre: 1250, q: 0.7, gain: 0.34, decay: 0.028 }],
      bend: 0,
      level: 0.52,
    },
    t: {
      pitch: 240,
      modes: modes(MEMBRANE, [0.1, 0.12, 0.1, 0.06], 0.05, 0.85),
      noise: [{ centre: 1600, q: 0.8, gain: 0.28, decay: 0.022 }],
      bend: 0,
      level: 0.46,
    },
    O: tallOpen(222, 0.85),
    M: tallMuffled(222, 0.8),
    C: {
      pitch: 340,
      modes: modes(MEMBRANE, [0.14, 0.3, 0.3, 0.26, 0.2], 0.07, 0.95),
      noise: [
        { centre: 2100, q: 0.7, gain: 0.95, decay: 0.06 },
        { centre: 4800, q: 1.2, gain: 0.35, decay: 0.025 },
      ],
      bend: 0.02,
      level: 0.95,
    },
    S: {
      pitch: 372,
      modes: modes(MEMBRANE, [0.16, 0.42, 0.44, 0.4, 0.34, 0.28], 0.24, 0.94),
      noise: [{ centre: 3400, q: 0.8, gain: 0.7, decay: 0.04 }],
      bend: 0.02,
      level: 0.9,
    },
    B: tallBass(96),
    o: tallOpen(168, 0.88),
    m: tallMuffled(168, 0.82),
    s: {
      pitch: 292,
      modes: modes(MEMBRANE, [0.18, 0.42, 0.42, 0.36, 0.3, 0.24], 0.22, 0.93),
      noise: [{ centre: 2700, q: 0.8, gain: 0.7, decay: 0.042 }],
      bend: 0.02,
      level: 0.9,
    },
    b: tallBass(72),
  },
  'spoken-voice': {
    V: spoken(150, 0.34, 0.25),
    v: { ...spoken(172, 0.16, 0.3), level: 0.6 },
    K: {
      ...spoken(160, 0.07, 0.2),
      noise: [{ centre: 2400, q: 0.8, gain: 0.7, decay: 0.03 }],
      level: 0.75,
    },
    h: {
      pitch: 180,
      modes: [],
      noise: [
        { centre: 1400, q: 0.7, gain: 0.2, decay: 0.12 },
        { centre: 3600, q: 0.9, gain: 0.12, decay: 0.09 },
      ],
      bend: 0,
      level: 0.4,
    },
  },
  click: {
    strong: CLICK,
    plain: { ...CLICK, pitch: 790, level: 0.6 },
    second: { ...CLICK, pitch: 1580, level: 0.4 },
  },
};

/** Name under which the click's two sounds stand, beside the ids of the instruments. */
export const CLICK_INSTRUMENT = 'click';

/** What the hand does on a beat that is shown and not played. */
const GESTURES: Readonly<Record<string, Voice>> = {
  clap: RECIPES.palm(1700),
  finger: { ...RECIPES.wood(1500), level: 0.35 },
  wave: { ...RECIPES.shake(2600), level: 0.3 },
};

/** Name under which the sounds of claps, fingers and waves stand, beside the ids of the instruments. */
export const GESTURE_INSTRUMENT = 'gesture';

/** The voice of a stroke. Every stroke of every instrument has one; a test sees to that. */
export function findVoice(instrument: string, kind: string): Voice | undefined {
  const own = instrument === GESTURE_INSTRUMENT ? GESTURES[kind] : VOICES[instrument]?.[kind];
  if (own) return own;
  const known = findInstrument(instrument);
  const sound = known && strokeKind(known, kind)?.sound;
  return sound && RECIPES[sound.timbre](sound.pitch);
}

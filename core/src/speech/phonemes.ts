import type { Hertz, Seconds } from '../time/index.ts';

/** The first three resonances of the mouth. */
export type Formants = readonly [Hertz, Hertz, Hertz];

/** Noise made in the mouth: where it is strongest, how wide, how loud. */
export interface Hiss {
  readonly centre: Hertz;
  readonly width: Hertz;
  readonly gain: number;
}

/** A sound of speech. Formants are those of a voice between a low and a high one. */
export interface Phoneme {
  readonly kind: 'vowel' | 'stop' | 'nasal' | 'glide' | 'fricative' | 'tap' | 'breath';
  readonly formants: Formants;
  readonly lasts: Seconds;
  /** How loud the voice is in it, 0 to 1. */
  readonly voiced: number;
  readonly hiss?: Hiss;
  /** From the burst of a stop to the voice; with breath in between where it is long. */
  readonly wait?: Seconds;
}

/** Vowels: means of Peterson & Barney, 1952 (o and e of Indian and Romance syllables closed a little). */
export const VOWELS = {
  aa: [730, 1090, 2440],
  a: [640, 1190, 2390],
  ae: [660, 1720, 2410],
  e: [480, 1900, 2520],
  i: [300, 2250, 2950],
  ih: [390, 1990, 2550],
  o: [480, 850, 2410],
  u: [320, 870, 2240],
  er: [490, 1350, 1690],
} as const satisfies Readonly<Record<string, Formants>>;
/** One of {@link VOWELS}. */
export type Vowel = keyof typeof VOWELS;

const vowel = (formants: Formants): Phoneme => ({
  kind: 'vowel',
  formants,
  lasts: 0.15,
  voiced: 1,
});

/** Where the formants come from when a stop opens (loci, after Klatt, 1980, table III), and its burst. */
const LIPS: Formants = [240, 900, 2200];
const TEETH: Formants = [250, 1650, 2600];
/** The tongue bent back lowers the third. */
const BENT: Formants = [250, 1550, 2050];
const BACK: Formants = [240, 1750, 2050];

const BURSTS = {
  lips: { centre: 900, width: 900, gain: 0.5 },
  teeth: { centre: 4200, width: 1800, gain: 0.8 },
  bent: { centre: 2500, width: 900, gain: 0.9 },
  back: { centre: 1800, width: 700, gain: 0.9 },
  blade: { centre: 3300, width: 1500, gain: 0.9 },
} as const satisfies Readonly<Record<string, Hiss>>;

function stop(
  formants: Formants,
  hiss: Hiss,
  wait: Seconds,
  voiced: number,
  lasts: Seconds = 0.008,
): Phoneme {
  return { kind: 'stop', formants, hiss, wait, voiced, lasts };
}

const nasal = (formants: Formants): Phoneme => ({
  kind: 'nasal',
  formants,
  lasts: 0.05,
  voiced: 0.55,
});
const glide = (formants: Formants, lasts = 0.045): Phoneme => ({
  kind: 'glide',
  formants,
  lasts,
  voiced: 0.7,
});
const fricative = (hiss: Hiss, voiced: number, formants: Formants = TEETH): Phoneme => ({
  kind: 'fricative',
  formants,
  hiss,
  lasts: 0.06,
  voiced,
});

/** Consonants by the signs of the spelling: a capital is bent back, an h after it is breath. */
export const CONSONANTS = {
  p: stop(LIPS, BURSTS.lips, 0.01, 0),
  b: stop(LIPS, BURSTS.lips, 0.001, 0.5),
  t: stop(TEETH, BURSTS.teeth, 0.012, 0),
  d: stop(TEETH, BURSTS.teeth, 0.002, 0.5),
  T: stop(BENT, BURSTS.bent, 0.01, 0),
  D: stop(BENT, BURSTS.bent, 0.002, 0.5),
  k: stop(BACK, BURSTS.back, 0.016, 0),
  g: stop(BACK, BURSTS.back, 0.003, 0.5),
  ph: stop(LIPS, BURSTS.lips, 0.05, 0),
  bh: stop(LIPS, BURSTS.lips, 0.035, 0.35),
  th: stop(TEETH, BURSTS.teeth, 0.05, 0),
  dh: stop(TEETH, BURSTS.teeth, 0.035, 0.35),
  Th: stop(BENT, BURSTS.bent, 0.05, 0),
  Dh: stop(BENT, BURSTS.bent, 0.035, 0.35),
  kh: stop(BACK, BURSTS.back, 0.055, 0),
  gh: stop(BACK, BURSTS.back, 0.04, 0.35),
  ch: stop(TEETH, BURSTS.blade, 0.012, 0, 0.05),
  j: stop(TEETH, BURSTS.blade, 0.004, 0.45, 0.032),
  jh: stop(TEETH, BURSTS.blade, 0.03, 0.4, 0.032),
  m: nasal([250, 1000, 2200]),
  n: nasal([250, 1500, 2550]),
  N: nasal([250, 1500, 2050]),
  ng: nasal([250, 1900, 2150]),
  l: glide([330, 1100, 2700]),
  r: { kind: 'tap', formants: [330, 1350, 1900], lasts: 0.022, voiced: 0.35 },
  y: glide([280, 2250, 2950]),
  w: glide([300, 650, 2200]),
  v: fricative({ centre: 1600, width: 2400, gain: 0.1 }, 0.6, LIPS),
  f: fricative({ centre: 5200, width: 5200, gain: 0.22 }, 0, LIPS),
  s: fricative({ centre: 6200, width: 2200, gain: 0.17 }, 0),
  sh: fricative({ centre: 3000, width: 1500, gain: 0.2 }, 0),
  z: fricative({ centre: 6000, width: 2200, gain: 0.12 }, 0.5),
  h: { kind: 'breath', formants: [500, 1300, 2400], lasts: 0.05, voiced: 0 },
} as const satisfies Readonly<Record<string, Phoneme>>;
/** One of {@link CONSONANTS}. */
export type Consonant = keyof typeof CONSONANTS;

/** A sound of speech, as it is written here. */
export type Sign = Vowel | Consonant;

/** The sound behind a sign. */
export function phoneme(sign: Sign): Phoneme {
  return sign in VOWELS ? vowel(VOWELS[sign as Vowel]) : CONSONANTS[sign as Consonant];
}

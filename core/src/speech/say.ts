import { seeded } from '../chance/index.ts';
import type { Hertz, Seconds } from '../time/index.ts';
import { type Formants, type Phoneme, phoneme, type Sign } from './phonemes.ts';

/** The two voices there are: how high they speak, and how long their throats are against the table's. */
export const SPEAKERS = {
  low: { pitch: 118, throat: 0.96 },
  high: { pitch: 204, throat: 1.06 },
} as const;
/** One of {@link SPEAKERS}. */
export type Speaker = keyof typeof SPEAKERS;

/** How a syllable is said. */
export interface Speaking {
  readonly speaker: Speaker;
  /** True for a syllable that is leant on: higher and fuller. */
  readonly leant?: boolean;
  /** How long the last vowel is held; as long as one says it by itself where it is not given. */
  readonly held?: Seconds;
  /** Breath, −1 to 1; the same every time where it is not given. */
  readonly breath?: () => number;
  /** Where in its swing the voice begins, in swings. */
  readonly begins?: number;
  /** How much voice is given, 0 to 1: more is brighter too. 0.7 where it is not given. */
  readonly effort?: number;
  /** Pitch against the speaker's own; 1 where it is not given. */
  readonly tuned?: number;
}

/** What the mouth does at a moment. */
interface Moment {
  readonly formants: Formants;
  readonly voice: number;
  readonly breath: number;
  readonly hiss:
    | { readonly centre: Hertz; readonly width: Hertz; readonly gain: number }
    | undefined;
  /** True where the nose is open. */
  readonly nose: boolean;
}

/** One stretch in which the mouth holds still or moves on. */
interface Stretch extends Moment {
  readonly lasts: Seconds;
  /** How long it takes to come here from what was before. */
  readonly moves: Seconds;
}

/** How long the formants take from a consonant to its vowel (Klatt, 1980). */
const MOVE: Seconds = 0.035;
const PLAIN = { voice: 0, breath: 0, hiss: undefined, nose: false } as const;

/** The stretches a list of signs is said in; the first begins with its consonant. */
function stretches(signs: readonly Sign[], held: Seconds | undefined): readonly Stretch[] {
  const sounds = signs.map((sign) => phoneme(sign));
  const lastVowel = sounds.findLastIndex(({ kind }) => kind === 'vowel');
  return sounds.flatMap((sound, index): Stretch[] => {
    const next = sounds[index + 1];
    switch (sound.kind) {
      case 'vowel': {
        const own = index === lastVowel ? (held ?? sound.lasts) : 0.07;
        const isGliding = sounds[index - 1]?.kind === 'vowel';
        return [
          {
            ...PLAIN,
            formants: sound.formants,
            voice: 1,
            lasts: own,
            moves: isGliding ? 0.07 : MOVE,
          },
        ];
      }
      case 'stop':
        return opening(sound, next, index > 0);
      case 'nasal':
        return [
          {
            ...PLAIN,
            formants: sound.formants,
            voice: sound.voiced,
            nose: true,
            lasts: sound.lasts,
            moves: 0.012,
          },
        ];
      case 'fricative':
        return [
          {
            ...PLAIN,
            formants: sound.formants,
            voice: sound.voiced,
            hiss: sound.hiss,
            lasts: sound.lasts,
            moves: 0.015,
          },
        ];
      case 'breath':
        return [
          {
            ...PLAIN,
            formants: next?.formants ?? sound.formants,
            breath: 1,
            lasts: sound.lasts,
            moves: 0,
          },
        ];
      default:
        return [
          {
            ...PLAIN,
            formants: sound.formants,
            voice: sound.voiced,
            lasts: sound.lasts,
            moves: 0.018,
          },
        ];
    }
  });
}

/** A stop: shut for a moment inside a word, its burst, and the breath until the voice comes. */
function opening(sound: Phoneme, next: Phoneme | undefined, inside: boolean): Stretch[] {
  const { formants, hiss, lasts, wait = 0, voiced } = sound;
  const shut: Stretch = { ...PLAIN, formants, voice: voiced * 0.25, lasts: 0.03, moves: 0.02 };
  const burst: Stretch = { ...PLAIN, formants, voice: voiced * 0.5, hiss, lasts, moves: 0 };
  // A stop that ends the word is let go softly.
  if (!next) return [shut, { ...burst, hiss: hiss && { ...hiss, gain: hiss.gain * 0.35 } }];
  const breath: Stretch = {
    ...PLAIN,
    formants: wait > 0.02 ? next.formants : formants,
    voice: voiced * 0.6,
    breath: wait > 0.02 ? 1 : 0.25,
    lasts: wait,
    moves: wait,
  };
  return inside ? [shut, burst, breath] : [burst, breath];
}

/** Resonances of second order (Klatt, 1980, eq. 1), each with its gain 1 at nought hertz: three numbers and two before. */
function resonators(count: number) {
  const a = new Float64Array(count);
  const b = new Float64Array(count);
  const c = new Float64Array(count);
  const y1 = new Float64Array(count);
  const y2 = new Float64Array(count);
  return {
    tune(at: number, frequency: Hertz, width: Hertz, sampleRate: Hertz): void {
      const shrink = Math.exp((-Math.PI * width) / sampleRate);
      const back = 2 * shrink * Math.cos((2 * Math.PI * frequency) / sampleRate);
      c[at] = -shrink * shrink;
      b[at] = back;
      a[at] = 1 - back + shrink * shrink;
    },
    /** A sample through one of them. */
    through(at: number, x: number): number {
      const last = y1[at] as number;
      const y =
        (a[at] as number) * x + (b[at] as number) * last + (c[at] as number) * (y2[at] as number);
      y2[at] = last;
      y1[at] = y;
      return y;
    },
  };
}

/** Places of the nose and of the two bands of hiss among the resonances, after the five of the mouth. */
const NOSE = 5;
const HISS = 6;

/** Widths of the formants (Klatt, 1980, table II): wider the higher, and wider while the throat is open. */
const WIDTHS = [70, 90, 130, 250, 300] as const;
/** The fourth and fifth, which hardly move. */
const UPPER = [3500, 4400] as const;
/** From nothing to the first sound. */
const ATTACK: Seconds = 0.0004;
/** The mouth is looked at anew after so many seconds. */
const STEP: Seconds = 0.001;

/**
 * A word as samples, mono, from the first sound of its consonant on: a source (the voice as pulses of air, breath, and
 * hiss) through the resonances of the mouth one after the other (Klatt, Software for a cascade/parallel formant
 * synthesizer, 1980; the pulse after Klatt & Klatt, 1990). Same arguments, same samples; not brought to any loudness.
 */
export function sayWord(signs: readonly Sign[], how: Speaking, sampleRate: Hertz): Float32Array {
  const { throat } = SPEAKERS[how.speaker];
  const pitch = SPEAKERS[how.speaker].pitch * (how.tuned ?? 1);
  const bright = 1 - Math.exp((-2 * Math.PI * (400 + 2800 * (how.effort ?? 0.7))) / sampleRate);
  const all = stretches(signs, how.held);
  const total = all.reduce((sum, { lasts }) => sum + lasts, 0);
  const release = 0.03;
  const out = new Float32Array(Math.ceil((total + release) * sampleRate));
  const random = seeded(11);
  const noiseOf = how.breath ?? (() => random() * 2 - 1);
  const tract = resonators(WIDTHS.length + 3);
  tract.tune(NOSE, 270, 100, sampleRate);
  const every = Math.round(STEP * sampleRate);
  let formants: readonly number[] = all[0]?.formants ?? [500, 1500, 2500];
  let voice = all[0]?.voice ?? 0;
  let breath = 0;
  let noise = all[0]?.hiss?.gain ?? 0;
  let phase = how.begins ?? 0;
  let flowBefore = 0;
  let tilt = 0;
  let air = 0;
  let at = 0;
  let left = all[0]?.lasts ?? 0;
  for (let i = 0; i < out.length; i += 1) {
    const time = i / sampleRate;
    const now = all[at];
    if (i % every === 0) {
      // Formants move towards where they are bound for; loudness follows faster.
      const moves = now?.moves ?? 0;
      const near = moves <= STEP ? 1 : 1 - Math.exp((-2.6 * STEP) / moves);
      const bound = now?.formants;
      if (bound)
        formants = formants.map((one, index) => one + ((bound[index] ?? one) - one) * near);
      const quick = now?.hiss && at === 0 ? 1 : 0.35;
      voice += ((now?.voice ?? 0) - voice) * 0.3;
      breath += ((now?.breath ?? 0) - breath) * 0.5;
      noise += ((now?.hiss?.gain ?? 0) - noise) * quick;
      const widen = 1 + 0.6 * breath;
      for (let index = 0; index < WIDTHS.length; index += 1) {
        const frequency = index < 3 ? (formants[index] ?? 500) : (UPPER[index - 3] ?? 4000);
        const width = (WIDTHS[index] ?? 100) * widen * (now?.nose ? 1.5 : 1);
        tract.tune(index, Math.min(frequency * throat, sampleRate * 0.42), width, sampleRate);
      }
      if (now?.hiss) {
        for (const at of [0, 1]) {
          const centre = Math.min(now.hiss.centre * (1 + 0.25 * at), sampleRate * 0.42);
          tract.tune(HISS + at, centre, now.hiss.width, sampleRate);
        }
      }
    }
    // The voice falls a little through a syllable, from higher where it is leant on.
    const through = Math.min(1, time / 0.3);
    const high =
      pitch *
      (how.leant ? 1.16 : 1.04) *
      (1 - 0.14 * through) *
      (1 + 0.004 * Math.sin(2 * Math.PI * 5 * time));
    phase += high / sampleRate;
    if (phase >= 1) phase -= 1;
    // A pulse of air: it opens over six tenths of its time, as t² − t³, and shuts at once.
    const open = phase / 0.6;
    const flow = open < 1 ? 6.75 * open * open * (1 - open) : 0;
    const pulse = (flow - flowBefore) * (sampleRate / 16_000) * 2.4;
    flowBefore = flow;
    tilt += (pulse - tilt) * bright;
    const white = noiseOf();
    air += (white - air) * Math.min(1, 1.6 * bright);
    let sound = voice * tilt + breath * air * 0.2 * (voice > 0.2 ? 0.5 + flow : 1);
    for (let index = 0; index < WIDTHS.length; index += 1) sound = tract.through(index, sound);
    if (now?.nose) sound = 0.8 * sound + 0.6 * tract.through(NOSE, voice * tilt);
    const hissing =
      noise > 1e-4 ? tract.through(HISS, white) - 0.4 * tract.through(HISS + 1, white) : 0;
    const fading = Math.min(
      1,
      (i + 0.5) / (ATTACK * sampleRate),
      (out.length - 1 - i) / (release * sampleRate),
    );
    out[i] = (sound * 0.9 + hissing * noise * (0.3 + 0.72 * (how.effort ?? 0.7))) * fading;
    left -= 1 / sampleRate;
    if (left <= 0 && at < all.length) {
      at += 1;
      left += all[at]?.lasts ?? Number.POSITIVE_INFINITY;
    }
  }
  return out;
}

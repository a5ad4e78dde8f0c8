import { drumCount, type Instrument } from '../instrument/index.ts';
import type { Hertz } from '../time/index.ts';
import { type Layer, type Pitch, TUNED_BETWEEN } from './model.ts';

const LETTERS = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'] as const;
/** Above the lowest C of the numbering, in hundredths of a semitone. */
const STEPS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };
/** A4 is 440 Hz (ISO 16). */
const A4: Pitch = 6900;

/** How often a pitch swings in a second. */
export function hertzOf(pitch: Pitch): Hertz {
  return 440 * 2 ** ((pitch - A4) / 1200);
}

/** The pitch nearest to so many swings in a second. */
export function pitchOf(hertz: Hertz): Pitch {
  return Math.round(A4 + 1200 * Math.log2(hertz / 440));
}

/**
 * A pitch by its name: the nearest note, its octave, and how many hundredths of a semitone off it.
 * @example writeNote(6907) // 'A4+7'
 */
export function writeNote(pitch: Pitch): string {
  const semitone = Math.round(pitch / 100);
  const off = pitch - semitone * 100;
  const letter = LETTERS[((semitone % 12) + 12) % 12];
  const octave = Math.floor(semitone / 12) - 1;
  return `${letter}${octave}${off === 0 ? '' : off > 0 ? `+${off}` : off}`;
}

/**
 * Reads a pitch by its note name, or in hertz: `C3`, `f#2-12`, `Bb3`, `196`, `196.5 Hz`. Undefined where it is neither, or
 * lies where no drum is tuned.
 */
export function readNote(text: string): Pitch | undefined {
  const plain = text.trim().replace('♯', '#').replace('♭', 'b').replace('−', '-');
  const note = /^([A-Ga-g])([#b]?)(\d)(?:([+-])(\d{1,2}))?$/.exec(plain);
  const hertz = /^(\d{2,5}(?:[.,]\d{1,3})?)\s*(?:hz)?$/i.exec(plain);
  let pitch: number | undefined;
  if (note) {
    const [, letter = 'C', mark, octave, sign, off = 0] = note;
    const step = (STEPS[letter.toUpperCase()] ?? 0) + (mark === '#' ? 1 : mark === 'b' ? -1 : 0);
    pitch = ((Number(octave) + 1) * 12 + step) * 100 + (sign === '-' ? -1 : 1) * Number(off);
  } else if (hertz) pitch = pitchOf(Number(hertz[1]?.replace(',', '.')));
  if (pitch === undefined || pitch < TUNED_BETWEEN.min || pitch > TUNED_BETWEEN.max)
    return undefined;
  return pitch;
}

/** The pitch a drum of a layer is tuned to; undefined where it is as it usually is. */
export function tunedTo({ tuning }: Pick<Layer, 'tuning'>, drum: number): Pitch | undefined {
  return tuning?.find((one) => one.drum === drum)?.pitch;
}

/**
 * The layer with one of its drums tuned, or as it usually is.
 * @param pitch outside what a drum can be, it is the nearest that can
 */
export function tuneDrum(layer: Layer, drum: number, pitch: Pitch | undefined): Layer {
  const { tuning = [], ...rest } = layer;
  const others = tuning.filter((one) => one.drum !== drum);
  const within =
    pitch === undefined
      ? []
      : [
          {
            drum,
            pitch: Math.min(TUNED_BETWEEN.max, Math.max(TUNED_BETWEEN.min, Math.round(pitch))),
          },
        ];
  const next = [...others, ...within].sort((a, b) => a.drum - b.drum);
  return next.length > 0 ? { ...rest, tuning: next } : rest;
}

/** What a row `tune` says, a word for each drum from the lowest up, or the sentence that says what is wrong with it. */
export function readTuning(
  text: string,
  instrument: Instrument,
):
  | { readonly ok: true; readonly tuning: NonNullable<Layer['tuning']> }
  | { readonly ok: false; readonly message: string } {
  const words = text
    .trim()
    .split(/\s+/u)
    .filter((word) => word !== '');
  const count = drumCount(instrument);
  const say = (message: string) => ({ ok: false, message }) as const;
  if (words.length === 0)
    return say(
      'Write the pitch of each drum, the lowest first: tune G2 C4. A dot leaves one as it is.',
    );
  if (words.length > count)
    return say(
      `${instrument.name} has ${count === 1 ? 'one pitch' : `${count} pitches`} to tune: write ${count === 1 ? 'it alone' : 'as many, the lowest first'}.`,
    );
  const tuning: { drum: number; pitch: Pitch }[] = [];
  for (const [drum, word] of words.entries()) {
    if (word === '.') continue;
    const pitch = readNote(word);
    if (pitch === undefined)
      return say(
        `“${word.slice(0, 12)}” is no pitch. Write a note with its octave, such as C3 or F#2-12, or hertz from 33 to 4186.`,
      );
    tuning.push({ drum, pitch });
  }
  if (tuning.length === 0) return say('Only dots: leave the row out where nothing is tuned.');
  return { ok: true, tuning };
}

/** A tuning as {@link readTuning} reads it. */
export function writeTuning(tuning: NonNullable<Layer['tuning']>): string {
  const last = tuning.at(-1)?.drum ?? 0;
  return Array.from({ length: last + 1 }, (_, drum) => {
    const pitch = tunedTo({ tuning }, drum);
    return pitch === undefined ? '.' : writeNote(pitch);
  }).join(' ');
}

import { type Counting, countBeat, isPulseSystem, systemFor } from '../counting/index.ts';
import type { Family, Instrument } from '../instrument/index.ts';
import { type Cadence, lengthOf } from './cadence.ts';

/** How a cadence is spoken. */
export interface WordChoices {
  readonly counting: Counting;
  /** Where a phrase loses syllables as it shrinks. */
  readonly shrinks: 'from the front' | 'from the end';
  /** A gap is silent, or the syllable before it is held. */
  readonly gaps: 'silent' | 'held';
  /** What is said on the one, where it lands. */
  readonly landing: string;
}

/** How a cadence is spoken until something else is set. */
export const USUAL_WORDS: WordChoices = {
  counting: 'spoken-drum',
  shrinks: 'from the front',
  gaps: 'silent',
  landing: 'tam',
};

/** One unit of a spoken cadence. */
export interface SaidUnit {
  /** Since the start. */
  readonly unit: number;
  /** Undefined where nothing is said. */
  readonly text: string | undefined;
  /** Which phrase it belongs to; undefined in a gap and on the landing after the last. */
  readonly phrase: number | undefined;
  /** True on the unit that falls on the one. */
  readonly lands: boolean;
}

/**
 * The syllables of a phrase of so many units. Where a system has no words for so many, they are made
 * from its words for fours and threes; numbered pulses are said as the plain system says them.
 * @example wordsFor(5, 'spoken-drum') // ta di gi na thom
 * @example wordsFor(7, 'ta-ka-di-mi') // ta ka di mi ta ki da
 */
export function wordsFor(size: number, counting: Counting): readonly string[] {
  const system = systemFor(counting, size);
  const said = isPulseSystem(system) ? 'plain' : counting;
  const words = countBeat(said, 1, size);
  if (size <= 4 || words.slice(1).every((word) => !/^\d+$/.test(word))) return words;
  return groupsOf(size).flatMap((group, index) => countBeat(said, index + 1, group));
}

/** A length in fours and threes, the fours first; five is three and two. */
function groupsOf(size: number): readonly number[] {
  if (size === 5) return [3, 2];
  const threes = (4 - (size % 4)) % 4;
  const fours = (size - threes * 3) / 4;
  return [...Array<number>(fours).fill(4), ...Array<number>(threes).fill(3)];
}

/**
 * The words of every unit of a cadence. A phrase that is smaller than the largest one is the largest
 * without its first syllables (or its last ones); equal sizes are said alike.
 */
export function sayUnits(cadence: Cadence, choices: WordChoices): readonly SaidUnit[] {
  const { sizes, gaps, landing } = cadence;
  const largest = Math.max(...sizes);
  const whole = wordsFor(largest, choices.counting);
  const said: SaidUnit[] = [];
  sizes.forEach((size, phrase) => {
    const words =
      choices.shrinks === 'from the front' ? whole.slice(largest - size) : whole.slice(0, size);
    for (const text of words) {
      said.push({ unit: said.length, text, phrase, lands: false });
    }
    for (let rest = 0; rest < (gaps[phrase] ?? 0); rest += 1) {
      const held = choices.gaps === 'held' && rest === 0;
      said.push({
        unit: said.length,
        text: held ? '–' : undefined,
        phrase: undefined,
        lands: false,
      });
    }
  });
  const last = said.length - 1;
  if (landing === 'on-last') {
    return said.map((one) =>
      one.unit === last ? { ...one, text: choices.landing || one.text, lands: true } : one,
    );
  }
  if (cadence.after) return said;
  return [
    ...said,
    { unit: lengthOf(cadence), text: choices.landing || undefined, phrase: undefined, lands: true },
  ];
}

/**
 * The same phrases at double speed with words of their own: twice the syllables in the same time,
 * gaps doubled too.
 */
export function doubled(cadence: Cadence): Cadence {
  const twice = (numbers: readonly number[]) => numbers.map((one) => one * 2);
  const { sizes, gaps, parts, landing } = cadence;
  // The last unit on the one stays where it was: only what leads to it is cut in two.
  const last = sizes.length - 1;
  const all = twice(sizes);
  return {
    ...cadence,
    sizes: landing === 'on-last' ? all.with(last, (all[last] ?? 2) - 1) : all,
    gaps: twice(gaps),
    parts: parts * 2,
    ...(cadence.after ? { after: cadence.after * 2 } : {}),
    ...(cadence.eduppu ? { eduppu: cadence.eduppu * 2 } : {}),
  };
}

/** Which stroke each syllable is played with. */
export type StrokeTable = Readonly<Record<string, string>>;

/** Families of sound that syllables beginning with these letters are usually played with. */
const BY_LETTER: readonly (readonly [letters: string, families: readonly Family[]])[] = [
  ['dg', ['open', 'bass']],
  ['k', ['touch', 'muted', 'slap']],
  ['nm', ['open', 'metal', 'muted']],
  ['tj', ['slap', 'muted', 'open', 'metal']],
];

/**
 * A table to begin with: each syllable on a stroke of the instrument by its first letter, held ones on
 * none; the landing on the deepest stroke. All of it can be changed.
 */
export function usualTable(syllables: readonly string[], instrument: Instrument): StrokeTable {
  const ofFamily = (families: readonly Family[]) =>
    families
      .map((family) => instrument.strokes.find((stroke) => stroke.family === family))
      .find((stroke) => stroke !== undefined);
  const table: Record<string, string> = {};
  for (const syllable of syllables) {
    if (syllable === '–') continue;
    const first = syllable.charAt(0).toLowerCase();
    const families = BY_LETTER.find(([letters]) => letters.includes(first))?.[1] ?? [
      'open',
      'slap',
    ];
    const long = /[mn]$/.test(syllable) && syllable.length > 2;
    const stroke = ofFamily(long ? ['bass', 'open'] : families) ?? instrument.strokes[0];
    if (stroke) table[syllable] = stroke.code;
  }
  return table;
}

import { numberAt } from '@stride/core/bounds';
import {
  type Cadence,
  readSizes,
  type SaidUnit,
  sayUnits,
  type WordChoices,
} from '@stride/core/landing';

/** The words of a cadence as one row of text: a dot where nothing is said, a dash where one is held. */
export function writeSaid(said: readonly SaidUnit[]): string {
  return said.map((one) => one.text ?? '.').join(' ');
}

export type SaidResult =
  | { readonly ok: true; readonly said: readonly SaidUnit[] }
  | { readonly ok: false; readonly message: string };

/** Puts words of one's own on the units of a cadence; there must be one, a dot or a dash for each. */
export function readSaid(text: string, cadence: Cadence, choices: WordChoices): SaidResult {
  const usual = sayUnits(cadence, choices);
  const words = text.trim().split(/\s+/).filter(Boolean);
  if (words.length !== usual.length) {
    return {
      ok: false,
      message: `The cadence has ${usual.length} units, its landing among them, and you wrote ${words.length} words. Write a dot where nothing is said, a dash where the syllable before is held.`,
    };
  }
  const long = words.find((word) => word.length > 24);
  if (long) return { ok: false, message: `“${long.slice(0, 24)}…” is too long for a syllable.` };
  return {
    ok: true,
    said: usual.map((one, index) => {
      const word = words[index] ?? '.';
      return { ...one, text: word === '.' ? undefined : word === '-' ? '–' : word };
    }),
  };
}

/**
 * A phrase typed as syllables as sizes and gaps: every word is a unit, dots are units of a gap.
 * @example "ta di gi na thom . ta di gi na thom" // 5 (1) 5
 */
export function sizesOfSyllables(
  text: string,
): { readonly sizes: readonly number[]; readonly gaps: readonly number[] } | undefined {
  const words = text.trim().split(/\s+/).filter(Boolean);
  const sizes: number[] = [];
  const gaps: number[] = [];
  let gap = 0;
  for (const word of words) {
    if (word === '.') {
      gap += 1;
      continue;
    }
    const last = sizes.length - 1;
    if (last < 0 || gap > 0) {
      if (last >= 0) gaps.push(gap);
      sizes.push(1);
    } else sizes[last] = numberAt(sizes, last) + 1;
    gap = 0;
  }
  return sizes.length > 0 ? { sizes, gaps } : undefined;
}

/**
 * The words of a phrase that was typed as syllables, for every unit of its cadence: without the
 * silence around it, and with a word for the one where that comes after its last unit.
 */
export function wordsOfPhrase(text: string, { landing }: Cadence, onTheOne: string): string {
  const words = text.trim().split(/\s+/).filter(Boolean);
  const first = words.findIndex((word) => word !== '.');
  const last = words.findLastIndex((word) => word !== '.');
  const said = words.slice(first, last + 1);
  return [...said, ...(landing === 'after-last' ? [onTheOne || '.'] : [])].join(' ');
}

/** Numbers are sizes, anything with letters is syllables. */
export function isSyllables(text: string): boolean {
  return /\p{L}/u.test(text);
}

/** A phrase that is typed, as sizes with gaps or as syllables; or what is wrong with it. */
export function readPhrase(text: string): ReturnType<typeof readSizes> {
  if (!isSyllables(text)) return readSizes(text);
  const counted = sizesOfSyllables(text);
  if (!counted) return { ok: false, message: 'Write at least one syllable.' };
  const large = counted.sizes.find((size) => size > 64);
  return large === undefined
    ? { ok: true, ...counted }
    : { ok: false, message: `A phrase has at most 64 units, this one ${large}.` };
}

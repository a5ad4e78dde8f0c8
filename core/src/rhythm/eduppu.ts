import { beatsOf, type Cycle } from '../cycle/index.ts';
import { add, type Beats, compare, formatRational, rational } from '../time/index.ts';
import { LIMITS, type Rhythm } from './model.ts';

const FRACTIONS: Readonly<Record<string, Beats>> = {
  '¼': rational(1, 4),
  '½': rational(1, 2),
  '¾': rational(3, 4),
};

/**
 * Reads how many beats after the one a composition begins: `1/2`, `1 1/2`, `1½`, `0.75`, `2`.
 * @returns nothing for an empty text and for 0, which is the one itself; else the place, or the sentence
 * that says what is wrong
 */
export function readEduppu(
  text: string,
  cycle: Cycle,
): { readonly eduppu: Rhythm['eduppu'] } | { readonly message: string } {
  const match = /^(\d{1,3})?\s*(?:(\d{1,2})\/(\d{1,2})|([¼½¾])|\.(\d{1,3}))?$/u.exec(text.trim());
  const [, whole, num, den, sign, decimals] = match ?? [];
  // A lone fraction has its first figure taken for a whole number where nothing parts the two.
  const bare = /^(\d{1,3})\/(\d{1,2})$/.exec(text.trim());
  if ((!match && !bare) || Number(den ?? 1) === 0 || Number(bare?.[2] ?? 1) === 0) {
    return { message: 'Write how many beats after the one it begins, such as 1/2, 1 1/2 or 2.' };
  }
  const part = bare
    ? rational(Number(bare[1]), Number(bare[2]))
    : num !== undefined
      ? rational(Number(num), Number(den))
      : sign !== undefined
        ? (FRACTIONS[sign] ?? rational(0))
        : decimals !== undefined
          ? rational(Number(decimals), 10 ** decimals.length)
          : rational(0);
  const place = bare ? part : add(rational(Number(whole ?? 0)), part);
  if (place.num === 0) return { eduppu: undefined };
  if (place.den > LIMITS.cellDen) {
    return {
      message: `Parts of a beat are at most ${LIMITS.cellDen}ths; write a fraction such as 1/3.`,
    };
  }
  if (!liesIn(place, cycle)) {
    return {
      message: `A turn has ${beatsOf(cycle).length} beats; it begins before they are over.`,
    };
  }
  return { eduppu: { num: place.num, den: place.den } };
}

/**
 * Where the line begins after the one, as text that reads back the same.
 * @example writeEduppu({ num: 3, den: 2 }) // '3/2'
 */
export function writeEduppu({ num, den }: NonNullable<Rhythm['eduppu']>): string {
  return formatRational(rational(num, den));
}

/** Whether a place in beats lies within a turn. */
export function liesIn({ num, den }: NonNullable<Rhythm['eduppu']>, cycle: Cycle): boolean {
  return compare(rational(num, den), rational(beatsOf(cycle).length)) < 0;
}

/** The rhythm with an eduppu, or without one. */
export function withEduppu(rhythm: Rhythm, eduppu: Rhythm['eduppu']): Rhythm {
  const { eduppu: _before, ...rest } = rhythm;
  return eduppu ? { ...rest, eduppu } : rest;
}

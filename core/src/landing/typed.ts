import { type Cadence, sum } from './cadence.ts';
import { QUESTION_LIMITS } from './question.ts';

/** Sizes typed as numbers, with gaps in brackets: `5 (1) 5 (1) 5`; or what is wrong with them. */
export function readSizes(
  text: string,
):
  | { readonly ok: true; readonly sizes: readonly number[]; readonly gaps: readonly number[] }
  | { readonly ok: false; readonly message: string } {
  const words = text
    .trim()
    .split(/[\s,+]+/)
    .filter(Boolean);
  const sizes: number[] = [];
  const gaps: number[] = [];
  for (const word of words) {
    const gap = /^\((\d{1,2})\)$/.exec(word)?.[1];
    const size = /^\d{1,2}$/.test(word) ? Number(word) : undefined;
    if (gap !== undefined) {
      if (sizes.length === 0 || gaps.length === sizes.length) {
        return {
          ok: false,
          message: `The gap ${word} stands before a phrase; a gap lies between two.`,
        };
      }
      gaps.push(Number(gap));
    } else if (size !== undefined && size >= 1 && size <= QUESTION_LIMITS.size.most) {
      if (sizes.length > gaps.length) gaps.push(0);
      sizes.push(size);
    } else {
      return {
        ok: false,
        message: `“${word}” is not a size. Write sizes from 1 to ${QUESTION_LIMITS.size.most} with gaps in brackets, such as 5 (1) 5 (1) 5.`,
      };
    }
  }
  if (sizes.length === 0) return { ok: false, message: 'Write at least one size.' };
  if (sizes.length > QUESTION_LIMITS.list) {
    return { ok: false, message: `At most ${QUESTION_LIMITS.list} phrases, not ${sizes.length}.` };
  }
  if (gaps.length === sizes.length)
    return { ok: false, message: 'A gap at the end has no phrase after it.' };
  if (sum(gaps) > 200) return { ok: false, message: 'The gaps are longer than two hundred units.' };
  return { ok: true, sizes, gaps };
}

/** Sizes and gaps as they are typed. */
export function writeSizes({ sizes, gaps }: Pick<Cadence, 'sizes' | 'gaps'>): string {
  return sizes
    .map((size, index) => (gaps[index] ? `${size} (${gaps[index]})` : String(size)))
    .join(' ');
}

import { formatRational, type Pulses } from '../../time/index.ts';
import type { Parts } from '../line/strides.ts';

/** Strides as they are said: see {@link sayRow}. */
export function sayStrides(gaps: readonly Pulses[]): string {
  // Equal strides are mostly one object, which is put into words once.
  const known = new Map<Pulses, string>();
  const words = gaps.map((gap) => {
    let word = known.get(gap);
    if (word === undefined) {
      word = formatRational(gap);
      known.set(gap, word);
    }
    return word;
  });
  return sayRow(words);
}

/** Strides in parts of the beat: `2/4 1/3`, with a plus where one goes over into another division. */
export function sayParts(strides: readonly (readonly Parts[])[]): string {
  const known = new Map<readonly Parts[], string>();
  const words = strides.map((stride) => {
    let word = known.get(stride);
    if (word === undefined) {
      word = stride
        .map(({ parts, of }) => (parts % of === 0 ? `${parts / of}` : `${parts}/${of}`))
        .join('+');
      known.set(stride, word);
    }
    return word;
  });
  return sayRow(words);
}

/**
 * A row of words as it is said: a whole that repeats once with how often, otherwise a long run of
 * one word short.
 * @example sayRow(['3', '3', '2', '3', '3', '2']) // '3 3 2, twice'
 * @example sayRow(['1', '1', '1', '1', '2']) // '1×4 2'
 */
export function sayRow(words: readonly string[]): string {
  for (let period = 1; period * 2 <= words.length; period += 1) {
    if (words.length % period !== 0 || !repeatsAfter(words, period)) continue;
    const times = words.length / period;
    return `${words.slice(0, period).join(' ')}, ${times === 2 ? 'twice' : `${times} times`}`;
  }
  return sayRuns(words);
}

function repeatsAfter(words: readonly string[], period: number): boolean {
  for (let at = period; at < words.length; at += 1) {
    if (words[at] !== words[at - period]) return false;
  }
  return true;
}

/** `1 1 1 1 2` becomes `1×4 2`; runs of three and less are said out. */
function sayRuns(words: readonly string[]): string {
  const said: string[] = [];
  for (let from = 0; from < words.length; ) {
    let to = from + 1;
    while (to < words.length && words[to] === words[from]) to += 1;
    if (to - from > 3) said.push(`${words[from]}×${to - from}`);
    else said.push(...words.slice(from, to));
    from = to;
  }
  return said.join(' ');
}

import { nth, numberAt } from '../../bounds/index.ts';
import { formatRational, rational, type Ticks } from '../../time/index.ts';
import type { StridesInParts } from '../line/strides.ts';

/**
 * The strides of a line in pulses, as they are said: see {@link sayRow}.
 * @param onsets ascending, from 0 and below `span`
 */
export function sayStrides(onsets: readonly Ticks[], span: Ticks, ticksPerPulse: number): string {
  // A line has few different strides: each is put into words once.
  const known: (string | undefined)[] = [];
  const words = onsets.map((onset, index) => {
    const ticks = (onsets[index + 1] ?? numberAt(onsets, 0) + span) - onset;
    const word = known[ticks] ?? formatRational(rational(ticks, ticksPerPulse));
    known[ticks] = word;
    return word;
  });
  return sayRow(words);
}

/** Strides in parts of the beat: `2/4 1/3`, with a plus where one goes over into another division. */
export function sayParts({ strides, each }: StridesInParts): string {
  const said = strides.map((stride) =>
    stride
      .map(({ parts, of }) => (parts % of === 0 ? `${parts / of}` : `${parts}/${of}`))
      .join('+'),
  );
  return sayRow(each.map((at) => nth(said, at)));
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

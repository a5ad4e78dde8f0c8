import { nth, numberAt } from '../../bounds/index.ts';
import { formatRational, rational, type Ticks } from '../../time/index.ts';
import { type StridesInParts, strides } from '../line/strides.ts';

/**
 * The strides of a line in pulses, as they are said: see {@link sayRow}.
 * @param onsets ascending, from 0 and below `span`
 */
export function sayStrides(onsets: readonly Ticks[], span: Ticks, ticksPerPulse: number): string {
  return sayRow(strides(onsets, span), (ticks) => formatRational(rational(ticks, ticksPerPulse)));
}

/** Strides in parts of the beat: `2/4 1/3`, with a plus where one goes over into another division. */
export function sayParts({ strides: different, each }: StridesInParts): string {
  const words = different.map((stride) =>
    stride
      .map(({ parts, of }) => (parts % of === 0 ? `${parts / of}` : `${parts}/${of}`))
      .join('+'),
  );
  // What is said in the same words is one: 3/3 is 1, as 4/4 is.
  const places = words.map((word) => words.indexOf(word));
  return sayRow(
    each.map((at) => numberAt(places, at)),
    (at) => nth(words, at),
  );
}

/**
 * A row as it is said: a whole that repeats once with how often, otherwise a long run of one word short. It is
 * compared as numbers, and put into words where they are said.
 * @example sayRow([3, 3, 2, 3, 3, 2], String) // '3 3 2, twice'
 * @example sayRow([1, 1, 1, 1, 2], String) // '1×4 2'
 */
export function sayRow(row: readonly number[], say: (one: number) => string): string {
  for (let period = 1; period * 2 <= row.length; period += 1) {
    if (row.length % period !== 0 || !repeatsAfter(row, period)) continue;
    const times = row.length / period;
    const words = row.slice(0, period).map(say);
    return `${words.join(' ')}, ${times === 2 ? 'twice' : `${times} times`}`;
  }
  return sayRuns(row, say);
}

function repeatsAfter(row: readonly number[], period: number): boolean {
  for (let at = period; at < row.length; at += 1) {
    if (row[at] !== row[at - period]) return false;
  }
  return true;
}

/** `1 1 1 1 2` becomes `1×4 2`; runs of three and less are said out. */
function sayRuns(row: readonly number[], say: (one: number) => string): string {
  const said: string[] = [];
  for (let from = 0; from < row.length; ) {
    let to = from + 1;
    while (to < row.length && row[to] === row[from]) to += 1;
    const word = say(numberAt(row, from));
    if (to - from > 3) said.push(`${word}×${to - from}`);
    else for (let at = from; at < to; at += 1) said.push(word);
    from = to;
  }
  return said.join(' ');
}

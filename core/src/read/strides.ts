import { formatRational, type Pulses, rational, type Ticks } from '../time/index.ts';

/**
 * The circular gaps between onsets, each from a stroke to the next and the last over the seam.
 * @param onsets ascending, each once, from 0 and below `span`
 * @example strides([0, 3, 6, 10, 12], 16) // [3, 3, 4, 2, 4]
 */
export function strides(onsets: readonly Ticks[], span: Ticks): readonly Ticks[] {
  return onsets.map((onset, index) => {
    const next = onsets[index + 1] ?? (onsets[0] ?? 0) + span;
    return next - onset;
  });
}

/** Strides in pulses, from ticks of a common grid. */
export function stridesInPulses(
  onsets: readonly Ticks[],
  span: Ticks,
  ticksPerPulse: number,
): readonly Pulses[] {
  // A line has few different gaps: each is brought down once, and equal ones are one object.
  const known = new Map<Ticks, Pulses>();
  return onsets.map((onset, index) => {
    const ticks = (onsets[index + 1] ?? (onsets[0] ?? 0) + span) - onset;
    let pulses = known.get(ticks);
    if (!pulses) {
      pulses = rational(ticks, ticksPerPulse);
      known.set(ticks, pulses);
    }
    return pulses;
  });
}

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

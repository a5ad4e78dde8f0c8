import { equal, formatRational, type Pulses, rational, type Ticks } from '../time/index.ts';

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
  return strides(onsets, span).map((ticks) => {
    let pulses = known.get(ticks);
    if (!pulses) {
      pulses = rational(ticks, ticksPerPulse);
      known.set(ticks, pulses);
    }
    return pulses;
  });
}

/**
 * Strides as they are said: `3 3 2`, and a whole that repeats is said once with how often:
 * `3 3 2, twice`; otherwise a long run of one length is said short, `1×4 2`.
 */
export function sayStrides(gaps: readonly Pulses[]): string {
  for (let period = 1; period * 2 <= gaps.length; period += 1) {
    if (gaps.length % period !== 0) continue;
    if (!repeatsAfter(gaps, period)) continue;
    const times = gaps.length / period;
    const once = gaps.slice(0, period).map(formatRational).join(' ');
    return `${once}, ${times === 2 ? 'twice' : `${times} times`}`;
  }
  return sayRuns(gaps.map(formatRational));
}

function repeatsAfter(gaps: readonly Pulses[], period: number): boolean {
  for (let at = period; at < gaps.length; at += 1) {
    const gap = gaps[at];
    const before = gaps[at - period];
    if (gap !== before && (!gap || !before || !equal(gap, before))) return false;
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

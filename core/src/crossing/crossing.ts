import { type Counting, countBeat } from '../counting/index.ts';
import { type Bpm, lcm } from '../time/index.ts';

/** The most pulses that cross at once, and the most steps of each. */
export const CROSSING_LIMITS = { pulses: 5, steps: 31 } as const;

/** A moment at which one or more pulses of a crossing step. */
export interface CrossingMoment {
  /** On the common grid, from 0. */
  readonly at: number;
  /** Indices of the pulses that step here, ascending. */
  readonly pulses: readonly number[];
}

/** Even pulses in one span. */
export interface Crossing {
  readonly counts: readonly number[];
  /** The least number of equal parts on which every pulse falls. */
  readonly grid: number;
  readonly moments: readonly CrossingMoment[];
  /** The circular gaps of the composite, on the grid. */
  readonly strides: readonly number[];
}

/**
 * Crosses two to five even pulses of 1 to 31 steps. The grid is only a number: what is worked out are
 * the onsets, of which there are never more than 155.
 * @throws RangeError where a count is out of range
 * @example crossing([5, 3]).strides // [3, 2, 1, 3, 1, 2, 3]
 */
export function crossing(counts: readonly number[]): Crossing {
  const { pulses, steps } = CROSSING_LIMITS;
  if (counts.length < 2 || counts.length > pulses) {
    throw new RangeError(`A crossing has 2 to ${pulses} pulses, not ${counts.length}.`);
  }
  for (const count of counts) {
    if (!Number.isInteger(count) || count < 1 || count > steps) {
      throw new RangeError(`A pulse of a crossing has 1 to ${steps} steps, not ${count}.`);
    }
  }
  const grid = counts.reduce((all, count) => lcm(all, count), 1);
  const at = new Map<number, number[]>();
  counts.forEach((count, pulse) => {
    for (let step = 0; step < count; step += 1) {
      const place = step * (grid / count);
      const here = at.get(place);
      if (here) here.push(pulse);
      else at.set(place, [pulse]);
    }
  });
  const moments = [...at]
    .map(([place, steps]): CrossingMoment => ({ at: place, pulses: steps }))
    .sort((a, b) => a.at - b.at);
  return {
    counts,
    grid,
    moments,
    strides: moments.map(({ at: place }, index) => (moments[index + 1]?.at ?? grid) - place),
  };
}

/** Where a moment falls as counted from one pulse: its step, from 1, and which equal part of it. */
export interface CountedMoment {
  readonly step: number;
  /** From 0; the step itself is part 0. */
  readonly part: number;
  readonly parts: number;
  /** `a of 2`, or `4` on the step itself. */
  readonly words: string;
}

/**
 * The steps of one pulse counted from another, in words. Each beat is cut into as many parts as the
 * two need to meet.
 * @param from index of the pulse that is the beat; `of` of the one that is counted
 * @example countFrom(crossing([5, 3]), 0, 1, 'plain').map((one) => one.words) // 1, a of 2, & of 4
 */
export function countFrom(
  crossed: Crossing,
  from: number,
  of: number,
  counting: Counting,
): readonly CountedMoment[] {
  const beats = crossed.counts[from] ?? 1;
  const steps = crossed.counts[of] ?? 1;
  const parts = lcm(beats, steps) / beats;
  return Array.from({ length: steps }, (_, index) => {
    const place = (index * beats * parts) / steps;
    const step = Math.floor(place / parts) + 1;
    const part = place % parts;
    const word = countBeat(counting, step, parts)[part] ?? `part ${part + 1}`;
    return { step, part, parts, words: part === 0 ? String(step) : `${word} of ${step}` };
  });
}

/**
 * The same tempo from another pulse: a steps against b, at `bpm` steps of b a minute.
 * @example tempoFrom(60, 3, 4) // 45: three against four at sixty
 */
export function tempoFrom(bpm: Bpm, a: number, b: number): Bpm {
  return (bpm * a) / b;
}

/** Even steps cut to a cycle of another length, beginning again each turn. */
export interface CutCrossing {
  readonly onsets: readonly number[];
  /** What is left of the last step before the turn begins again; 0 where it comes out even. */
  readonly rest: number;
}

/** @example cutInto(5, 16) // 0 5 10 15, rest 1 */
export function cutInto(step: number, length: number): CutCrossing {
  const onsets: number[] = [];
  for (let at = 0; at < length; at += step) onsets.push(at);
  return { onsets, rest: length % step };
}

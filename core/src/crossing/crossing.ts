import { type Counting, countBeat } from '../counting/index.ts';
import { type Bpm, gcd, lcm, wrap } from '../time/index.ts';

/** The most pulses that cross at once, the most steps of each, and the most parts of a step. */
export const CROSSING_LIMITS = { pulses: 5, steps: 31, parts: 9 } as const;

/** One of the pulses that cross: even steps over the span, each of equal parts, some of which sound. */
export interface Pulse {
  readonly steps: number;
  /** Equal parts of each step. */
  readonly parts: number;
  /** Which parts of each step sound, from 0, ascending; 0 is the step itself. */
  readonly sounds: readonly number[];
  /** How many of its parts later than the span it starts. */
  readonly start: number;
}

/** An even pulse: it sounds on its steps and starts with the span. */
export function evenPulse(steps: number): Pulse {
  return { steps, parts: 1, sounds: [0], start: 0 };
}

/** A moment at which one or more pulses of a crossing sound. */
export interface CrossingMoment {
  /** On the common grid, from 0. */
  readonly at: number;
  /** Indices of the pulses that sound here, ascending. */
  readonly pulses: readonly number[];
}

/** Pulses over one span. */
export interface Crossing {
  readonly pulses: readonly Pulse[];
  /** Steps of each pulse. */
  readonly counts: readonly number[];
  /** The least number of equal parts on which every part of every pulse falls. */
  readonly grid: number;
  readonly moments: readonly CrossingMoment[];
  /** The circular gaps of the composite, on the grid. */
  readonly strides: readonly number[];
}

/**
 * Crosses two to five pulses of 1 to 31 steps; a number alone is an even pulse of so many steps. The
 * grid is only a number: what is worked out are the onsets, of which there are never more than 1395.
 * @throws RangeError where a number is out of range
 * @example crossing([5, 3]).strides // [3, 2, 1, 3, 1, 2, 3]
 */
export function crossing(given: readonly (number | Pulse)[]): Crossing {
  const { pulses: most } = CROSSING_LIMITS;
  if (given.length < 2 || given.length > most) {
    throw new RangeError(`A crossing has 2 to ${most} pulses, not ${given.length}.`);
  }
  const pulses = given.map((one) => checked(typeof one === 'number' ? evenPulse(one) : one));
  const grid = pulses.reduce((all, { steps, parts }) => lcm(all, steps * parts), 1);
  const at = new Map<number, number[]>();
  pulses.forEach((pulse, index) => {
    for (const place of soundsOn(pulse, grid)) {
      const here = at.get(place);
      if (here) here.push(index);
      else at.set(place, [index]);
    }
  });
  const moments = [...at]
    .map(([place, sounding]): CrossingMoment => ({ at: place, pulses: sounding }))
    .sort((a, b) => a.at - b.at);
  const first = moments[0]?.at ?? 0;
  return {
    pulses,
    counts: pulses.map((pulse) => pulse.steps),
    grid,
    moments,
    strides: moments.map(
      ({ at: place }, index) => (moments[index + 1]?.at ?? grid + first) - place,
    ),
  };
}

function checked(pulse: Pulse): Pulse {
  const { steps, parts, sounds, start } = pulse;
  const limits = CROSSING_LIMITS;
  if (!Number.isInteger(steps) || steps < 1 || steps > limits.steps) {
    throw new RangeError(`A pulse of a crossing has 1 to ${limits.steps} steps, not ${steps}.`);
  }
  if (!Number.isInteger(parts) || parts < 1 || parts > limits.parts) {
    throw new RangeError(`A step of a crossing has 1 to ${limits.parts} parts, not ${parts}.`);
  }
  if (sounds.length === 0 || sounds.some((part) => !Number.isInteger(part) || part < 0)) {
    throw new RangeError('At least one part of a step sounds.');
  }
  if (sounds.some((part) => part >= parts)) {
    throw new RangeError(`A step of ${parts} parts has no part ${Math.max(...sounds) + 1}.`);
  }
  if (!Number.isInteger(start) || start < 0 || start >= steps * parts) {
    throw new RangeError(`A pulse starts 0 to ${steps * parts - 1} parts later, not ${start}.`);
  }
  return pulse;
}

/** Where a pulse sounds on a grid that all its parts fall on, ascending. */
function soundsOn({ steps, parts, sounds, start }: Pulse, grid: number): readonly number[] {
  const all = steps * parts;
  const unit = grid / all;
  const places: number[] = [];
  for (let step = 0; step < steps; step += 1) {
    for (const part of sounds) places.push(((step * parts + part + start) % all) * unit);
  }
  return start === 0 ? places : places.sort((a, b) => a - b);
}

/** Where a pulse of a crossing sounds, on the grid, ascending. */
export function soundsOf(crossed: Crossing, index: number): readonly number[] {
  const pulse = crossed.pulses[index];
  return pulse ? soundsOn(pulse, crossed.grid) : [];
}

/** Where the steps of a pulse lie, its first one first, whether or not they sound. */
export function stepsOf(crossed: Crossing, index: number): readonly number[] {
  const pulse = crossed.pulses[index];
  if (!pulse) return [];
  const { steps, parts, start } = pulse;
  const all = steps * parts;
  return Array.from(
    { length: steps },
    (_, step) => ((step * parts + start) % all) * (crossed.grid / all),
  );
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
 * What one pulse sounds counted from another, in words, begun with the step of the one that is the
 * beat. Each beat is cut into as many parts as the two need to meet.
 * @param from index of the pulse that is the beat; `of` of the one that is counted
 * @example countFrom(crossing([5, 3]), 0, 1, 'plain').map((one) => one.words) // 1, a of 2, & of 4
 */
export function countFrom(
  crossed: Crossing,
  from: number,
  of: number,
  counting: Counting,
): readonly CountedMoment[] {
  const beat = crossed.pulses[from];
  if (!beat) return [];
  const { grid } = crossed;
  const [first = 0] = stepsOf(crossed, from);
  const beatTicks = grid / beat.steps;
  const since = soundsOf(crossed, of)
    .map((at) => wrap(at - first, grid))
    .sort((a, b) => a - b);
  // As many parts as the beat has, or as many more as it takes for every sound to fall on one.
  const needed = since.reduce((all, at) => {
    const within = at % beatTicks;
    return within === 0 ? all : lcm(all, beatTicks / gcd(within, beatTicks));
  }, 1);
  const parts = lcm(needed, beat.parts);
  return since.map((at) => {
    const step = Math.floor(at / beatTicks) + 1;
    const part = ((at % beatTicks) * parts) / beatTicks;
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
  /** From the last stroke to where the turn begins again; 0 where that is a whole step. */
  readonly rest: number;
}

/** How even steps are cut to a bar. */
export interface CutOptions {
  /** The most strokes that are taken; as many as go where it is not given. */
  readonly strokes?: number;
  /** Leaves out the stroke after which the step would be cut, so that the last gap is longer instead. */
  readonly withoutCut?: boolean;
}

/**
 * Even steps in a bar that they do not fill.
 * @param step from onset to onset, in pulses, 1 at least
 * @param length of the bar, in pulses
 * @example cutInto(5, 16) // 0 5 10 15, rest 1
 * @example cutInto(3, 16, { withoutCut: true }) // 0 3 6 9 12, rest 4
 */
export function cutInto(
  step: number,
  length: number,
  { strokes = Number.POSITIVE_INFINITY, withoutCut = false }: CutOptions = {},
): CutCrossing {
  const onsets: number[] = [];
  for (let at = 0; at < length && onsets.length < strokes; at += step) onsets.push(at);
  const last = onsets.at(-1) ?? 0;
  if (withoutCut && onsets.length > 1 && length - last < step) onsets.pop();
  const rest = length - (onsets.at(-1) ?? 0);
  return { onsets, rest: rest === step ? 0 : rest };
}

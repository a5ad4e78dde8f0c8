import * as v from 'valibot';
import { listOf, NameSchema, nth, numberAt } from '../bounds/index.ts';
import {
  add,
  type Beats,
  floor,
  multiply,
  type Pulses,
  rational,
  subtract,
} from '../time/index.ts';

/** What the hand does on a beat that is not played: clap, touch a finger, wave, or nothing. */
export const GESTURES = ['clap', 'finger', 'wave', 'silent'] as const;
/** A gesture of the hand that keeps a cycle: one of {@link GESTURES}. */
export const GestureSchema = v.picklist(GESTURES);
/** One of {@link GESTURES}. */
export type Gesture = v.InferOutput<typeof GestureSchema>;

/** The longest beat in pulses, and the most beats in a cycle. */
export const CYCLE_LIMITS = { span: 64, beats: 128 } as const;

/** A beat of a cycle: how many pulses it has, and what the hand does on it. */
export const BeatSchema = v.object({
  /** Pulses from this beat to the next. */
  span: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(CYCLE_LIMITS.span)),
  gesture: v.optional(GestureSchema),
});
/** A beat of a cycle: see {@link BeatSchema}. */
export type Beat = Readonly<v.InferOutput<typeof BeatSchema>>;

/** Beats of a cycle that are felt together, and are written between two bars. */
export const GroupSchema = v.object({
  beats: v.pipe(
    listOf(BeatSchema, CYCLE_LIMITS.beats, `A cycle has at most ${CYCLE_LIMITS.beats} beats.`),
    v.minLength(1, 'A group needs at least one beat.'),
  ),
  label: v.optional(v.pipe(v.string(), v.maxLength(80))),
});
/** Beats that are felt together: see {@link GroupSchema}. */
export type Group = Readonly<v.InferOutput<typeof GroupSchema>>;

/** The ordered beats, in groups, that come round. */
export const CycleSchema = v.pipe(
  v.object({
    id: v.pipe(v.string(), v.minLength(1), v.maxLength(200)),
    name: NameSchema,
    groups: v.pipe(
      listOf(GroupSchema, CYCLE_LIMITS.beats, `A cycle has at most ${CYCLE_LIMITS.beats} beats.`),
      v.minLength(1, 'A cycle needs at least one beat.'),
    ),
  }),
  v.check(
    (cycle) =>
      cycle.groups.reduce((sum, group) => sum + group.beats.length, 0) <= CYCLE_LIMITS.beats,
    `A cycle has at most ${CYCLE_LIMITS.beats} beats.`,
  ),
);
/** The turn within which a rhythm is written: see {@link CycleSchema}. */
export type Cycle = Readonly<v.InferOutput<typeof CycleSchema>>;

const beats = new WeakMap<Cycle, readonly Beat[]>();

/** All beats in order, the groups laid end to end; the same array for the same cycle. */
export function beatsOf(cycle: Cycle): readonly Beat[] {
  const known = beats.get(cycle);
  if (known) return known;
  const all = cycle.groups.flatMap((group) => group.beats);
  beats.set(cycle, all);
  return all;
}

/** Pulses of the first beat: what a tempo is counted by where nothing else is said. */
export function firstSpan(cycle: Cycle): number {
  return nth(beatsOf(cycle), 0).span;
}

/** Pulses in one turn. `turnPulses(3+3+2)` is 8. */
export function turnPulses(cycle: Cycle): number {
  return beatsOf(cycle).reduce((sum, beat) => sum + beat.span, 0);
}

/** The pulse, from 0, on which each beat of one turn starts. 3+3+2 gives 0 3 6. */
export function beatStarts(cycle: Cycle): readonly number[] {
  let at = 0;
  return beatsOf(cycle).map((beat) => {
    const start = at;
    at += beat.span;
    return start;
  });
}

/** A beat of one of several turns. */
export interface PlacedBeat {
  /** Pulse on which it begins, counted from the first turn. */
  readonly start: number;
  /** Which beat of its turn, from 0. */
  readonly index: number;
  readonly beat: Beat;
}

/** Several turns written out as one. */
export function overTurns(cycle: Cycle, turns: number): Cycle {
  if (turns === 1) return cycle;
  return { ...cycle, groups: Array.from({ length: turns }, () => cycle.groups).flat() };
}

/** The beats of so many turns, in order: the one place where beats are laid out over turns. */
export function beatsOverTurns(cycle: Cycle, turns: number): readonly PlacedBeat[] {
  const placed: PlacedBeat[] = [];
  let start = 0;
  for (let turn = 0; turn < turns; turn += 1) {
    beatsOf(cycle).forEach((beat, index) => {
      placed.push({ start, index, beat });
      start += beat.span;
    });
  }
  return placed;
}

/**
 * Turns a place counted in beats into pulses, for one cycle. Between two beats the place is
 * taken in proportion, so half a beat of three pulses is one pulse and a half.
 * @example beatsToPulses(cycleFromSpans('3+3+2'))(rational(5, 2)) // 7
 */
export function beatsToPulses(cycle: Cycle): (place: Beats) => Pulses {
  const spans = beatsOf(cycle).map((beat) => beat.span);
  const starts = beatStarts(cycle);
  const turn = turnPulses(cycle);
  return (place) => {
    const whole = floor(place);
    const turns = Math.floor(whole / spans.length);
    const beat = whole - turns * spans.length;
    const start = rational(turns * turn + numberAt(starts, beat));
    const within = subtract(place, rational(whole));
    return within.num === 0 ? start : add(start, multiply(within, rational(numberAt(spans, beat))));
  };
}

import * as v from 'valibot';
import { NAME_LENGTH, nth } from '../bounds/index.ts';
import { KeptRunSchema } from '../ear/index.ts';
import { PassageSchema } from '../passage/index.ts';
import { TEMPO_RANGE } from '../time/index.ts';
import { DaySchema } from './day.ts';

/** How a run felt, in one touch. */
export const FEELS = {
  easy: 'easy',
  right: 'just right',
  hard: 'hard',
  hurts: 'it hurts',
} as const;
/** One of {@link FEELS}. */
export type Feel = keyof typeof FEELS;

/** Where it hurts, in one touch. */
export const SORE = {
  R: 'right hand or arm',
  L: 'left hand or arm',
  both: 'both hands',
  back: 'back or neck',
  ears: 'ears',
  other: 'somewhere else',
} as const;
/** One of {@link SORE}. */
export type Sore = keyof typeof SORE;

/** By what a run was heard. */
export const HEARD_BY = ['none', 'keys', 'pads', 'midi', 'microphone', 'simulated'] as const;
/** One of {@link HEARD_BY}. */
export type HeardBy = (typeof HEARD_BY)[number];

/** What is kept is bounded, so that a damaged file cannot ask for more than there is. */
export const RUN_LIMITS = {
  note: 2000,
  seconds: 24 * 3600,
  strokes: 1_000_000,
  passes: 100_000,
} as const;

const figure = v.pipe(v.number(), v.finite());
const count = (most: number) => v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(most));
const text = v.pipe(v.string(), v.maxLength(NAME_LENGTH));

/** What a run asked of the hands. */
export const LoadSchema = v.object({
  /** Strokes by hand, with graces and rolls. */
  R: count(RUN_LIMITS.strokes),
  L: count(RUN_LIMITS.strokes),
  /** Of these the accents. */
  loudR: count(RUN_LIMITS.strokes),
  loudL: count(RUN_LIMITS.strokes),
  /** The longest row of strokes by one hand. */
  row: count(RUN_LIMITS.strokes),
});
/** What the hands had to do in a run: see {@link LoadSchema}. */
export type Load = Readonly<v.InferOutput<typeof LoadSchema>>;

/** A run in which no hand did anything. */
export const NO_LOAD: Load = { R: 0, L: 0, loudR: 0, loudL: 0, row: 0 };

/** A stroke that lay off the same way in most passes. */
const OffSchema = v.object({
  slot: count(1_000_000),
  /** As the player names it: “the ka on 2 in turn 1”. */
  name: text,
  /** Seconds, negative where it rushes. */
  bias: figure,
});

/** The judge's figures of a run, as they are kept. */
export const JudgedSchema = v.object({
  ...KeptRunSchema.entries,
  verdict: v.picklist(['up', 'stay', 'down']),
  cleanPasses: count(RUN_LIMITS.passes),
  /** The ratio of the division that is least even; 1 is even. */
  evenness: v.optional(figure),
  /** What is off most, the furthest first. */
  off: v.pipe(v.array(OffSchema), v.maxLength(3)),
});
/** What was heard of a run: see {@link JudgedSchema}. */
export type Judged = Readonly<v.InferOutput<typeof JudgedSchema>>;

/** One run as the log keeps it. */
export const LoggedRunSchema = v.object({
  id: v.pipe(v.string(), v.minLength(1), v.maxLength(64)),
  /** When it began, in milliseconds since 1970, and on which day of the player's calendar. */
  at: v.pipe(figure, v.minValue(0)),
  day: DaySchema,
  rhythm: v.object({ id: v.pipe(v.string(), v.maxLength(64)), name: text }),
  /** Mark of the rhythm as it was, under which that is kept. */
  version: v.pipe(v.string(), v.maxLength(64)),
  layer: v.object({ id: v.pipe(v.string(), v.maxLength(64)), name: text }),
  instrument: v.pipe(v.string(), v.maxLength(64)),
  /** What of the line was played: “all of it”, “piece 2”. */
  part: text,
  /** The stretch itself; nothing where it is not known, as of a row of a table. */
  passage: v.optional(PassageSchema),
  whole: v.boolean(),
  way: text,
  heardBy: v.picklist(HEARD_BY),
  bpm: v.pipe(figure, v.minValue(TEMPO_RANGE.min), v.maxValue(TEMPO_RANGE.max)),
  per: count(1000),
  /** Passes that were played to their end. */
  passes: count(RUN_LIMITS.passes),
  seconds: v.pipe(figure, v.minValue(0), v.maxValue(RUN_LIMITS.seconds)),
  brokenOff: v.boolean(),
  load: LoadSchema,
  /** Mean amplitude of the strokes in the microphone, 0 to 1: to be compared with itself alone. */
  level: v.optional(v.pipe(figure, v.minValue(0), v.maxValue(1))),
  /** Nothing where it was not heard. */
  judged: v.optional(JudgedSchema),
  feel: v.optional(v.picklist(Object.keys(FEELS) as [Feel, ...Feel[]])),
  sore: v.optional(v.picklist(Object.keys(SORE) as [Sore, ...Sore[]])),
  note: v.optional(v.pipe(v.string(), v.maxLength(RUN_LIMITS.note))),
  /** True where the player set it right by hand. */
  corrected: v.optional(v.literal(true)),
  /** True where it is of the made-up log. */
  demo: v.optional(v.literal(true)),
});
/** A run as it stands in the log: see {@link LoggedRunSchema}. */
export type LoggedRun = Readonly<v.InferOutput<typeof LoggedRunSchema>>;

/**
 * Whether the player played it. What the simulated player shows is in the log too, but it is nobody's progress and
 * no load; of the made-up log it is the player.
 */
export function isOwn({ heardBy, demo }: Pick<LoggedRun, 'heardBy' | 'demo'>): boolean {
  return heardBy !== 'simulated' || demo === true;
}

/** Whether a run counts for the best clean tempo: heard, to its end, and good enough to go up. */
export function isClean({ judged, brokenOff }: LoggedRun): boolean {
  return !brokenOff && judged?.verdict === 'up';
}

/** Under which runs of one line belong together. */
export function lineOf({ rhythm, layer }: Pick<LoggedRun, 'rhythm' | 'layer'>): string {
  return `${rhythm.id}/${layer.id}`;
}

/** Runs in the order in which they were played. */
export function inTime(runs: readonly LoggedRun[]): readonly LoggedRun[] {
  for (let at = 1; at < runs.length; at += 1) {
    if (nth(runs, at - 1).at > nth(runs, at).at) {
      return [...runs].sort((a, b) => a.at - b.at);
    }
  }
  return runs;
}

/** Lists under a key, in the order in which they come. */
export function grouped<T>(
  all: Iterable<T>,
  keyOf: (one: T) => string,
): ReadonlyMap<string, readonly T[]> {
  const groups = new Map<string, T[]>();
  for (const one of all) {
    const key = keyOf(one);
    const group = groups.get(key);
    if (group) group.push(one);
    else groups.set(key, [one]);
  }
  return groups;
}

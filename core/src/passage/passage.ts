import * as v from 'valibot';
import { listOf, nth } from '../bounds/index.ts';
import { HANDS, type Rhythm, TempoSchema } from '../rhythm/index.ts';
import type { NextSegment, Score } from '../sound/index.ts';
import { type Tempo, toNumber } from '../time/index.ts';

/** The sizes within which passages and sequences stay. */
export const PASSAGE_LIMITS = { passages: 400, times: 999, pulses: 1_000_000 } as const;

/** What sounds of the strokes of a passage, where it is not all of them. */
export const ONLY = ['accents', 'no ghosts', 'low sounds'] as const;
/** One of {@link ONLY}. */
export type Only = (typeof ONLY)[number];

const PlaceSchema = v.object({
  num: v.pipe(v.number(), v.integer(), v.minValue(0)),
  den: v.pipe(v.number(), v.integer(), v.minValue(1)),
});

/** A stretch of a rhythm, what sounds in it, how fast, and how often it comes. */
export const PassageSchema = v.pipe(
  v.object({
    /** Pulses since the one of the first turn, exact; `to` is not part of it, and may lie over the seam. */
    from: PlaceSchema,
    to: PlaceSchema,
    /** Ids of the layers that sound; all where it is not given. */
    layers: v.optional(v.array(v.string())),
    /** Hands and feet that sound, strokes of both hands with either; all where it is not given. */
    hands: v.optional(v.array(v.picklist(HANDS))),
    only: v.optional(v.picklist(ONLY)),
    /** Beats of every turn whose strokes sound, from 0; all where it is not given. */
    beats: v.optional(v.array(v.pipe(v.number(), v.integer(), v.minValue(0)))),
    /** An even run on one stroke in its place, or nothing, while its words are said. */
    as: v.optional(v.picklist(['plain run', 'said'])),
    /** Where strokes sound, in the places of `from` and `to`: a piece may begin between two beats. */
    within: v.optional(v.object({ from: PlaceSchema, to: PlaceSchema })),
    /** Id of the layer that `hands`, `only`, `beats`, `within` and `as` speak of; of all where it is not given. */
    of: v.optional(v.string()),
    /** True where the beats are clapped under it. */
    clap: v.optional(v.literal(true)),
    /** Its own tempo; the rhythm's where it is not given. */
    tempo: v.optional(TempoSchema),
    /** True where it comes again and again after its times, until a sign is given. */
    waits: v.optional(v.literal(true)),
    times: v.pipe(
      v.number(),
      v.integer(),
      v.minValue(1),
      v.maxValue(PASSAGE_LIMITS.times, `A passage comes at most ${PASSAGE_LIMITS.times} times.`),
    ),
  }),
  v.check(
    ({ from, to }) => toNumber(from) < toNumber(to) && toNumber(to) <= PASSAGE_LIMITS.pulses,
    'A passage ends after it begins.',
  ),
);
/** A stretch of a rhythm: see {@link PassageSchema}. */
export type Passage = Readonly<v.InferOutput<typeof PassageSchema>>;

/** Passages one after another. */
export const SequenceSchema = v.pipe(
  v.object({
    passages: v.pipe(
      listOf(
        PassageSchema,
        PASSAGE_LIMITS.passages,
        `A sequence has at most ${PASSAGE_LIMITS.passages} passages.`,
      ),
      v.minLength(1, 'A sequence needs at least one passage.'),
    ),
    /** After the last: which passage comes next, from 0, so that what stands before it came once. It stops where it is not given. */
    again: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0))),
  }),
  v.check(
    ({ passages, again }) => again === undefined || again < passages.length,
    'A sequence begins again with one of its passages.',
  ),
);
/** Passages one after another: see {@link SequenceSchema}. */
export type Sequence = Readonly<v.InferOutput<typeof SequenceSchema>>;

/** Where a sequence is: which passage, and which time through it, from 0. */
export interface SequencePlace {
  readonly passage: number;
  readonly time: number;
}

/** The first time through the first passage. */
export const SEQUENCE_START: SequencePlace = { passage: 0, time: 0 };

/**
 * What follows a time through a passage; undefined where the sequence is over.
 * @param isSigned whether the sign was given that a passage waits for; before its times it changes nothing
 */
export function followingPlace(
  { passages, again }: Sequence,
  { passage, time }: SequencePlace,
  isSigned = false,
): SequencePlace | undefined {
  const { times, waits = false } = nth(passages, passage);
  if (time + 1 < times || (waits && !isSigned)) return { passage, time: time + 1 };
  if (passage + 1 < passages.length) return { passage: passage + 1, time: 0 };
  return again === undefined ? undefined : { passage: again, time: 0 };
}

/**
 * One time through a passage as a stretch of playing; a sequence hands them to the transport one after
 * another, and no gap comes between.
 * @param score of the passage: see {@link scorePassage}
 */
export function segmentOf(
  rhythm: Pick<Rhythm, 'tempo'>,
  score: Score,
  passage: Passage,
  place: SequencePlace,
): NextSegment<SequencePlace> {
  const ticks = ({ num, den }: Passage['from']) => (num * score.ticksPerPulse) / den;
  const tempo: Tempo = passage.tempo ?? rhythm.tempo;
  return {
    score,
    tempo,
    startTicks: ticks(passage.from),
    endTicks: ticks(passage.to),
    tag: place,
  };
}

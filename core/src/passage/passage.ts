import * as v from 'valibot';
import { listOf, nth } from '../bounds/index.ts';
import { findInstrument, strokeKind } from '../instrument/index.ts';
import { registerOf } from '../read/index.ts';
import {
  HANDS,
  handsOf,
  type Layer,
  LIMBS,
  type Rhythm,
  TempoSchema,
  type Timing,
} from '../rhythm/index.ts';
import { type NextSegment, type Score, scoreRhythm } from '../sound/index.ts';
import { type Tempo, toNumber } from '../time/index.ts';

/** The sizes within which passages and sequences stay. */
export const PASSAGE_LIMITS = { passages: 400, times: 999, pulses: 1_000_000 } as const;

/** What sounds of the strokes of a passage, where it is not all of them. */
export const ONLY = ['accents', 'no ghosts', 'low sounds'] as const;
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
    /** Its own tempo; the rhythm's where it is not given. */
    tempo: v.optional(TempoSchema),
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
export type Sequence = Readonly<v.InferOutput<typeof SequenceSchema>>;

/** Where a sequence is: which passage, and which time through it, from 0. */
export interface SequencePlace {
  readonly passage: number;
  readonly time: number;
}

export const SEQUENCE_START: SequencePlace = { passage: 0, time: 0 };

/** What follows a time through a passage; undefined where the sequence is over. */
export function followingPlace(
  { passages, again }: Sequence,
  { passage, time }: SequencePlace,
): SequencePlace | undefined {
  if (time + 1 < nth(passages, passage).times) return { passage, time: time + 1 };
  if (passage + 1 < passages.length) return { passage: passage + 1, time: 0 };
  return again === undefined ? undefined : { passage: again, time: 0 };
}

/** A rhythm that is to be played by passages. */
type Played = Pick<Rhythm, 'cycle' | 'layers' | 'tempo' | 'second' | 'turns'>;

/**
 * The rhythm's score with only the strokes that sound in a passage. Times stay as they are: what is left
 * out is silence. The click and a second counting go on.
 */
export function scorePassage(rhythm: Played, timing: Timing, passage: Passage): Score {
  const { layers, hands, only } = passage;
  if (!layers && !hands && !only) return scoreRhythm(rhythm, timing, rhythm);
  const heard = rhythm.layers.map((layer): Layer => {
    if (layers && !layers.includes(layer.id)) return { ...layer, strokes: [] };
    return soundingPart(layer, { ...(hands && { hands }), ...(only && { only }) });
  });
  return scoreRhythm({ ...rhythm, layers: heard }, timing, rhythm);
}

/** The layer with only the strokes of some hands, or of one sort; rests stand in for the others. */
export function soundingPart(
  layer: Layer,
  { hands, only }: Pick<Passage, 'hands' | 'only'>,
): Layer {
  const played = handsOf(layer);
  const limbs = hands?.reduce((all, hand) => all | LIMBS[hand], 0);
  const instrument = findInstrument(layer.instrument);
  const strokes = layer.strokes.filter((stroke, at) => {
    if (limbs !== undefined && !(LIMBS[nth(played, at)] & limbs)) return false;
    switch (only) {
      case 'accents':
        return stroke.force === 4;
      case 'no ghosts':
        return stroke.force > 1;
      case 'low sounds': {
        const kind = instrument && strokeKind(instrument, stroke.kind);
        return kind !== undefined && registerOf(kind) === 'low';
      }
      default:
        return true;
    }
  });
  return { ...layer, strokes };
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

import { CountingSchema } from '@stride/core/counting';
import { CycleSchema } from '@stride/core/cycle';
import { LANDINGS, questionProblem, SHAPES } from '@stride/core/landing';
import { TEMPO_RANGE } from '@stride/core/time';
import * as v from 'valibot';
import type { LandingState } from './state.ts';

const whole = v.pipe(v.number(), v.integer());
const from0 = v.pipe(whole, v.minValue(0));
const RangeSchema = v.object({ least: whole, most: whole });
const PlaceSchema = v.object({ count: from0, part: from0 });

const QuestionSchema = v.pipe(
  v.object({
    shapes: v.array(v.picklist(SHAPES)),
    sizes: RangeSchema,
    gaps: RangeSchema,
    gapsDiffer: v.boolean(),
    repeats: RangeSchema,
    landing: v.picklist(LANDINGS),
    start: v.union([
      v.object({ kind: v.picklist(['any', 'beat']) }),
      v.object({ kind: v.literal('at'), ...PlaceSchema.entries, lands: v.optional(whole) }),
    ]),
    turns: whole,
    parts: v.array(whole),
    list: v.optional(v.array(whole)),
    after: v.optional(whole),
    eduppu: v.optional(PlaceSchema),
  }),
  v.check((question) => questionProblem(question as LandingState['question']) === undefined),
);

const FindingSchema = v.object({ mode: v.literal('find') });
const TryingSchema = v.object({
  mode: v.literal('mine'),
  text: v.pipe(v.string(), v.maxLength(2000)),
  ...PlaceSchema.entries,
});
const JoiningSchema = v.object({
  mode: v.literal('parts'),
  fixed: v.picklist(['closing', 'opening']),
  text: v.pipe(v.string(), v.maxLength(2000)),
  between: from0,
  count: from0,
});

/** What is kept of the screen: all but what was picked or mended, which is worked out anew. */
const LandingStateSchema = v.object({
  cycle: CycleSchema,
  question: QuestionSchema,
  doing: v.variant('mode', [FindingSchema, TryingSchema, JoiningSchema]),
  left: v.object({
    find: v.optional(FindingSchema),
    mine: v.optional(TryingSchema),
    parts: v.optional(JoiningSchema),
  }),
  twice: v.boolean(),
  bpm: v.pipe(v.number(), v.minValue(TEMPO_RANGE.min), v.maxValue(TEMPO_RANGE.max)),
  before: v.pipe(from0, v.maxValue(8)),
  words: v.optional(
    v.object({
      choices: v.object({
        counting: CountingSchema,
        shrinks: v.picklist(['from the front', 'from the end']),
        gaps: v.picklist(['silent', 'held']),
        landing: v.pipe(v.string(), v.maxLength(40)),
      }),
      instrument: v.pipe(v.string(), v.maxLength(100)),
      strokes: v.record(v.pipe(v.string(), v.maxLength(40)), v.pipe(v.string(), v.maxLength(8))),
      own: v.optional(
        v.object({
          of: v.pipe(v.string(), v.maxLength(400)),
          text: v.pipe(v.string(), v.maxLength(4000)),
        }),
      ),
    }),
  ),
});

/** A kept state that can be used; undefined where it cannot. */
export function checkLandingState(value: unknown): LandingState | undefined {
  const parsed = v.safeParse(LandingStateSchema, value);
  return parsed.success ? (parsed.output as LandingState) : undefined;
}

import * as v from 'valibot';
import { STRICTNESS, type StrictnessName } from '../ear/index.ts';
import { PiecesSchema, WAYS, type Way } from '../passage/index.ts';
import { ClickPlanSchema, ComingSchema, USUAL_CLICK } from '../sound/index.ts';
import { COMFORT } from './path.ts';

const wholeFrom0 = v.pipe(v.number(), v.integer(), v.minValue(0));

/** How a line is practised: what the player has set up beside the ladder. */
export const PracticePlanSchema = v.object({
  way: v.picklist(Object.keys(WAYS) as [Way, ...Way[]]),
  /** Hundredths of the tempo to reach up to which pieces are taken alone. */
  comfort: v.pipe(v.number(), v.minValue(COMFORT.min), v.maxValue(COMFORT.max)),
  /** Pieces that were cut by hand, by layer id; a layer that is not named has the proposed ones. */
  pieces: v.record(v.string(), PiecesSchema),
  /** Turns that are practised, from the first up to the one after the last; all where it is not given. */
  turns: v.optional(
    v.pipe(
      v.tuple([wholeFrom0, wholeFrom0]),
      v.check(([from, to]) => from < to),
    ),
  ),
  /** Id of the variation that is practised beside home, as they come after one another. */
  variation: v.optional(v.string()),
  click: ClickPlanSchema,
  /** Layers that drop out by plan, by layer id. */
  company: v.record(v.string(), ComingSchema),
  strictness: v.picklist(Object.keys(STRICTNESS) as [StrictnessName, ...StrictnessName[]]),
});
/** How a rhythm is practised: see {@link PracticePlanSchema}. */
export type PracticePlan = Readonly<v.InferOutput<typeof PracticePlanSchema>>;

/** What is in force until the player has set up something else: the gentle side. */
export const USUAL_PLAN: PracticePlan = {
  way: 'whole',
  comfort: COMFORT.usual,
  pieces: {},
  click: USUAL_CLICK,
  company: {},
  strictness: 'usual',
};

/** A plan from kept data of whatever shape; what cannot be used is as usual. */
export function planFrom(data: unknown): PracticePlan {
  const parsed = v.safeParse(PracticePlanSchema, data);
  return parsed.success ? parsed.output : USUAL_PLAN;
}

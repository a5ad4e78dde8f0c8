import * as v from 'valibot';
import { nth, numberAt } from '../bounds/index.ts';
import { seeded } from '../chance/index.ts';
import {
  type PlaceInTurns,
  type Rhythm,
  sideOfTurn,
  turnsOfVariation,
  type Variation,
} from '../rhythm/index.ts';

/** How variations come while a rhythm plays: by their keys alone, one after another, or by chance in their shares. */
export const VARIATION_WAYS = ['by key', 'in order', 'mixed'] as const;

/** How variations come, and by which rules. */
export const VariationPlanSchema = v.object({
  way: v.picklist(VARIATION_WAYS),
  /** The same seed mixes the same way again. */
  seed: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(999_999)),
  /** No variation twice running. */
  notTwice: v.boolean(),
  /** After a variation a turn of home at least. */
  homeBetween: v.boolean(),
});
/** Which variation comes when: see {@link VariationPlanSchema}. */
export type VariationPlan = Readonly<v.InferOutput<typeof VariationPlanSchema>>;

/** Which variation comes when until something else is set. */
export const USUAL_PLAN: VariationPlan = {
  way: 'by key',
  seed: 1,
  notTwice: true,
  homeBetween: true,
};

/** What plays in a turn: home, or which turn of which variation. */
export interface TurnPlayed {
  /** Counted from the beginning of playing, from 0. */
  readonly turn: number;
  /** Undefined: home. */
  readonly variation?: Variation;
  /** Which turn of the variation, from 0. */
  readonly part: number;
}

/** How far a plan has come: what was played so far, and what plays now. */
export interface PlanState {
  readonly now: TurnPlayed | undefined;
  /** Turns of each variation that were played, by its id: an edit on the way may bring them into another order. */
  readonly played: Readonly<Record<string, number>>;
  /** Which variation comes next where they come in order. */
  readonly next: number;
}

/** Nothing has been played yet. */
export const PLAN_START: PlanState = { now: undefined, played: {}, next: 0 };

type Varied = Pick<Rhythm, 'cycle' | 'layers' | 'variations'>;

/**
 * What plays in the next turn. The first is home. A variation that was begun is played to its end, unless
 * another one is asked for.
 * @param asked the variation that its key called: it comes now, wherever it may stand otherwise
 */
export function nextTurn(
  rhythm: Varied,
  plan: VariationPlan,
  state: PlanState,
  asked?: Variation,
): PlanState {
  const { now } = state;
  const turn = now ? now.turn + 1 : 0;
  if (asked) return begun(state, turn, asked);
  const { variation, part = 0 } = now ?? {};
  if (variation && part + 1 < turnsOfVariation(rhythm, variation))
    return playing(state, { turn, variation, part: part + 1 });
  const chosen = turn === 0 ? undefined : choose(rhythm, plan, state, turn);
  if (!chosen) return { ...state, now: { turn, part: 0 } };
  const begin = begun(state, turn, chosen);
  return plan.way === 'in order' ? { ...begin, next: state.next + 1 } : begin;
}

function begun(state: PlanState, turn: number, variation: Variation): PlanState {
  return playing(state, { turn, variation, part: 0 });
}

function playing(state: PlanState, now: TurnPlayed & { readonly variation: Variation }): PlanState {
  const { id } = now.variation;
  return { ...state, now, played: { ...state.played, [id]: (state.played[id] ?? 0) + 1 } };
}

/** Whether a variation may begin on a turn. Where no timeline has sides, one that wants a side may begin on any. */
export function mayStand(
  rhythm: Pick<Rhythm, 'cycle' | 'layers'>,
  place: PlaceInTurns | undefined,
  turn: number,
): boolean {
  if (!place) return true;
  if (place.kind === 'turn') return turn % place.of === place.turn;
  const side = sideOfTurn(rhythm, turn);
  return side === undefined || side === place.side;
}

function choose(
  rhythm: Varied,
  plan: VariationPlan,
  state: PlanState,
  turn: number,
): Variation | undefined {
  const { variations = [] } = rhythm;
  if (plan.way === 'by key' || variations.length === 0) return undefined;
  if (plan.homeBetween && state.now?.variation) return undefined;
  const may = (variation: Variation) =>
    mayStand(rhythm, variation.place, turn) &&
    !(plan.notTwice && state.now?.variation?.id === variation.id);
  if (plan.way === 'in order') {
    const variation = nth(variations, state.next % variations.length);
    return may(variation) ? variation : undefined;
  }
  return drawn(rhythm, plan, state, turn, may);
}

/** No debt pulls harder than this, so that its weight stays a number. */
const MOST_PULL = 50;

/**
 * Draws by chance. What has had less than its share of the turns so far is likelier, the more the further behind it
 * is, so that shares are kept over any length of time and yet no turn is certain.
 */
function drawn(
  rhythm: Varied,
  plan: VariationPlan,
  state: PlanState,
  turn: number,
  may: (variation: Variation) => boolean,
): Variation | undefined {
  const { variations = [] } = rhythm;
  const shares = sharesOf(variations);
  const weight = (share: number, played: number, turns: number) => {
    const debt = (share * (turn + turns) - played) / turns;
    return (share / turns) * Math.exp(Math.max(-MOST_PULL, Math.min(MOST_PULL, debt)));
  };
  const weights = variations.map((variation, at) => {
    const share = numberAt(shares, at);
    if (share === 0 || !may(variation)) return 0;
    return weight(share, state.played[variation.id] ?? 0, turnsOfVariation(rhythm, variation));
  });
  const varied = Object.values(state.played).reduce((sum, one) => sum + one, 0);
  const homeShare = 1 - shares.reduce((sum, one) => sum + one, 0);
  const home = homeShare > 1e-9 ? weight(homeShare, turn - varied, 1) : 0;
  const all = weights.reduce((sum, one) => sum + one, home);
  let at = chanceOf(plan.seed, turn) * all - home;
  if (at < 0 || all === 0) return undefined;
  return variations.find((_, index) => {
    at -= numberAt(weights, index);
    return at < 0;
  });
}

/** A number for a turn, the same for the same seed whatever was drawn before. */
function chanceOf(seed: number, turn: number): number {
  return seeded(Math.imul(seed + 1, 0x9e3779b1) ^ Math.imul(turn + 1, 0x85ebca6b))();
}

/** The share of each variation in all turns, 0 to 1; where they make more than the whole, in their proportions. */
export function sharesOf(variations: readonly Variation[]): readonly number[] {
  const wanted = variations.map(({ share }) => (share ? share.num / share.den : 0));
  const all = wanted.reduce((sum, one) => sum + one, 0);
  return all > 1 ? wanted.map((one) => one / all) : wanted;
}

/** So many turns by a plan from its beginning. */
export function turnsByPlan(
  rhythm: Varied,
  plan: VariationPlan,
  count: number,
): readonly TurnPlayed[] {
  const turns: TurnPlayed[] = [];
  let state = PLAN_START;
  while (turns.length < count) {
    state = nextTurn(rhythm, plan, state);
    if (state.now) turns.push(state.now);
  }
  return turns;
}

/** How much of all turns each variation has by a plan, 0 to 1, counted over a long time. */
export function sharesReached(
  rhythm: Varied,
  plan: VariationPlan,
  turns = 2000,
): readonly number[] {
  let state = PLAN_START;
  for (let turn = 0; turn < turns; turn += 1) state = nextTurn(rhythm, plan, state);
  return (rhythm.variations ?? []).map(({ id }) => (state.played[id] ?? 0) / turns);
}

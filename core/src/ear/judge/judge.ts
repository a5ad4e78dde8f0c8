import { cellAt, nth, numberAt } from '../../bounds/index.ts';
import type { Layer, LayerGrid } from '../../rhythm/index.ts';
import type { Seconds } from '../../time/index.ts';
import type { Hit } from '../hit.ts';
import type { Asked } from './asked.ts';
import { type Evenness, evenness } from './evenness.ts';
import { type Loudness, loudness } from './loudness.ts';
import { type Match, type Met, match, mean, median } from './match.ts';

/** How one slot of the layer came out over all passes. */
export interface SlotFigure {
  readonly slot: number;
  /** How often it was asked for, and did not come. */
  readonly asked: number;
  readonly missed: number;
  /** Mean error beside what all strokes have in common; negative where it rushes. Undefined where it never came. */
  readonly bias: Seconds | undefined;
  /** How many passes it was off the same way, by more than the ear takes for exact. */
  readonly sameWay: number;
  /** What it was played as where that was another stroke, with how often. */
  readonly takenFor: ReadonlyMap<string, number>;
}

/** The figures of a run, or of one of its passes. */
export interface Judgement {
  readonly match: Match;
  /** How many strokes were asked for. */
  readonly asked: number;
  /** Mean error, negative where the player lies before the click; only where the input's own delay is known. */
  readonly bias: Seconds | undefined;
  /** Standard deviation of the errors once bias and drift are taken out. */
  readonly spread: Seconds;
  /** The same without the slot that is off most: how the others lie. */
  readonly spreadElse: Seconds;
  /** How much the player gains on the click, in hundredths of the time played; negative where the player falls behind. */
  readonly drift: number;
  /** Shortest gap between two strokes that were asked for. */
  readonly shortest: Seconds;
  /** By slot, ascending; only slots that were asked for. */
  readonly slots: readonly SlotFigure[];
  readonly evenness: readonly Evenness[];
  readonly loudness: Loudness | undefined;
  /** Strokes that came as another kind. */
  readonly wrongKinds: readonly Met[];
  /** Strokes that came from another hand. */
  readonly wrongHands: readonly Met[];
  /** Whether the input could tell kinds at all. */
  readonly knowsKinds: boolean;
}

/** The figures of one pass: those by which it is clean or not. */
export type PassFigures = Pick<
  Judgement,
  'match' | 'asked' | 'spread' | 'drift' | 'shortest' | 'wrongKinds'
>;

/** What is judged: the layer as it is asked for, and what was heard of it. */
export interface Run {
  readonly layer: Layer;
  readonly grid: LayerGrid;
  readonly secondsPerTick: Seconds;
  /** Ascending in time, over all passes. */
  readonly asked: readonly Asked[];
  readonly hits: readonly Hit[];
  /** The input's own delay, where it was measured. */
  readonly calibrated?: Seconds | undefined;
}

/** Nearer than this nobody hears a stroke as early or late. */
export const EXACT: Seconds = 0.006;
/** A kind counts as another only where the input is this sure of it. */
export const SURE = 0.5;

/** Matches a run and works out its figures. */
export function judge(run: Run): Judgement {
  return figuresOf(run, match(run.asked, run.hits));
}

/** The figures of each pass, all with the delay of the whole run. */
export function judgePasses(run: Run, whole: Judgement): readonly PassFigures[] {
  const { delay } = whole.match;
  const asked = byPass(run.asked, ({ pass }) => pass);
  const met = byPass(whole.match.met, (one) => one.asked.pass);
  const missed = byPass(whole.match.missed, ({ pass }) => pass);
  const passes = [...asked.keys()];
  const starts = passes.map((pass) => nth(asked.get(pass) ?? [], 0).time);
  // What is too many belongs to the pass that had begun; before the first, to the first.
  const extra = byPass(whole.match.extra, ({ time }) =>
    numberAt(
      passes,
      Math.max(
        0,
        starts.findLastIndex((start) => start <= time - delay),
      ),
    ),
  );
  return passes.map((pass) => {
    const found: Match = {
      met: met.get(pass) ?? [],
      missed: missed.get(pass) ?? [],
      extra: extra.get(pass) ?? [],
      delay,
    };
    return passFigures(asked.get(pass) ?? [], found, withoutTrend(found.met));
  });
}

function passFigures(
  asked: readonly Asked[],
  match: Match,
  { slope, left }: ReturnType<typeof withoutTrend>,
): PassFigures {
  return {
    match,
    asked: asked.length,
    spread: deviation(left),
    drift: slope === 0 ? 0 : -100 * slope,
    shortest: shortestGap(asked),
    wrongKinds: match.met.filter(isOther),
  };
}

/** Whether a stroke came as another kind, and the input is sure of it. */
function isOther({ asked, hit }: Met): boolean {
  return hit.kind !== undefined && (hit.sure ?? 1) >= SURE && !asked.kinds.includes(hit.kind);
}

function byPass<T>(
  all: readonly T[],
  passOf: (one: T) => number,
): ReadonlyMap<number, readonly T[]> {
  const passes = new Map<number, T[]>();
  for (const one of all) {
    const pass = passOf(one);
    const here = passes.get(pass);
    if (here) here.push(one);
    else passes.set(pass, [one]);
  }
  return passes;
}

function figuresOf(run: Run, found: Match): Judgement {
  const { met } = found;
  const trend = withoutTrend(met);
  const { left } = trend;
  const slots = slotFigures(run.asked, met, left);
  const worst = slots.reduce<SlotFigure | undefined>(
    (most, one) => (Math.abs(one.bias ?? 0) > Math.abs(most?.bias ?? 0) ? one : most),
    undefined,
  );
  const others = left.filter((_, at) => met[at]?.asked.slot !== worst?.slot);
  return {
    ...passFigures(run.asked, found, trend),
    bias:
      run.calibrated === undefined
        ? undefined
        : found.delay - run.calibrated + mean(met.map(({ error }) => error)),
    spreadElse: deviation(others.length > 1 ? others : left),
    slots,
    evenness: evenness(run.layer, run.grid, met, run.secondsPerTick),
    loudness: loudness(met),
    wrongHands: met.filter(
      ({ asked, hit }) => hit.hand !== undefined && asked.hand !== 'B' && hit.hand !== asked.hand,
    ),
    knowsKinds: run.hits.some(({ kind }) => kind !== undefined),
  };
}

/** Fewer strokes than this say nothing of a drift. */
const FEW = 5;

/**
 * Errors without a steady drift; what they have in common is left in them. With several passes the drift is what
 * a slot gains from one pass to another, so that a stroke that always rushes is not taken for one.
 */
function withoutTrend(met: readonly Met[]): {
  readonly slope: number;
  readonly left: Float64Array;
} {
  // Numbers alone, here and below: a run may have thousands of strokes.
  const { length } = met;
  const errors = new Float64Array(length);
  const times = new Float64Array(length);
  const slots = new Int32Array(length);
  for (let at = 0; at < length; at += 1) {
    const { asked, error } = nth(met, at);
    errors[at] = error;
    times[at] = asked.time;
    slots[at] = asked.slot;
  }
  const slope =
    length < FEW ? 0 : (slopeBySlot(slots, times, errors) ?? steadySlope(times, errors));
  const left = errors;
  for (let at = 0; at < length; at += 1) left[at] = cellAt(errors, at) - slope * cellAt(times, at);
  return { slope, left };
}

/**
 * How errors grow with time at each slot, by least squares about its own middle. Undefined where slots came once
 * each, or little more.
 */
function slopeBySlot(
  slots: Int32Array,
  times: Float64Array,
  errors: Float64Array,
): number | undefined {
  const size = slots.reduce((most, slot) => Math.max(most, slot), 0) + 1;
  const often = new Int32Array(size);
  const time = new Float64Array(size);
  const error = new Float64Array(size);
  let distinct = 0;
  slots.forEach((slot, at) => {
    const before = cellAt(often, slot);
    if (before === 0) distinct += 1;
    often[slot] = before + 1;
    time[slot] = cellAt(time, slot) + cellAt(times, at);
    error[slot] = cellAt(error, slot) + cellAt(errors, at);
  });
  if (slots.length < distinct * 1.5) return undefined;
  let covariance = 0;
  let variance = 0;
  slots.forEach((slot, at) => {
    const count = cellAt(often, slot);
    const apart = cellAt(times, at) - cellAt(time, slot) / count;
    covariance += apart * (cellAt(errors, at) - cellAt(error, slot) / count);
    variance += apart * apart;
  });
  return variance === 0 ? 0 : covariance / variance;
}

/** What is gathered of one slot. */
interface SlotCount {
  asked: number;
  readonly errors: Seconds[];
  readonly takenFor: Map<string, number>;
}

/** How errors grow with time, by least squares. */
function slopeOf(kept: readonly number[], times: Float64Array, errors: Float64Array): number {
  let [time, error] = [0, 0];
  for (const at of kept) {
    time += cellAt(times, at);
    error += cellAt(errors, at);
  }
  time /= kept.length;
  error /= kept.length;
  let covariance = 0;
  let variance = 0;
  for (const at of kept) {
    const apart = cellAt(times, at) - time;
    covariance += apart * (cellAt(errors, at) - error);
    variance += apart * apart;
  }
  return variance === 0 ? 0 : covariance / variance;
}

/** The same over a single pass, without the few strokes that are far off: one of them is no drift. */
function steadySlope(times: Float64Array, errors: Float64Array): number {
  let kept = Array.from(times, (_, at) => at);
  let slope = 0;
  for (let round = 0; round < 3; round += 1) {
    slope = slopeOf(kept, times, errors);
    const middle = median(kept.map((at) => cellAt(errors, at) - slope * cellAt(times, at)));
    const off = (at: number) => Math.abs(cellAt(errors, at) - slope * cellAt(times, at) - middle);
    const usual = median(kept.map(off));
    const near = kept.filter((at) => off(at) <= Math.max(usual * 4, EXACT));
    if (near.length < FEW || near.length === kept.length) break;
    kept = near;
  }
  return slope;
}

function slotFigures(
  asked: readonly Asked[],
  met: readonly Met[],
  left: Float64Array,
): readonly SlotFigure[] {
  // By slot, which are small numbers: lists with gaps.
  const slots: SlotCount[] = [];
  for (const { slot } of asked) {
    const here = slots[slot];
    if (here) here.asked += 1;
    else slots[slot] = { asked: 1, errors: [], takenFor: new Map() };
  }
  const middle = median(left);
  for (let at = 0; at < met.length; at += 1) {
    const one = nth(met, at);
    const here = slots[one.asked.slot];
    if (!here) continue;
    here.errors.push(cellAt(left, at) - middle);
    const { kind } = one.hit;
    if (kind !== undefined && isOther(one)) {
      here.takenFor.set(kind, (here.takenFor.get(kind) ?? 0) + 1);
    }
  }
  const figures: SlotFigure[] = [];
  slots.forEach(({ asked: count, errors, takenFor }, slot) => {
    const bias = errors.length > 0 ? mean(errors) : undefined;
    const way = Math.sign(bias ?? 0);
    figures.push({
      slot,
      asked: count,
      missed: count - errors.length,
      bias,
      sameWay: errors.filter((error) => error * way > EXACT).length,
      takenFor,
    });
  });
  return figures;
}

function shortestGap(asked: readonly Asked[]): Seconds {
  let least = Number.POSITIVE_INFINITY;
  for (let at = 1; at < asked.length; at += 1) {
    least = Math.min(least, nth(asked, at).time - nth(asked, at - 1).time);
  }
  return least;
}

function deviation(values: Float64Array): number {
  const middle = mean(values);
  let sum = 0;
  for (const value of values) sum += (value - middle) ** 2;
  return values.length === 0 ? 0 : Math.sqrt(sum / values.length);
}

import { nth, numberAt } from '../../bounds/index.ts';
import { type Instrument, instrumentOf } from '../../instrument/index.ts';
import {
  type Hand,
  handsOf,
  type Layer,
  limbsOf,
  type OneHand,
  slotsHeld,
  strokesByHand,
  strokesOf,
  type Timing,
} from '../../rhythm/index.ts';
import {
  type Bpm,
  type Hertz,
  multiply,
  type Pulses,
  rational,
  secondsPerPulse,
  type Tempo,
  type Ticks,
  toNumber,
} from '../../time/index.ts';
import { type Run, Runs } from './runs.ts';

/** Strokes a second for one hand at which most people begin to tire; a player sets their own. */
export const USUAL_CEILING: Hertz = 5;

/** Two strokes of one hand after another. */
export interface ClosestPair {
  readonly hand: OneHand;
  readonly gap: Pulses;
  /** Slots of the first and of the second. */
  readonly slots: readonly [number, number];
}

/** What a layer asks of the hands over one time through it. */
export interface HandsReading {
  readonly count: Readonly<Record<OneHand, number>>;
  /** The same with the small strokes of graces and rolls. */
  readonly struck: Readonly<Record<OneHand, number>>;
  /** Longest row of strokes by one hand, over the seam; the whole count when it never changes. */
  readonly longestRun: Run;
  /** True where right and left take turns from first to last and over the seam. */
  readonly inTurn: boolean;
  /** The hand that begins each time the cycle turns; B where both do, undefined where nothing sounds. */
  readonly leads: readonly (Hand | undefined)[];
  /**
   * The closest two strokes of one hand that are not one motion, as heel and toe are; where each follows the
   * other in one motion, nothing.
   */
  readonly closest: ClosestPair | undefined;
  /** Slots in which one hand would play twice at once. */
  readonly impossible: readonly number[];
}

const ONE_HANDS: readonly OneHand[] = ['R', 'L', 'F'];

/** The hand that right (1) and left (2) are together. */
const BY_LIMBS: readonly (Hand | undefined)[] = [undefined, 'R', 'L', 'B'];

/** Reads the hands of one layer of a rhythm. */
export function readHands(layer: Layer, timing: Timing, index: number): HandsReading {
  const { startTicks, lengthTicks: span } = nth(timing.layers, index);
  const leads: (Hand | undefined)[] = Array(Math.max(1, Math.ceil(span / timing.turnTicks))).fill(
    undefined,
  );
  const runs = new Runs();
  const impossible: number[] = [];
  let slot = -1;
  let busy = 0;
  let turn = 0;
  let turnEnds = timing.turnTicks;
  /** What plays together in a slot counts once: both hands there are neither the one nor the other. */
  const close = () => {
    if (slot < 0) return;
    const hand = busy & 3 ? BY_LIMBS[busy & 3] : 'F';
    if (hand && hand !== 'F') runs.add(hand);
    const at = numberAt(startTicks, slot);
    if (at >= turnEnds) {
      turn = Math.floor(at / timing.turnTicks);
      turnEnds = (turn + 1) * timing.turnTicks;
    }
    leads[turn] ??= hand;
  };
  const hands = handsOf(layer);
  const small = { R: 0, L: 0, F: 0 };
  for (let each = 0; each < layer.strokes.length; each += 1) {
    const stroke = nth(layer.strokes, each);
    if (stroke.slot !== slot) {
      close();
      slot = stroke.slot;
      busy = 0;
    }
    const hand = nth(hands, each);
    const limbs = limbsOf(hand);
    if (stroke.ornament && (hand === 'R' || hand === 'L')) {
      const all = strokesByHand(hand, stroke.ornament, slotsHeld(layer, slot));
      small.R += all.R;
      small.L += all.L;
      small[hand] -= 1;
    }
    // Once for each limb that is busy already.
    for (let both = busy & limbs; both !== 0; both &= both - 1) impossible.push(slot);
    busy |= limbs;
  }
  close();

  let closest: { hand: OneHand; ticks: Ticks; slots: readonly [number, number] } | undefined;
  for (const hand of ONE_HANDS) {
    const pair = closestOf(layer, strokesOf(layer, hand), startTicks, span);
    if (pair && pair.ticks < (closest?.ticks ?? Number.POSITIVE_INFINITY)) {
      closest = { hand, ...pair };
    }
  }
  const count = {
    R: strokesOf(layer, 'R').length,
    L: strokesOf(layer, 'L').length,
    F: strokesOf(layer, 'F').length,
  };
  const longestRun = runs.longest();
  return {
    count,
    struck: { R: count.R + small.R, L: count.L + small.L, F: count.F },
    longestRun,
    inTurn: count.R > 0 && count.L > 0 && longestRun.length === 1 && !runs.hasBoth,
    leads,
    closest: closest && {
      hand: closest.hand,
      gap: rational(closest.ticks, timing.ticksPerPulse),
      slots: closest.slots,
    },
    impossible,
  };
}

/** Of one limb the two strokes in the shortest time, from each to its next and over the seam, that are not one motion. */
function closestOf(
  layer: Layer,
  played: readonly number[],
  startTicks: readonly Ticks[],
  span: Ticks,
): { readonly ticks: Ticks; readonly slots: readonly [number, number] } | undefined {
  const [first] = played;
  if (first === undefined) return undefined;
  const after = motionsOf(layer);
  const { strokes } = layer;
  let shortest = Number.POSITIVE_INFINITY;
  let slots: readonly [number, number] | undefined;
  let last = nth(strokes, first);
  let lastAt = numberAt(startTicks, last.slot);
  for (let each = 1; each <= played.length; each += 1) {
    // The last stroke of the layer goes on to the first of its next round.
    const isOver = each === played.length;
    const stroke = nth(strokes, isOver ? first : numberAt(played, each));
    const at = numberAt(startTicks, stroke.slot) + (isOver ? span : 0);
    const gap = at - lastAt;
    if (gap > 0 && gap < shortest && !after?.get(stroke.kind)?.has(last.kind)) {
      shortest = gap;
      slots = [last.slot, stroke.slot];
    }
    last = stroke;
    lastAt = at;
  }
  return slots && { ticks: shortest, slots };
}

/** For a kind of stroke, the kinds after which it comes in one motion of the hand. */
type Motions = ReadonlyMap<string, ReadonlySet<string>>;

const motions = new WeakMap<Instrument, Motions>();

/** The motions of the instrument of a layer; undefined where it has none, as most do. */
function motionsOf(layer: Layer): Motions | undefined {
  const instrument = instrumentOf(layer);
  if (!instrument) return undefined;
  let known = motions.get(instrument);
  if (!known) {
    const followers = instrument.strokes.filter((stroke) => stroke.after);
    known = new Map(followers.map(({ code, after }) => [code, new Set(after)]));
    motions.set(instrument, known);
  }
  return known.size > 0 ? known : undefined;
}

/** A row of strokes of one hand, each less than a given time after the one before. */
export interface QuickRun {
  readonly hand: OneHand;
  readonly slots: readonly number[];
}

/** The longest row of strokes of one hand that come closer together than `within`, over the seam too. */
export function longestQuickRun(
  layer: Layer,
  timing: Timing,
  index: number,
  within: Pulses,
): QuickRun | undefined {
  const grid = timing.layers[index];
  if (!grid) return undefined;
  const ticks = toNumber(within) * timing.ticksPerPulse;
  const { startTicks, lengthTicks } = grid;
  const { strokes } = layer;
  const after = motionsOf(layer);
  let most = 1;
  let found:
    | { readonly hand: OneHand; readonly played: readonly number[]; readonly end: number }
    | undefined;
  for (const hand of ONE_HANDS) {
    const played = strokesOf(layer, hand);
    const count = played.length;
    let from = 0;
    let lastAt = Number.NEGATIVE_INFINITY;
    let lastKind = '';
    // On into the second round, so that a row over the seam is seen whole; no row is longer than the layer.
    for (let each = 0; each < count * 2 && from < count; each += 1) {
      const { slot, kind } = nth(strokes, numberAt(played, each < count ? each : each - count));
      const at = numberAt(startTicks, slot) + (each < count ? 0 : lengthTicks);
      if (at - lastAt >= ticks || after?.get(kind)?.has(lastKind)) from = each;
      lastAt = at;
      lastKind = kind;
      const length = Math.min(each - from + 1, count);
      if (length <= most) continue;
      most = length;
      found = { hand, played, end: each };
    }
  }
  if (!found) return undefined;
  const { hand, played, end } = found;
  const first = end - most + 1;
  const slots: number[] = [];
  for (let at = first; at <= end; at += 1) {
    slots.push(nth(strokes, numberAt(played, at % played.length)).slot);
  }
  return { hand, slots };
}

/** Strokes a second of the busiest hand, graces and rolls among them, taken over the whole of a layer. */
export function sustained(
  { struck }: Pick<HandsReading, 'struck'>,
  length: Pulses,
  tempo: Tempo,
): { readonly hand: OneHand; readonly rate: Hertz } | undefined {
  let hand: OneHand = 'R';
  for (const other of ONE_HANDS) if (struck[other] > struck[hand]) hand = other;
  if (struck[hand] === 0) return undefined;
  return { hand, rate: struck[hand] / toNumber(multiply(length, secondsPerPulse(tempo))) };
}

/** Strokes a second when a hand strikes again after `gap`. Two pulses at 72 per 3: 1.8. */
export function strokesPerSecond(gap: Pulses, tempo: Tempo): Hertz {
  return 1 / toNumber(multiply(gap, secondsPerPulse(tempo)));
}

/** The tempo at which a hand that strikes again after `gap` reaches `ceiling` strokes a second. */
export function tempoAtCeiling(gap: Pulses, per: number, ceiling: Hertz = USUAL_CEILING): Bpm {
  return (60 * ceiling * gap.num) / (gap.den * per);
}

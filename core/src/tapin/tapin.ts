import { nth, numberAt } from '../bounds/index.ts';
import { beatStarts, beatsOf, type Cycle, turnPulses } from '../cycle/index.ts';
import {
  accentOnly,
  type Cell,
  handOf,
  inVocabularyOrder,
  type Layer,
  LIMBS,
  plainCells,
  type Stroke,
  timeLayer,
} from '../rhythm/index.ts';
import { type Seconds, toNumber, wrap, ZERO } from '../time/index.ts';

/** One touch of a key while the cycle looped. */
export interface Tap {
  /** When, in pulses from the first one on; fractions as they fell. */
  readonly pulses: number;
  readonly kind: string;
  readonly hand?: 'R' | 'L';
}

/** One way to read the taps of a beat. */
export interface Reading {
  /** Slots in the beat, 1 to 9. */
  readonly slots: number;
  /** Which slots sound. */
  readonly places: readonly number[];
  /** Root of the mean square distance of the taps from their slots. */
  readonly error: Seconds;
  /** How likely this reading is among those of its beat, 0 to 1. */
  readonly confidence: number;
}

/** A beat of the turn with the taps that fell into it, over all passes, and the ways to read them. */
export interface TappedBeat {
  readonly beat: number;
  readonly taps: readonly { readonly tap: Tap; readonly place: number }[];
  /** The likeliest first; empty where nothing was tapped. */
  readonly readings: readonly Reading[];
}

/** At what pace something was tapped, and what is known of the player. */
export interface TapInOptions {
  readonly secondsPerPulse: Seconds;
  /** The player's own constant delay, taken out first. */
  readonly delay?: Seconds;
}

/** How unsteady a hand may be: a very steady one, and one beyond which no division can be told. */
const JITTER = { least: 0.01, most: 0.06 } as const;
const MOST_SLOTS = 9;
/** Times the spread is estimated anew from the readings it led to; it has settled long before. */
const ROUNDS = 8;
/** A tap further off than so many spreads is a slip of the hand, and counts no more for being further. */
const SLIP = 4;
/** What it costs, in the units of the error, that a place was not tapped in one of the passes. */
const MISSED = 1.5;

/**
 * How unlikely each division is before anything is tapped: plain ones first, then the odd ones.
 * In the units of the error, so that a finer division has to earn itself by fitting better.
 */
const COMPLEXITY: readonly number[] = [0, 0, 0.5, 1.2, 1, 3, 2.2, 4, 2.6, 4.4];

interface Placed {
  readonly tap: Tap;
  /** In its beat, 0 to 1; negative where it came a little before it. */
  readonly place: number;
  /** In which pass of the turn it was tapped, and by which hand. */
  readonly pass: number;
  readonly by: string;
}

/**
 * The taps of each beat, folded into one turn: the passes lie on one another. How steady the hand is
 * is not known; it is estimated together with the divisions, so that more passes tell more.
 */
export function tappedBeats(
  cycle: Cycle,
  taps: readonly Tap[],
  options: TapInOptions,
): readonly TappedBeat[] {
  const { secondsPerPulse, delay = 0 } = options;
  const spans = beatsOf(cycle).map((beat) => beat.span * secondsPerPulse);
  const meant = taps.map((tap) => ({ tap, at: tap.pulses - delay / secondsPerPulse }));
  let jitter: Seconds = JITTER.least;
  let slots: readonly number[] = spans.map(() => 1);
  let beats: readonly TappedBeat[] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    const { byBeat, passes } = fold(cycle, meant, spans, slots, jitter);
    beats = byBeat.map((here, beat) => ({
      beat,
      taps: here,
      readings: readBeat(here, numberAt(spans, beat), jitter, passes),
    }));
    const next = beats.map((beat) => beat.readings[0]?.slots ?? 1);
    const spread = spreadOf(beats, spans);
    const settled = Math.abs(spread - jitter) < 0.0005 && next.join() === slots.join();
    slots = next;
    jitter = spread;
    if (settled) break;
  }
  return beats;
}

/** Which taps fall into which beat; one a little before a beat is meant for it. */
function fold(
  cycle: Cycle,
  taps: readonly { readonly tap: Tap; readonly at: number }[],
  spans: readonly Seconds[],
  slots: readonly number[],
  jitter: Seconds,
): { readonly byBeat: readonly (readonly Placed[])[]; readonly passes: Passes } {
  const turn = turnPulses(cycle);
  const starts = beatStarts(cycle);
  const byBeat: Placed[][] = starts.map(() => []);
  const passes = new Map<string, Set<number>>();
  for (const { tap, at } of taps) {
    let pass = Math.floor(at / turn);
    const within = at - pass * turn;
    let beat = starts.findLastIndex((start) => start <= within);
    let place = (within - numberAt(starts, beat)) / nth(beatsOf(cycle), beat).span;
    const span = numberAt(spans, beat);
    const early = Math.min(SLIP * jitter, span / (2 * numberAt(slots, beat)), 0.25 * span);
    if ((1 - place) * span < early) {
      const next = (beat + 1) % starts.length;
      place = ((place - 1) * span) / numberAt(spans, next);
      if (next === 0) pass += 1;
      beat = next;
    }
    const by = tap.hand ?? tap.kind;
    passes.set(by, (passes.get(by) ?? new Set()).add(pass));
    byBeat[beat]?.push({ tap, place, pass, by });
  }
  return { byBeat, passes };
}

/** In which passes each hand tapped at all: one hand may be played after the other. */
type Passes = ReadonlyMap<string, ReadonlySet<number>>;

/** The root of the mean square distance of all taps from the likeliest slots, slips held back. */
function spreadOf(beats: readonly TappedBeat[], spans: readonly Seconds[]): Seconds {
  let squares = 0;
  let count = 0;
  for (const { beat, taps, readings } of beats) {
    const slots = readings[0]?.slots ?? 1;
    for (const { place } of taps) {
      const off = (place - nearestSlot(place, slots) / slots) * numberAt(spans, beat);
      squares += Math.min(off * off, JITTER.most ** 2);
      count += 1;
    }
  }
  const spread = count === 0 ? JITTER.least : Math.sqrt(squares / count);
  return Math.min(JITTER.most, Math.max(JITTER.least, spread));
}

function nearestSlot(place: number, slots: number): number {
  return Math.min(slots - 1, Math.max(0, Math.round(place * slots)));
}

function readBeat(
  taps: readonly Placed[],
  seconds: Seconds,
  jitter: Seconds,
  passes: Passes,
): readonly Reading[] {
  if (taps.length === 0) return [];
  const scored = Array.from({ length: MOST_SLOTS }, (_, index) => {
    const slots = index + 1;
    let squares = 0;
    let far = 0;
    /** In which passes each hand tapped a place. */
    const places = new Map<number, Map<string, Set<number>>>();
    let twice = 0;
    for (const { place, pass, by } of taps) {
      const nearest = nearestSlot(place, slots);
      const hands = places.get(nearest) ?? new Map<string, Set<number>>();
      const here = hands.get(by) ?? new Set<number>();
      if (here.has(pass)) twice += 1;
      places.set(nearest, hands.set(by, here.add(pass)));
      const square = ((place - nearest / slots) * seconds) ** 2;
      squares += square;
      far += Math.min(square / (2 * jitter * jitter), SLIP ** 2);
    }
    let missed = 0;
    for (const hands of places.values()) {
      for (const [by, here] of hands) missed += (passes.get(by)?.size ?? 0) - here.size;
    }
    // −log likelihood of normally spread taps, what does not go with the passes, and the price of
    // the division.
    const cost = far + MISSED * (missed + twice) + (COMPLEXITY[slots] ?? 5);
    return {
      cost,
      slots,
      places: [...places.keys()].sort((a, b) => a - b),
      error: Math.sqrt(squares / taps.length),
    };
  });
  const least = Math.min(...scored.map((one) => one.cost));
  const sum = scored.reduce((all, one) => all + Math.exp(least - one.cost), 0);
  return scored
    .map(({ cost, ...reading }) => ({ ...reading, confidence: Math.exp(least - cost) / sum }))
    .sort((a, b) => b.confidence - a.confidence);
}

/**
 * One turn of a layer from tapped beats. Taps of two hands, or of hand and foot, that fall into one
 * slot sound together; a second one of the same hand there is the same stroke of another pass.
 * @param chosen for some beats another reading than the likeliest, by the number of slots
 */
export function layerFromTaps(
  cycle: Cycle,
  layer: Layer,
  beats: readonly TappedBeat[],
  chosen: ReadonlyMap<number, number> = new Map(),
): Layer {
  const plain = plainCells(beatsOf(cycle).map((beat) => beat.span));
  const cells: Cell[] = [];
  const strokes: Stroke[] = [];
  let first = 0;
  for (const { beat, taps, readings } of beats) {
    const wanted = chosen.get(beat);
    const reading = readings.find((one) => one.slots === wanted) ?? readings[0];
    const slots = reading?.slots ?? plain[beat]?.slots ?? 1;
    const bySlot = new Map<number, Stroke[]>();
    for (const { tap, place } of taps) {
      const slot = first + Math.min(slots - 1, Math.max(0, Math.round(place * slots)));
      const { kind, hand } = tap;
      const stroke: Stroke = { slot, kind, force: 3, ...(hand ? { hand } : {}) };
      const here = bySlot.get(slot) ?? [];
      const busy = here.reduce((all, one) => all | LIMBS[handOf(layer, one)], 0);
      if (busy & LIMBS[handOf(layer, stroke)]) continue;
      bySlot.set(slot, [...here, stroke]);
    }
    for (const here of bySlot.values()) strokes.push(...inVocabularyOrder(layer, here));
    cells.push({ beats: { num: 1, den: 1 }, slots });
    first += slots;
  }
  const { rings: _rings, free: _free, ...rest } = layer;
  return { ...rest, cells, strokes: strokes.sort((a, b) => a.slot - b.slot) };
}

/**
 * The layer as it is, accented just where it was tapped: in each of its turns the stroke nearest to
 * each tap, over the seam too. Every other accent becomes plain.
 */
export function accentTapped(cycle: Cycle, layer: Layer, taps: readonly Tap[]): Layer {
  const turn = turnPulses(cycle);
  const byTurn = new Map<number, { readonly slot: number; readonly at: number }[]>();
  const { starts } = timeLayer(cycle, layer);
  for (const { slot } of layer.strokes) {
    const start = toNumber(starts[slot] ?? ZERO);
    const which = Math.floor(start / turn);
    const here = byTurn.get(which) ?? [];
    byTurn.set(which, [...here, { slot, at: start - which * turn }]);
  }
  const slots = new Set<number>();
  for (const strokes of byTurn.values()) {
    for (const { pulses } of taps) {
      const tapped = wrap(pulses, turn);
      const distance = ({ at }: { readonly at: number }) =>
        Math.min(Math.abs(at - tapped), turn - Math.abs(at - tapped));
      const nearest = strokes.reduce((best, one) => (distance(one) < distance(best) ? one : best));
      slots.add(nearest.slot);
    }
  }
  return accentOnly(layer, slots);
}

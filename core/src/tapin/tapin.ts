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
import { type Seconds, toNumber, ZERO } from '../time/index.ts';

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

export interface TapInOptions {
  readonly secondsPerPulse: Seconds;
  /** How unsteady a hand may be before a finer division is the better explanation. */
  readonly jitter?: Seconds;
  /** The player's own constant delay, taken out first. */
  readonly delay?: Seconds;
}

/** A steady hand's spread; taps within it do not ask for a finer division. */
const JITTER: Seconds = 0.015;
const MOST_SLOTS = 9;

/**
 * How unlikely each division is before anything is tapped: plain ones first, then the odd ones.
 * In the units of the error, so that a finer division has to earn itself by fitting better.
 */
const COMPLEXITY: readonly number[] = [0, 0, 0.5, 1.2, 1, 3, 2.2, 4, 2.6, 4.4];

/** The taps of each beat, folded into one turn: the passes lie on one another. */
export function tappedBeats(
  cycle: Cycle,
  taps: readonly Tap[],
  options: TapInOptions,
): readonly TappedBeat[] {
  const { secondsPerPulse, jitter = JITTER, delay = 0 } = options;
  const turn = turnPulses(cycle);
  const starts = beatStarts(cycle);
  const byBeat: { tap: Tap; place: number }[][] = starts.map(() => []);
  for (const tap of taps) {
    const early = tap.pulses - delay / secondsPerPulse;
    const at = ((early % turn) + turn) % turn;
    let beat = starts.findLastIndex((start) => start <= at);
    let place = (at - (starts[beat] ?? 0)) / (beatsOf(cycle)[beat]?.span ?? 1);
    // A tap a little before the next beat is meant for it.
    const span = beatsOf(cycle)[beat]?.span ?? 1;
    if (
      (1 - place) * span * secondsPerPulse <
      Math.min(3 * jitter, 0.12 * span * secondsPerPulse)
    ) {
      place = (place - 1) * (span / (beatsOf(cycle)[(beat + 1) % starts.length]?.span ?? 1));
      beat = (beat + 1) % starts.length;
    }
    byBeat[beat]?.push({ tap, place });
  }
  return byBeat.map((here, beat) => {
    const seconds = (beatsOf(cycle)[beat]?.span ?? 1) * secondsPerPulse;
    return { beat, taps: here, readings: readBeat(here, seconds, jitter) };
  });
}

function readBeat(
  taps: readonly { readonly place: number }[],
  seconds: Seconds,
  jitter: Seconds,
): readonly Reading[] {
  if (taps.length === 0) return [];
  const scored = Array.from({ length: MOST_SLOTS }, (_, index) => {
    const slots = index + 1;
    let squares = 0;
    const places = new Set<number>();
    for (const { place } of taps) {
      const nearest = Math.min(slots - 1, Math.max(0, Math.round(place * slots)));
      places.add(nearest);
      squares += ((place - nearest / slots) * seconds) ** 2;
    }
    // −log likelihood of normally spread taps, and the price of the division.
    const cost = squares / (2 * jitter * jitter) + (COMPLEXITY[slots] ?? 5);
    return {
      cost,
      slots,
      places: [...places].sort((a, b) => a - b),
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
      const tapped = ((pulses % turn) + turn) % turn;
      const distance = ({ at }: { readonly at: number }) =>
        Math.min(Math.abs(at - tapped), turn - Math.abs(at - tapped));
      const nearest = strokes.reduce((best, one) => (distance(one) < distance(best) ? one : best));
      slots.add(nearest.slot);
    }
  }
  return accentOnly(layer, slots);
}

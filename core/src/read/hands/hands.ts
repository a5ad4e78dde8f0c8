import { nth } from '../../bounds/index.ts';
import { type Hand, handsOf, type Layer, LIMBS, type Timing } from '../../rhythm/index.ts';
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

/** Strokes a second for one hand at which most people begin to tire; a player sets their own. */
export const USUAL_CEILING: Hertz = 5;

type OneHand = 'R' | 'L' | 'F';

/** What a layer asks of the hands over one time through it. */
export interface HandsReading {
  readonly count: Readonly<Record<OneHand, number>>;
  /** Longest row of strokes by one hand, over the seam; the whole count when it never changes. */
  readonly longestRun: { readonly hand: OneHand | undefined; readonly length: number };
  /** True where right and left take turns from first to last and over the seam. */
  readonly inTurn: boolean;
  /** The hand that begins each time the cycle turns; B where both do, undefined where nothing sounds. */
  readonly leads: readonly (Hand | undefined)[];
  /** The shortest time from one stroke of a hand to its next, and whose hand it is. */
  readonly shortest: { readonly hand: OneHand; readonly gap: Pulses } | undefined;
  /** Slots in which one hand would play twice at once. */
  readonly impossible: readonly number[];
}

/** Follows one limb through the layer. */
interface Track {
  count: number;
  first: Ticks;
  last: Ticks;
  /** Shortest gap so far, without the one over the seam. */
  shortest: Ticks;
}

/** The hand that right (1) and left (2) are together. */
const BY_LIMBS: readonly (Hand | undefined)[] = [undefined, 'R', 'L', 'B'];

/** Reads the hands of one layer of a rhythm, in one pass over its strokes. */
export function readHands(layer: Layer, timing: Timing, index: number): HandsReading {
  const grid = timing.layers[index];
  const span = grid?.lengthTicks ?? 0;
  const track = (): Track => ({ count: 0, first: 0, last: -1, shortest: Number.POSITIVE_INFINITY });
  const tracks: Record<OneHand, Track> = { R: track(), L: track(), F: track() };
  const leads: (Hand | undefined)[] = Array(Math.max(1, Math.ceil(span / timing.turnTicks))).fill(
    undefined,
  );
  const row: Hand[] = [];
  const impossible: number[] = [];
  let slot = -1;
  let busy = 0;
  /** What plays together in a slot counts once: both hands there are neither the one nor the other. */
  const close = () => {
    if (slot < 0) return;
    const hand = busy & 3 ? BY_LIMBS[busy & 3] : 'F';
    if (hand && hand !== 'F') row.push(hand);
    leads[Math.floor((grid?.startTicks[slot] ?? 0) / timing.turnTicks)] ??= hand;
  };
  const hands = handsOf(layer);
  for (let each = 0; each < layer.strokes.length; each += 1) {
    const stroke = nth(layer.strokes, each);
    const at = grid?.startTicks[stroke.slot] ?? 0;
    if (stroke.slot !== slot) {
      close();
      slot = stroke.slot;
      busy = 0;
    }
    const limbs = LIMBS[nth(hands, each)];
    if (busy & limbs & 1) impossible.push(slot);
    if (busy & limbs & 2) impossible.push(slot);
    if (busy & limbs & 4) impossible.push(slot);
    busy |= limbs;
    if (limbs & 1) follow(tracks.R, at);
    if (limbs & 2) follow(tracks.L, at);
    if (limbs & 4) follow(tracks.F, at);
  }
  close();

  let shortest: { hand: OneHand; ticks: Ticks } | undefined;
  for (const hand of ['R', 'L', 'F'] as const) {
    const { count, first, last, shortest: within } = tracks[hand];
    if (count === 0) continue;
    const ticks = Math.min(within, first + span - last);
    if (!shortest || ticks < shortest.ticks) shortest = { hand, ticks };
  }
  const count = { R: tracks.R.count, L: tracks.L.count, F: tracks.F.count };
  const run = longestRun(row);
  return {
    count,
    longestRun: run,
    inTurn: count.R > 0 && count.L > 0 && run.length === 1 && !row.includes('B'),
    leads,
    shortest: shortest && {
      hand: shortest.hand,
      gap: rational(shortest.ticks, timing.ticksPerPulse),
    },
    impossible,
  };
}

function follow(track: Track, at: Ticks): void {
  if (track.count === 0) track.first = at;
  else if (at > track.last) track.shortest = Math.min(track.shortest, at - track.last);
  track.count += 1;
  track.last = at;
}

/** Runs are followed once round the loop; strokes of both hands together end a run. */
function longestRun(row: readonly Hand[]): HandsReading['longestRun'] {
  let best: HandsReading['longestRun'] = { hand: undefined, length: 0 };
  let length = 0;
  let before: Hand | undefined;
  for (let round = 0; round < 2; round += 1) {
    for (const now of row) {
      length = now === before && now !== 'B' ? Math.min(length + 1, row.length) : 1;
      if (length > best.length) best = { hand: now === 'B' ? 'R' : (now as OneHand), length };
      before = now;
    }
  }
  return best;
}

/** Strokes a second when a hand strikes again after `gap`. Two pulses at 72 per 3: 1.8. */
export function strokesPerSecond(gap: Pulses, tempo: Tempo): Hertz {
  return 1 / toNumber(multiply(gap, secondsPerPulse(tempo)));
}

/** The tempo at which a hand that strikes again after `gap` reaches `ceiling` strokes a second. */
export function tempoAtCeiling(gap: Pulses, per: number, ceiling: Hertz = USUAL_CEILING): Bpm {
  return (60 * ceiling * gap.num) / (gap.den * per);
}

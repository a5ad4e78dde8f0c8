import { type Hand, handClashes, handOf, type Layer, type Timing } from '../rhythm/index.ts';
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
} from '../time/index.ts';

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

interface Struck {
  readonly at: Ticks;
  readonly hand: OneHand;
  readonly both: boolean;
}

/** Reads the hands of one layer of a rhythm. */
export function readHands(layer: Layer, timing: Timing, index: number): HandsReading {
  const grid = timing.layers[index];
  const struck: Struck[] = layer.strokes.flatMap((stroke): Struck[] => {
    const hand = handOf(layer, stroke);
    const at = grid?.startTicks[stroke.slot] ?? 0;
    return hand === 'B'
      ? [
          { at, hand: 'R', both: true },
          { at, hand: 'L', both: true },
        ]
      : [{ at, hand, both: false }];
  });
  const span = grid?.lengthTicks ?? 0;
  const count = { R: 0, L: 0, F: 0 };
  for (const { hand } of struck) count[hand] += 1;

  let shortest: { hand: OneHand; ticks: Ticks } | undefined;
  for (const hand of ['R', 'L', 'F'] as const) {
    const times = [...new Set(struck.filter((one) => one.hand === hand).map((one) => one.at))];
    times.forEach((at, i) => {
      const gap = (times[i + 1] ?? (times[0] ?? 0) + span) - at;
      if (!shortest || gap < shortest.ticks) shortest = { hand, ticks: gap };
    });
  }
  const handsOnly = struck.filter((one) => one.hand !== 'F');
  const run = longestRun(handsOnly);
  return {
    count,
    longestRun: run,
    inTurn: count.R > 0 && count.L > 0 && run.length === 1 && !handsOnly.some((one) => one.both),
    leads: leadingHands(struck, span, timing.turnTicks),
    shortest: shortest && {
      hand: shortest.hand,
      gap: rational(shortest.ticks, timing.ticksPerPulse),
    },
    impossible: handClashes({
      strokes: layer.strokes.map((stroke) => ({ ...stroke, hand: handOf(layer, stroke) })),
    }),
  };
}

/** Runs are followed once round the loop; strokes of both hands together end a run. */
function longestRun(struck: readonly Struck[]): HandsReading['longestRun'] {
  let best: HandsReading['longestRun'] = { hand: undefined, length: 0 };
  let length = 0;
  for (let step = 0; step < struck.length * 2; step += 1) {
    const now = struck[step % struck.length];
    const before = struck[(step + struck.length - 1) % struck.length];
    if (!now || !before) continue;
    length = step > 0 && now.hand === before.hand && !now.both && !before.both ? length + 1 : 1;
    const capped = Math.min(length, struck.length);
    if (capped > best.length) best = { hand: now.hand, length: capped };
  }
  return best;
}

function leadingHands(
  struck: readonly Struck[],
  span: Ticks,
  turn: Ticks,
): readonly (Hand | undefined)[] {
  const turns = Math.max(1, Math.ceil(span / turn));
  return Array.from({ length: turns }, (_, index) => {
    const first = struck.find((one) => one.at >= index * turn && one.at < (index + 1) * turn);
    return first?.both ? 'B' : first?.hand;
  });
}

/** Strokes a second when a hand strikes again after `gap`. Two pulses at 72 per 3: 1.8. */
export function strokesPerSecond(gap: Pulses, tempo: Tempo): Hertz {
  return 1 / toNumber(multiply(gap, secondsPerPulse(tempo)));
}

/** The tempo at which a hand that strikes again after `gap` reaches `ceiling` strokes a second. */
export function tempoAtCeiling(gap: Pulses, per: number, ceiling: Hertz = USUAL_CEILING): Bpm {
  return (60 * ceiling * gap.num) / (gap.den * per);
}

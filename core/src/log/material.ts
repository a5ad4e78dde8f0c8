import { nth, numberAt } from '../bounds/index.ts';
import { turnPulses } from '../cycle/index.ts';
import { layerIn, type Passage, proposePieces } from '../passage/index.ts';
import { readHands } from '../read/index.ts';
import {
  handsOf,
  type LayerGrid,
  LIMBS,
  type Rhythm,
  slotsHeld,
  strokesByHand,
  type Timing,
  tempoAt,
} from '../rhythm/index.ts';
import { type Bpm, type Seconds, secondsPerPulse, type Ticks, toNumber } from '../time/index.ts';
import type { Load } from './run.ts';

/** What can be practised: a line of a rhythm, with what it asks of the hands. */
export interface Material {
  readonly rhythm: { readonly id: string; readonly name: string };
  readonly layer: { readonly id: string; readonly name: string };
  readonly instrument: string;
  /** The tempo it is at, and to be at; pulses in its beat. */
  readonly from: Bpm;
  readonly to: Bpm;
  readonly per: number;
  /** Pulses of one time through it. */
  readonly pulses: number;
  /** Into how many pieces it is cut where nothing else is asked for. */
  readonly pieces: number;
  /** What one time through it asks. */
  readonly load: Load;
}

/** A line where it stands: the rhythm, and which of its layers. */
export interface LineAt {
  readonly rhythm: Rhythm;
  readonly timing: Timing;
  readonly index: number;
}

type Stretch = Pick<Passage, 'from' | 'to'>;

/**
 * What a passage of a line asks of the hands in so many passes. A line that is shorter than the passage comes round
 * in it; where one hand plays alone its row never ends.
 */
export function passageLoad(
  { rhythm, timing, index }: LineAt,
  passage: Passage,
  passes: number,
): Load {
  const layer = nth(rhythm.layers, index);
  const grid = nth(timing.layers, index);
  const played = layerIn(rhythm.cycle, layer, grid, passage);
  const hands = handsOf(played);
  const sum = { R: 0, L: 0, loudR: 0, loudL: 0 };
  const inside = played.strokes.filter(({ slot, force, ornament }, at) => {
    const often = timesIn(numberAt(grid.startTicks, slot), grid, timing.ticksPerPulse, passage);
    const hand = nth(hands, at);
    const struck = strokesByHand(hand, ornament, slotsHeld(played, slot));
    sum.R += struck.R * often * passes;
    sum.L += struck.L * often * passes;
    if (force === 4) {
      // The accent is the stroke itself, not its graces nor what is rolled after it.
      if (LIMBS[hand] & LIMBS.R) sum.loudR += often * passes;
      if (LIMBS[hand] & LIMBS.L) sum.loudL += often * passes;
    }
    return often > 0;
  });
  const isAlone = (sum.R === 0) !== (sum.L === 0);
  const { longestRun } = readHands({ ...played, strokes: inside }, timing, index);
  const row = longestRun.hand === undefined ? 0 : longestRun.length;
  return { ...sum, row: isAlone ? sum.R + sum.L : row };
}

/** How often a moment of a line comes in a stretch, with the line coming round. */
function timesIn(
  ticks: Ticks,
  { lengthTicks }: LayerGrid,
  ticksPerPulse: number,
  { from, to }: Stretch,
): number {
  const until = ({ num, den }: Stretch['to']) =>
    Math.ceil(((num * ticksPerPulse) / den - ticks) / lengthTicks);
  return until(to) - until(from);
}

/** A line as it can be practised; undefined where there is none, or nothing to play in it. */
export function materialOf(rhythm: Rhythm, timing: Timing, index: number): Material | undefined {
  const layer = rhythm.layers[index];
  const grid = timing.layers[index];
  if (!layer || !grid || layer.strokes.length === 0) return undefined;
  const turn = turnPulses(rhythm.cycle);
  const pulses = Math.ceil(grid.lengthTicks / grid.turnTicks) * turn;
  const whole: Passage = { from: { num: 0, den: 1 }, to: { num: pulses, den: 1 }, times: 1 };
  const { bpm, per } = tempoAt(rhythm);
  return {
    rhythm: { id: rhythm.id, name: rhythm.name },
    layer: { id: layer.id, name: layer.name },
    instrument: layer.instrument,
    from: bpm < rhythm.target ? bpm : Math.max(10, Math.round(rhythm.target / 2)),
    to: rhythm.target,
    per,
    pulses,
    pieces: proposePieces(rhythm, layer, grid).length,
    load: passageLoad({ rhythm, timing, index }, whole, 1),
  };
}

/** How often one gets through a line in so many seconds of playing it. */
export function passesIn({ pulses, per }: Material, bpm: Bpm, seconds: Seconds): number {
  return seconds / (pulses * toNumber(secondsPerPulse({ bpm, per })));
}

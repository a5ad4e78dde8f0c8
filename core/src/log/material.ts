import { nth } from '../bounds/index.ts';
import { turnPulses } from '../cycle/index.ts';
import { layerIn, type Passage } from '../passage/index.ts';
import { readHands } from '../read/index.ts';
import {
  handsOf,
  type Layer,
  type LayerGrid,
  type Rhythm,
  slotsHeld,
  strokesByHand,
  type Timing,
  tempoAt,
} from '../rhythm/index.ts';
import { type Bpm, type Seconds, secondsPerPulse, toNumber } from '../time/index.ts';
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
  /** What one time through it asks. */
  readonly load: Load;
}

/** What one time through a layer asks of the hands; `row` goes over the seam. */
export function loadOf(layer: Layer, timing: Timing, index: number): Load {
  const hands = handsOf(layer);
  let [R, L, loudR, loudL] = [0, 0, 0, 0];
  layer.strokes.forEach(({ slot, force, ornament }, at) => {
    const struck = strokesByHand(nth(hands, at), ornament, slotsHeld(layer, slot));
    R += struck.R;
    L += struck.L;
    if (force < 4) return;
    loudR += Math.min(1, struck.R);
    loudL += Math.min(1, struck.L);
  });
  const { longestRun } = readHands(layer, timing, index);
  return { R, L, loudR, loudL, row: longestRun.hand === undefined ? 0 : longestRun.length };
}

/** What a passage asks of a line in so many passes; where one hand plays alone its row never ends. */
export function passageLoad(
  {
    rhythm,
    timing,
    index,
  }: { readonly rhythm: Rhythm; readonly timing: Timing; readonly index: number },
  passage: Passage,
  passes: number,
): Load {
  const layer = nth(rhythm.layers, index);
  const grid = nth(timing.layers, index);
  const played = layerIn(rhythm.cycle, layer, grid, passage);
  const { from, to } = passage;
  const inside = within(played, grid, timing.ticksPerPulse, from, to);
  const one = loadOf(inside, timing, index);
  const alone = (one.R === 0) !== (one.L === 0);
  // The passage may be a part of the line, or go round it several times.
  return {
    R: one.R * passes,
    L: one.L * passes,
    loudR: one.loudR * passes,
    loudL: one.loudL * passes,
    row: alone ? (one.R + one.L) * passes : one.row,
  };
}

/** The strokes of a layer that begin within a stretch of its first time through; all where it is as long. */
function within(
  layer: Layer,
  grid: LayerGrid,
  ticksPerPulse: number,
  from: Passage['from'],
  to: Passage['to'],
): Layer {
  const ticks = ({ num, den }: Passage['from']) => (num * ticksPerPulse) / den;
  const [first, end] = [ticks(from), ticks(to)];
  const { lengthTicks } = grid;
  if (end - first >= lengthTicks) return layer;
  const strokes = layer.strokes.filter(({ slot }) => {
    const at = nth(grid.startTicks, slot);
    return [at, at + lengthTicks].some((one) => one >= first && one < end);
  });
  return strokes.length === layer.strokes.length ? layer : { ...layer, strokes };
}

/** A line as it can be practised; undefined where there is none, or nothing to play in it. */
export function materialOf(rhythm: Rhythm, timing: Timing, index: number): Material | undefined {
  const layer = rhythm.layers[index];
  const grid = timing.layers[index];
  if (!layer || !grid || layer.strokes.length === 0) return undefined;
  const turn = turnPulses(rhythm.cycle);
  const pulses = Math.ceil(grid.lengthTicks / grid.turnTicks) * turn;
  const { bpm, per } = tempoAt(rhythm);
  return {
    rhythm: { id: rhythm.id, name: rhythm.name },
    layer: { id: layer.id, name: layer.name },
    instrument: layer.instrument,
    from: bpm < rhythm.target ? bpm : Math.max(10, Math.round(rhythm.target / 2)),
    to: rhythm.target,
    per,
    pulses,
    load: loadOf(layer, timing, index),
  };
}

/** How often one gets through a line in so many seconds of playing it. */
export function passesIn({ pulses, per }: Material, bpm: Bpm, seconds: Seconds): number {
  return seconds / (pulses * toNumber(secondsPerPulse({ bpm, per })));
}

import { nth, numberAt } from '../bounds/index.ts';
import { beatStarts, beatsOf, beatsToPulses, type Cycle, turnPulses } from '../cycle/index.ts';
import {
  add,
  type Beats,
  divide,
  formatRational,
  lcm,
  lcmRational,
  lcmWithin,
  type Pulses,
  rational,
  subtract,
  type Ticks,
  toNumber,
  ZERO,
} from '../time/index.ts';
import { type Layer, LIMITS, type Lines, type Stroke } from './model.ts';

/** Where the slots of a layer lie in exact pulses, the first time round. */
export interface LayerTiming {
  /** Start of each slot. */
  readonly starts: readonly Pulses[];
  /** The cell each slot belongs to. */
  readonly cellOf: readonly number[];
  /** First slot of each cell. */
  readonly firstSlot: readonly number[];
  /** Where each cell starts, in beats. */
  readonly cellBeats: readonly Beats[];
  /** One time through the layer. */
  readonly length: Pulses;
  /** The same in beats. */
  readonly beats: Beats;
  /** The coarsest grid on which every slot of the layer falls; Infinity where it passes the limit. */
  readonly ticksPerPulse: number;
}

/**
 * Timings that were worked out, by the cells they come from; both are never changed. Strokes do not
 * matter to them, so that placing one leaves the timing, and what is drawn from it, as it is.
 */
const timings = new WeakMap<
  Layer['cells'],
  { readonly cycle: Cycle; readonly timing: LayerTiming }
>();
const grids = new WeakMap<LayerTiming, LayerGrid>();
const results = new WeakMap<
  readonly Layer[],
  { readonly cycle: Cycle; readonly result: TimingResult }
>();

/**
 * Works out where every slot of a layer lies. A cell starts where the one before it ended. Cells whose
 * lengths share a denominator within the limits, as those of every checked layer do, never throw.
 */
export function timeLayer(cycle: Cycle, layer: Layer): LayerTiming {
  const known = timings.get(layer.cells);
  if (known?.cycle === cycle) return known.timing;
  const timing = workOut(cycle, layer.cells);
  timings.set(layer.cells, { cycle, timing });
  return timing;
}

function workOut(cycle: Cycle, cells: Layer['cells']): LayerTiming {
  const toPulses = beatsToPulses(cycle);
  const starts: Pulses[] = [];
  const cellOf: number[] = [];
  const firstSlot: number[] = [];
  const cellBeats: Beats[] = [];
  let ticksPerPulse = 1;
  let beat: Beats = ZERO;
  let from: Pulses = ZERO;
  cells.forEach((cell, index) => {
    cellBeats.push(beat);
    firstSlot.push(starts.length);
    beat = add(beat, rational(cell.beats.num, cell.beats.den));
    const to = toPulses(beat);
    const length = subtract(to, from);
    const step = divide(length, rational(cell.slots));
    // The slots of a cell share one denominator; only the fractions among them are brought down.
    const den = lcm(from.den, step.den);
    const first = from.num * (den / from.den);
    const each = step.num * (den / step.den);
    for (let part = 0; part < cell.slots; part += 1) {
      const num = first + part * each;
      starts.push(den === 1 ? { num, den } : rational(num, den));
      cellOf.push(index);
    }
    ticksPerPulse = lcmWithin(ticksPerPulse, den, LIMITS.grid);
    from = to;
  });
  return {
    starts,
    cellOf,
    firstSlot,
    cellBeats,
    length: from,
    beats: beat,
    ticksPerPulse: lcmWithin(ticksPerPulse, from.den, LIMITS.grid),
  };
}

/** One layer on the rhythm's common grid. */
export interface LayerGrid extends Omit<LayerTiming, 'ticksPerPulse'> {
  readonly startTicks: readonly Ticks[];
  readonly lengthTicks: Ticks;
  /** One turn of the cycle. */
  readonly turnTicks: Ticks;
}

/** The whole rhythm on one grid of equal ticks, so that loops compare whole numbers. */
export interface Timing {
  readonly ticksPerPulse: number;
  readonly turnTicks: Ticks;
  /** Until everything comes round together: a whole number of turns and of each layer. */
  readonly fullTicks: Ticks;
  readonly full: Pulses;
  readonly layers: readonly LayerGrid[];
}

/** When everything in a rhythm is, or the sentence that says why it has no common grid. */
export type TimingResult =
  | { readonly ok: true; readonly timing: Timing }
  | { readonly ok: false; readonly message: string };

/**
 * Puts a rhythm on its common grid. A rhythm that needs more than ten million ticks until it comes
 * round is refused with a sentence that names the cells. Never throws, whatever the cells are.
 */
export function timeRhythm(rhythm: Lines): TimingResult {
  const known = results.get(rhythm.layers);
  if (known?.cycle === rhythm.cycle) return known.result;
  const result = putOnGrid(rhythm);
  results.set(rhythm.layers, { cycle: rhythm.cycle, result });
  return result;
}

/** The timing of a layer; layers that are cut alike, as most players of a rhythm are, share one. */
function timeWithTwins(cycle: Cycle, layer: Layer, cuts: Layer[]): LayerTiming {
  const known = timings.get(layer.cells);
  const twin = known?.cycle === cycle ? layer : cuts.find((one) => isCutAlike(one, layer));
  const timing = timeLayer(cycle, twin ?? layer);
  if (!twin || twin === layer) cuts.push(layer);
  else timings.set(layer.cells, { cycle, timing });
  return timing;
}

function isCutAlike({ cells: a }: Layer, { cells: b }: Layer): boolean {
  if (a.length !== b.length) return false;
  return a.every(({ slots, beats: { num, den } }, at) => {
    const other = nth(b, at);
    return slots === other.slots && num === other.beats.num && den === other.beats.den;
  });
}

function putOnGrid(rhythm: Lines): TimingResult {
  const layers: LayerTiming[] = [];
  const cuts: Layer[] = [];
  const turn = turnPulses(rhythm.cycle);
  let ticksPerPulse = 1;
  let full: Pulses = rational(turn);
  for (const [index, cut] of rhythm.layers.entries()) {
    try {
      const layer = timeWithTwins(rhythm.cycle, cut, cuts);
      layers.push(layer);
      ticksPerPulse = lcmWithin(ticksPerPulse, layer.ticksPerPulse, LIMITS.grid);
      full = lcmRational(full, layer.length);
      if (ticksPerPulse * toNumber(full) > LIMITS.grid) return tooFine(rhythm, index);
    } catch (error) {
      if (error instanceof RangeError) return tooFine(rhythm, index);
      throw error;
    }
  }
  return {
    ok: true,
    timing: {
      ticksPerPulse,
      turnTicks: turn * ticksPerPulse,
      full,
      fullTicks: ticksOf(full, ticksPerPulse),
      layers: layers.map((layer) => onGrid(layer, turn, ticksPerPulse)),
    },
  };
}

/** The same object for the same layer and grid, so that what is drawn from it need not be drawn anew. */
function onGrid(layer: LayerTiming, turn: number, ticksPerPulse: number): LayerGrid {
  const known = grids.get(layer);
  if (known?.turnTicks === turn * ticksPerPulse) return known;
  const { ticksPerPulse: _own, ...places } = layer;
  const grid = {
    ...places,
    startTicks: layer.starts.map((start) => ticksOf(start, ticksPerPulse)),
    lengthTicks: ticksOf(layer.length, ticksPerPulse),
    turnTicks: turn * ticksPerPulse,
  };
  grids.set(layer, grid);
  return grid;
}

/**
 * A moment in ticks. It is whole and below the greatest grid; `| 0` tells the engine so, which then
 * keeps it as an integer: tables are looked up by ticks many times faster than by floating numbers.
 */
function ticksOf(at: Pulses, ticksPerPulse: number): Ticks {
  return (at.num * (ticksPerPulse / at.den)) | 0;
}

function tooFine(rhythm: Lines, at: number): TimingResult {
  const divisions = rhythm.layers.slice(0, at + 1).flatMap((layer) =>
    layer.cells.map(({ slots, beats }) => {
      const one = beats.num === beats.den;
      return `${slots} in ${one ? '1 beat' : `${formatRational(beats)} beats`}`;
    }),
  );
  const named = [...new Set(divisions)].slice(-6).join(', ');
  const layer = nth(rhythm.layers, at).name;
  return {
    ok: false,
    message: `The cells do not meet on a grid of at most ten million parts: ${named} (layer ${layer}). Give some of these cells divisions that go into one another, or make the layer a whole number of turns.`,
  };
}

/** A stroke at its exact place. */
export interface Onset {
  readonly ticks: Ticks;
  readonly layer: number;
  readonly stroke: Stroke;
}

/**
 * Every stroke from the one of the first turn up to the end of the last of `turns` turns, in order
 * of time and then of layer. Layers of other lengths come round at their own length.
 */
export function onsets(rhythm: Lines, timing: Timing, turns: number): readonly Onset[] {
  return onsetsBetween(rhythm, timing, timing.turnTicks * turns);
}

/** Every stroke until the whole rhythm comes round. */
export function onsetsOnce(rhythm: Lines, timing: Timing): readonly Onset[] {
  return onsetsBetween(rhythm, timing, timing.fullTicks);
}

function onsetsBetween(rhythm: Lines, timing: Timing, end: Ticks): readonly Onset[] {
  const found: Onset[] = [];
  rhythm.layers.forEach((layer, index) => {
    const grid = timing.layers[index];
    if (!grid || grid.lengthTicks === 0) return;
    for (let round = 0; round < end; round += grid.lengthTicks) {
      for (const stroke of layer.strokes) {
        const ticks = round + numberAt(grid.startTicks, stroke.slot);
        if (ticks < end) found.push({ ticks, layer: index, stroke });
      }
    }
  });
  return found.sort((a, b) => a.ticks - b.ticks || a.layer - b.layer);
}

/** How long a line is in beats. */
export function beatsIn({ cells }: Pick<Layer, 'cells'>): Beats {
  return cells.reduce((sum, { beats }) => add(sum, rational(beats.num, beats.den)), ZERO);
}

/** How many turns a line lasts; need not be whole. */
export function turnsIn({ cycle }: Pick<Lines, 'cycle'>, layer: Pick<Layer, 'cells'>): number {
  return toNumber(beatsIn(layer)) / turnBeats(cycle);
}

/** Beats in one turn. */
export function turnBeats(cycle: Cycle): number {
  return beatsOf(cycle).length;
}

/** Ticks on which the beats of so many turns begin, in order. */
export function beatTicks(cycle: Cycle, timing: Timing, turns = 1): readonly Ticks[] {
  const starts = beatStarts(cycle);
  const ticks: Ticks[] = [];
  for (let turn = 0; turn < turns; turn += 1) {
    for (const start of starts) ticks.push(turn * timing.turnTicks + start * timing.ticksPerPulse);
  }
  return ticks;
}

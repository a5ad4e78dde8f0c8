import { nth } from '../bounds/index.ts';
import { type NamedLine, saySlot, sayStroke } from '../read/index.ts';
import {
  countingOf,
  type Layer,
  type LayerGrid,
  type Rhythm,
  type Stroke,
  slotCount,
  timeRhythm,
  withRings,
} from '../rhythm/index.ts';
import { compare, type Pulses } from '../time/index.ts';
import { listed } from '../wording/index.ts';

/** A stroke that knows which one of the first line it was; one that came new knows of none. */
export interface Traced extends Stroke {
  readonly was?: number;
}

/** The layer that is varied, its strokes traced. */
export interface TracedLayer extends Omit<Layer, 'strokes'> {
  readonly strokes: readonly Traced[];
}

/** A stretch of a line that is varied, in exact pulses. */
export interface Stretch {
  readonly from: Pulses;
  readonly to: Pulses;
}

/** What a move is given: a line in its rhythm, and which of its slots are varied. */
export interface Line {
  readonly rhythm: Rhythm;
  readonly layer: TracedLayer;
  readonly index: number;
  readonly grid: LayerGrid;
  /** Slots that are varied, `to` not among them. */
  readonly from: number;
  readonly to: number;
}

/** What a move made of it. */
export interface Varied {
  readonly layer: TracedLayer;
  /** What could not be, or came to lie on something else: nothing is dropped without a word. */
  readonly told: readonly string[];
}

/** A line of a rhythm as a move is given it. Undefined where the rhythm has no grid, or no such layer. */
export function lineOf(rhythm: Rhythm, index: number, stretch?: Stretch): Line | undefined {
  const timed = timeRhythm(rhythm);
  const layer = rhythm.layers[index];
  if (!timed.ok || !layer) return undefined;
  const grid = nth(timed.timing.layers, index);
  const all = slotCount(layer);
  const first = (at: Pulses) => {
    const found = grid.starts.findIndex((start) => compare(start, at) >= 0);
    return found < 0 ? all : found;
  };
  return {
    rhythm,
    layer,
    index,
    grid,
    from: stretch ? first(stretch.from) : 0,
    to: stretch ? first(stretch.to) : all,
  };
}

/** Names the strokes of a line, as it is before the move. */
export function namedLine({ rhythm, layer, grid }: Line): NamedLine {
  return { cycle: rhythm.cycle, layer, grid, counting: countingOf(rhythm, layer) };
}

/** Slots that sound within the stretch, ascending, each once. */
export function struckIn({ layer, from, to }: Line): readonly number[] {
  return [...new Set(layer.strokes.map(({ slot }) => slot))].filter(
    (slot) => slot >= from && slot < to,
  );
}

/** Whether a slot is varied. */
export function isIn({ from, to }: Line, slot: number): boolean {
  return slot >= from && slot < to;
}

/** A stroke with the slot it goes to. */
export interface Going {
  readonly stroke: Traced;
  readonly to: number;
}

/**
 * Puts strokes where they go. Where strokes of two slots meet in one, the stronger stay, or the earlier, and it is told.
 * @param cells those that the new slots are of
 * @param rings new slots through which the stroke before rings on
 */
export function settle(
  line: Line,
  going: readonly Going[],
  cells: Layer['cells'] = line.layer.cells,
  rings: readonly number[] = [],
): Varied {
  const strengths = new Map<number, Map<number, number>>();
  for (const { stroke, to } of going) {
    const here = strengths.get(to) ?? new Map<number, number>();
    strengths.set(to, here);
    here.set(stroke.slot, Math.max(here.get(stroke.slot) ?? 0, stroke.force));
  }
  const winners = new Map<number, number>();
  const lost: number[] = [];
  for (const [to, here] of strengths) {
    const [winner, ...others] = [...here].sort(([, a], [, b]) => b - a);
    if (!winner) continue;
    winners.set(to, winner[0]);
    lost.push(...others.map(([slot]) => slot));
  }
  const strokes = going
    .filter(({ stroke, to }) => winners.get(to) === stroke.slot)
    .map(({ stroke, to }): Traced => ({ ...stroke, slot: to }))
    .sort((a, b) => a.slot - b.slot);
  const named = namedLine(line);
  return {
    layer: retraced({ ...line.layer, cells }, strokes, rings),
    told: lost
      .sort((a, b) => a - b)
      .map((slot) => `The ${sayStroke(named, slot)} meets another stroke there, and gives way.`),
  };
}

/** The layer with other strokes. */
export function retraced(
  layer: TracedLayer,
  strokes: readonly Traced[],
  rings: Iterable<number> = layer.rings ?? [],
): TracedLayer {
  return withRings({ ...layer, strokes: [...strokes] }, rings);
}

/** The layer with each stroke of the stretch changed; one that becomes nothing is left out. */
export function eachIn(
  line: Line,
  change: (stroke: Traced, at: number) => Traced | undefined,
): TracedLayer {
  const strokes = line.layer.strokes.flatMap((stroke, at) => {
    if (!isIn(line, stroke.slot)) return [stroke];
    return change(stroke, at) ?? [];
  });
  return retraced(line.layer, strokes);
}

/** “2, & of 3 and 4”, the first few of them. */
export function saySlots(line: Line, slots: readonly number[]): string {
  const named = namedLine(line);
  const few = slots.slice(0, 4).map((slot) => saySlot(named, slot));
  const more = slots.length - few.length;
  return listed(more > 0 ? [...few, `${more} more`] : few);
}

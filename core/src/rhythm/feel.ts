import { nth, numberAt } from '../bounds/index.ts';
import { add, divide, multiply, rational, subtract, type Ticks, toNumber } from '../time/index.ts';
import type { Feel, FeelCut, Layer } from './model.ts';
import type { LayerGrid } from './timing.ts';

/** When the slots of a layer are felt: moments of the grid that need not be whole ticks. */
export type FeltTicks = (slot: number) => Ticks;

/**
 * Where each slot of a layer sounds. A feel is laid over the slots, which stay what they are: reading, counting and
 * writing go by the grid, what is heard and judged by this.
 */
export function feltTicks(
  { feel, cells }: Pick<Layer, 'feel' | 'cells'>,
  grid: LayerGrid,
): FeltTicks {
  const { startTicks, cellOf, firstSlot, lengthTicks } = grid;
  if (!feel) return (slot) => numberAt(startTicks, slot);
  return (slot) => {
    const cell = numberAt(cellOf, slot);
    const first = numberAt(firstSlot, cell);
    const cut = cutFor(feel, nth(cells, cell).slots, beatOf(grid, cell));
    if (!cut) return numberAt(startTicks, slot);
    const from = numberAt(startTicks, first);
    const next = firstSlot[cell + 1];
    const to = next === undefined ? lengthTicks : numberAt(startTicks, next);
    const { num, den } = nth(cut.at, slot - first);
    return from + ((to - from) * num) / den;
  };
}

/** The part of a feel that is laid over a cell; one of its beat goes before one of every beat. */
export function cutFor({ cuts }: Feel, slots: number, beat: number): FeelCut | undefined {
  const fits = cuts.filter((cut) => cut.slots === slots);
  return fits.find((cut) => cut.beat === beat) ?? fits.find((cut) => cut.beat === undefined);
}

/** The beat of its turn in which a cell begins, from 0. */
export function beatOf(grid: LayerGrid, cell: number): number {
  const turn = (toNumber(grid.beats) * grid.turnTicks) / grid.lengthTicks;
  return Math.floor((toNumber(nth(grid.cellBeats, cell)) % turn) + 1e-9);
}

/** Whether the slots of a cell are felt elsewhere than they lie. */
export function isFelt(
  { feel, cells }: Pick<Layer, 'feel' | 'cells'>,
  grid: LayerGrid,
  cell: number,
): boolean {
  return (
    feel !== undefined && cutFor(feel, nth(cells, cell).slots, beatOf(grid, cell)) !== undefined
  );
}

/** A layer with a feel, or straight. */
export function setFeel(layer: Layer, feel: Feel | undefined): Layer {
  const { feel: before, ...rest } = layer;
  if (feel) return { ...rest, feel };
  return before ? rest : layer;
}

/** Into so many steps the way between straight and another end is cut. */
export const FEEL_STEPS = 24;

/** Where the parts of a beat go, by how many there are, as parts of the beat. */
type Places = Readonly<Record<number, readonly (readonly [num: number, den: number])[]>>;

/** The ends to which a feel can lean: at the end of the way the parts lie there. */
export const FEEL_ENDS = {
  'long and short': {
    2: [
      [0, 1],
      [2, 3],
    ],
    4: [
      [0, 1],
      [1, 3],
      [1, 2],
      [5, 6],
    ],
  },
  'short and long': {
    2: [
      [0, 1],
      [1, 3],
    ],
    4: [
      [0, 1],
      [1, 6],
      [1, 2],
      [2, 3],
    ],
  },
  'fours to threes': {
    4: [
      [0, 1],
      [1, 3],
      [1, 3],
      [2, 3],
    ],
  },
  'threes to fours': {
    3: [
      [0, 1],
      [1, 2],
      [3, 4],
    ],
  },
} as const satisfies Readonly<Record<string, Places>>;
/** One of {@link FEEL_ENDS}. */
export type FeelEnd = keyof typeof FEEL_ENDS;

/**
 * A feel between straight parts and another end, exactly: each step is a twenty-fourth of the way.
 * @param step 0 straight, FEEL_STEPS the other end; nothing where it is straight
 * @param beats only in these beats of the turn, from 0; in all where it is not given
 * @example feelBetween('Lilt', 'long and short', 12) // half way: 0 and 7/12, and 0 7/24 1/2 19/24
 */
export function feelBetween(
  name: string,
  end: FeelEnd,
  step: number,
  beats?: readonly number[],
): Feel | undefined {
  if (step <= 0) return undefined;
  const places: Places = FEEL_ENDS[end];
  const way = rational(Math.min(step, FEEL_STEPS), FEEL_STEPS);
  const cuts = Object.entries(places).flatMap(([parts, ends]): FeelCut[] => {
    const slots = Number(parts);
    const at = ends.map(([num, den], part) => {
      const straight = rational(part, slots);
      return add(straight, multiply(way, subtract(rational(num, den), straight)));
    });
    const cut = { slots, at: at.map(({ num, den }) => ({ num, den })) };
    return beats ? beats.map((beat) => ({ ...cut, beat })) : [cut];
  });
  return { name, cuts };
}

/** Which end a feel leans to, and how far; undefined where it was written otherwise. */
export function leaningOf(
  feel: Feel,
):
  | { readonly end: FeelEnd; readonly step: number; readonly beats?: readonly number[] }
  | undefined {
  const beats = [...new Set(feel.cuts.flatMap(({ beat }) => beat ?? []))];
  const written = JSON.stringify(feel.cuts);
  for (const end of Object.keys(FEEL_ENDS) as FeelEnd[]) {
    for (let step = 1; step <= FEEL_STEPS; step += 1) {
      const made = feelBetween(feel.name, end, step, beats.length > 0 ? beats : undefined);
      if (JSON.stringify(made?.cuts) === written)
        return { end, step, ...(beats.length > 0 && { beats }) };
    }
  }
  return undefined;
}

/** How much longer the first part of a beat is than the second; undefined where the second lasts no time. */
export function longToShort({ at }: FeelCut): number | undefined {
  const [first, second, third] = at;
  if (!first || !second) return undefined;
  const end = third ?? rational(1);
  const long = subtract(second, first);
  const short = subtract(end, second);
  return short.num === 0 ? undefined : toNumber(divide(long, short));
}

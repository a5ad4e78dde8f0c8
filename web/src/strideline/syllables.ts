import { numberAt } from '@stride/core/bounds';
import { type Layer, type LayerGrid, sayOf } from '@stride/core/rhythm';
import type { Px } from './px.ts';

/** Width of a letter of the syllables under the line, and the gap between two, at a scale of 1. */
const LETTER: Px = 7.6;
const GAP: Px = 3;

/** More rows than this would tear the words from their strokes. */
const MOST_ROWS = 3;

/** Which syllables stand on which row under the line. */
export interface SyllableRows {
  /** How many rows there are; 0 where nothing is said. */
  readonly count: number;
  /** The row of a slot's syllable, from 0. */
  readonly bySlot: ReadonlyMap<number, number>;
}

const known = new WeakMap<
  Layer,
  { readonly grid: LayerGrid; readonly pxPerTick: number; readonly rows: SyllableRows }
>();

/**
 * Puts syllables that would run into their neighbours on a second or third row. Each turn begins
 * anew on the first, so that an edit in one leaves the others as they are.
 * @param pxPerTick at a scale of 1
 */
export function syllableRows(layer: Layer, grid: LayerGrid, pxPerTick: number): SyllableRows {
  const before = known.get(layer);
  if (before?.grid === grid && before.pxPerTick === pxPerTick) return before.rows;
  const rows = workOut(layer, grid, pxPerTick);
  known.set(layer, { grid, pxPerTick, rows });
  return rows;
}

function workOut(layer: Layer, grid: LayerGrid, pxPerTick: number): SyllableRows {
  const bySlot = new Map<number, number>();
  let ends: Px[] = [];
  let turn = -1;
  // Counted words stand where the syllables would.
  if (layer.sayCounting && layer.sayCounting !== 'forces') return { count: 1, bySlot };
  let count = 0;
  for (const stroke of layer.strokes) {
    const { slot } = stroke;
    const say = sayOf(layer, stroke);
    if (say === undefined || bySlot.has(slot)) continue;
    const at = numberAt(grid.startTicks, slot);
    const here = Math.floor(at / grid.turnTicks);
    if (here !== turn) {
      turn = here;
      ends = [];
    }
    const half = (say.length * LETTER + GAP) / 2;
    const x = at * pxPerTick;
    const free = Array.from({ length: MOST_ROWS }, (_, row) => row).find(
      (row) => (ends[row] ?? Number.NEGATIVE_INFINITY) <= x - half,
    );
    // Where all rows are full it goes where the last word is furthest away.
    const row = free ?? ends.indexOf(Math.min(...ends));
    ends[row] = x + half;
    bySlot.set(slot, row);
    count = Math.max(count, row + 1);
  }
  return { count, bySlot };
}

import { numberAt } from '@stride/core/bounds';
import type { LayerGrid } from '@stride/core/rhythm';
import { type Geometry, type LayerBand, type Stretch, type System, xIn } from './geometry.ts';
import type { Px } from './px.ts';

/** Where the column of one slot stands that can be touched. */
export interface ColumnPlace {
  readonly slot: number;
  readonly x: Px;
  readonly y: Px;
  readonly width: Px;
  readonly height: Px;
}

/** How far a column may reach to the left of the one, at scale 1: a little more than the ground does. */
const LEFT_REACH = 20;

/** How much nearer another slot has to be. */
const CLEARLY: Px = 6;

/** The narrowest column. */
const LEAST: Px = 6;

/** The slots that begin in a row. */
function slotsIn({ startTicks }: LayerGrid, { from, to }: Stretch): readonly number[] {
  const slots: number[] = [];
  startTicks.forEach((start, slot) => {
    if (start >= from && start < to) slots.push(slot);
  });
  return slots;
}

/** The columns of a row, each round the moment of its slot and as wide as that is long. */
export function columnsIn(
  grid: LayerGrid,
  band: LayerBand,
  geometry: Geometry,
  system: System,
): readonly ColumnPlace[] {
  return slotsIn(grid, system).map((slot) => {
    const start = numberAt(grid.startTicks, slot);
    const end = grid.startTicks[slot + 1] ?? grid.lengthTicks;
    const x = xIn(geometry, system, start);
    const half = Math.max(LEAST, (end - start) * geometry.pxPerTick) / 2;
    // A wide first slot does not reach into the names of the layers.
    const left = Math.max(x - half, geometry.left - LEFT_REACH * geometry.scale);
    return {
      slot,
      x: left,
      y: band.strokesTop + 2,
      width: x + half - left,
      height: band.bottom - band.strokesTop - 4,
    };
  });
}

/**
 * The slot of a row that is under a place across.
 * @param from the one it came from, which it stays until the next is clearly meant
 */
export function slotUnder(
  grid: LayerGrid,
  geometry: Geometry,
  system: System,
  x: Px,
  from: number,
): number {
  const away = (slot: number) =>
    Math.abs(xIn(geometry, system, numberAt(grid.startTicks, slot)) - x);
  let best = from;
  let least = away(from) - CLEARLY;
  for (const slot of slotsIn(grid, system)) {
    if (away(slot) >= least) continue;
    best = slot;
    least = away(slot);
  }
  return best;
}

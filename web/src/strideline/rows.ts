import { handOf, type Layer, type LayerGrid } from '@stride/core/rhythm';
import type { Stretch } from './geometry.ts';

/** Whether strides are drawn: only where strokes leave gaps enough to be worth measuring. */
export function showsStrides(layer: Layer): boolean {
  const slots = layer.cells.reduce((sum, cell) => sum + cell.slots, 0);
  let sounding = 0;
  let before = -1;
  for (const { slot } of layer.strokes) {
    if (slot !== before) sounding += 1;
    before = slot;
  }
  return sounding >= 2 && sounding <= 0.6 * slots;
}

/** Whether some stroke hangs below the line, so that R and L are written beside it. */
export function usesLeft(layer: Layer): boolean {
  return layer.strokes.some((stroke) => ['L', 'B'].includes(stroke.hand ?? handOf(layer, stroke)));
}

/**
 * Whether an edit of a layer shows in one row of its drawing. Rows in which nothing changed rest,
 * which is most of a long rhythm.
 */
export function showsIn(row: Stretch, grid: LayerGrid, before: Layer, after: Layer): boolean {
  if (before === after) return false;
  if (
    before.id !== after.id ||
    before.name !== after.name ||
    before.instrument !== after.instrument ||
    before.cells !== after.cells ||
    before.rings !== after.rings ||
    before.sayCounting !== after.sayCounting
  ) {
    return true;
  }
  const a = before.strokes;
  const b = after.strokes;
  let head = 0;
  while (head < a.length && head < b.length && a[head] === b[head]) head += 1;
  let tail = 0;
  const rest = Math.min(a.length, b.length) - head;
  while (tail < rest && a[a.length - 1 - tail] === b[b.length - 1 - tail]) tail += 1;
  if (head === a.length && head === b.length) return false;
  const changed = [...a.slice(head, a.length - tail), ...b.slice(head, b.length - tail)];
  // The stride that leads to a changed stroke begins at the one before it, over the seam if need be.
  const leading = head > 0 ? [a[head - 1]] : [a.at(-1), b.at(-1)];
  const isHere = [...changed, ...leading].some((stroke) => {
    const at = grid.startTicks[stroke?.slot ?? -1];
    if (at === undefined) return false;
    // Past its own length the layer is drawn again, and the change with it.
    const round = Math.max(0, Math.ceil((row.from - at) / grid.lengthTicks));
    return at + round * grid.lengthTicks < row.to;
  });
  return (
    isHere || showsStrides(before) !== showsStrides(after) || usesLeft(before) !== usesLeft(after)
  );
}

import { slotCount } from './check.ts';
import type { Layer } from './model.ts';

/** The layer with these slots ringing on; those that sound or are not there are left out. */
export function withRings(layer: Layer, slots: Iterable<number>): Layer {
  const { rings: _before, ...rest } = layer;
  const all = slotCount(layer);
  const sounding = new Set(layer.strokes.map((stroke) => stroke.slot));
  const rings = [...new Set(slots)]
    .filter((slot) => slot >= 0 && slot < all && !sounding.has(slot))
    .sort((a, b) => a - b);
  return rings.length > 0 ? { ...rest, rings } : rest;
}

/**
 * Lets the stroke before ring on through an empty slot, or stop before it. A slot that sounds is
 * left as it is.
 */
export function toggleRing(layer: Layer, slot: number): Layer {
  if (slot < 0 || slot >= slotCount(layer)) return layer;
  if (layer.strokes.some((stroke) => stroke.slot === slot)) return layer;
  const rings = new Set(layer.rings);
  if (!rings.delete(slot)) rings.add(slot);
  return withRings(layer, rings);
}

/**
 * How many slots a stroke lasts: its own, and those right after it through which it rings on, from
 * the end of the layer over to its beginning.
 * @example slotsHeld(layer, 0) // 3 in `X _ _ X`
 */
export function slotsHeld(layer: Pick<Layer, 'cells' | 'rings'>, slot: number): number {
  const { rings } = layer;
  if (!rings) return 1;
  const all = slotCount(layer);
  let held = 1;
  while (held < all && rings.includes((slot + held) % all)) held += 1;
  return held;
}

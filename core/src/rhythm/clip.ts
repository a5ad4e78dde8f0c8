import { rational } from '../time/index.ts';
import { slotCount } from './check.ts';
import { placeStrokes } from './edit.ts';
import { turnRange } from './layers.ts';
import type { Cell, Layer, Rhythm } from './model.ts';
import { withRings } from './rings.ts';

/** A copied stretch of a layer, from slot 0, in cells of its own. */
export interface Clip extends Pick<Layer, 'cells' | 'strokes' | 'rings'> {
  /** Set where a whole turn was copied, which then takes the place of a turn, cells and all. */
  readonly turn?: true;
}

/** Copies the slots from `first` to `last`, both included. */
export function copyRange(layer: Layer, first: number, last: number): Clip {
  const within = (slot: number) => slot >= first && slot <= last;
  const rings = layer.rings?.filter(within).map((slot) => slot - first) ?? [];
  return {
    cells: cutCells(layer.cells, first, last + 1),
    strokes: layer.strokes
      .filter((stroke) => within(stroke.slot))
      .map((stroke) => ({ ...stroke, slot: stroke.slot - first })),
    ...(rings.length > 0 ? { rings } : {}),
  };
}

/** Two copied stretches as one, the second after the first. */
export function joinClips(first: Clip, second: Clip): Clip {
  const by = slotCount(first);
  const rings = [...(first.rings ?? []), ...(second.rings ?? []).map((slot) => slot + by)];
  return {
    cells: [...first.cells, ...second.cells],
    strokes: [
      ...first.strokes,
      ...second.strokes.map((stroke) => ({ ...stroke, slot: stroke.slot + by })),
    ],
    ...(rings.length > 0 ? { rings } : {}),
  };
}

/** The cells of a stretch of slots; the first and the last may be parts of cells. */
function cutCells(cells: readonly Cell[], from: number, to: number): readonly Cell[] {
  let at = 0;
  return cells.flatMap((cell) => {
    const begin = Math.max(from, at);
    const end = Math.min(to, at + cell.slots);
    at += cell.slots;
    const slots = end - begin;
    if (slots <= 0) return [];
    if (slots === cell.slots) return [cell];
    const { num, den } = cell.beats;
    const beats = rational(num * slots, den * cell.slots);
    return [{ beats: { num: beats.num, den: beats.den }, slots }];
  });
}

/** Copies the turn that holds a slot, with its cells. */
export function copyTurn(
  rhythm: Pick<Rhythm, 'cycle'>,
  layer: Layer,
  slot: number,
): Clip | undefined {
  const range = turnRange(rhythm, layer, slot);
  if (!range) return undefined;
  return {
    ...copyRange(layer, range.firstSlot, range.firstSlot + range.slots - 1),
    turn: true,
  };
}

/**
 * Puts a clip into a layer. A turn takes the place of the turn that holds `slot`, cells and all; a
 * range goes slot by slot from `slot` on, in place of what was there. What reaches past the end is
 * left out.
 */
export function paste(
  rhythm: Pick<Rhythm, 'cycle'>,
  layer: Layer,
  slot: number,
  clip: Clip,
): Layer {
  const long = slotCount(clip);
  const from = (first: number) => ({
    strokes: clip.strokes.map((stroke) => ({ ...stroke, slot: stroke.slot + first })),
    rings: clip.rings?.map((ring) => ring + first) ?? [],
  });
  if (!clip.turn) {
    const end = Math.min(slotCount(layer), slot + long);
    const { strokes, rings } = from(slot);
    return placeStrokes(
      layer,
      slot,
      end,
      strokes.filter((stroke) => stroke.slot < end),
      rings,
    );
  }
  const range = turnRange(rhythm, layer, slot);
  if (!range) return layer;
  const { firstCell, cells, firstSlot, slots } = range;
  const after = firstSlot + slots;
  const shift = long - slots;
  const put = from(firstSlot);
  const pasted: Layer = {
    ...layer,
    cells: [
      ...layer.cells.slice(0, firstCell),
      ...clip.cells,
      ...layer.cells.slice(firstCell + cells),
    ],
    strokes: [
      ...layer.strokes.filter((stroke) => stroke.slot < firstSlot),
      ...put.strokes,
      ...layer.strokes
        .filter((stroke) => stroke.slot >= after)
        .map((stroke) => ({ ...stroke, slot: stroke.slot + shift })),
    ],
  };
  const kept = (layer.rings ?? []).flatMap((ring) => {
    if (ring < firstSlot) return [ring];
    return ring >= after ? [ring + shift] : [];
  });
  return withRings(pasted, [...kept, ...put.rings]);
}

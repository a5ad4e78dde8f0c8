import { slotCount } from './check.ts';
import { placeStrokes } from './edit.ts';
import { turnRange } from './layers.ts';
import type { Cell, Layer, Rhythm, Stroke } from './model.ts';

/** A copied stretch of a layer: its strokes from slot 0, and the cells where whole turns were copied. */
export interface Clip {
  readonly slots: number;
  readonly strokes: readonly Stroke[];
  readonly cells?: readonly Cell[];
}

/** Copies the slots from `first` to `last`, both included. */
export function copyRange(layer: Layer, first: number, last: number): Clip {
  return {
    slots: last - first + 1,
    strokes: layer.strokes
      .filter((stroke) => stroke.slot >= first && stroke.slot <= last)
      .map((stroke) => ({ ...stroke, slot: stroke.slot - first })),
  };
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
    cells: layer.cells.slice(range.firstCell, range.firstCell + range.cells),
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
  if (!clip.cells) {
    const end = Math.min(slotCount(layer), slot + clip.slots);
    const moved = clip.strokes.map((stroke) => ({ ...stroke, slot: stroke.slot + slot }));
    return placeStrokes(
      layer,
      slot,
      end,
      moved.filter((stroke) => stroke.slot < end),
    );
  }
  const range = turnRange(rhythm, layer, slot);
  if (!range) return layer;
  const { firstCell, cells, firstSlot, slots } = range;
  const shift = clip.slots - slots;
  const { rings, ...rest } = layer;
  const kept = rings?.flatMap((ring) => {
    if (ring < firstSlot) return [ring];
    return ring >= firstSlot + slots ? [ring + shift] : [];
  });
  return {
    ...rest,
    cells: [
      ...layer.cells.slice(0, firstCell),
      ...clip.cells,
      ...layer.cells.slice(firstCell + cells),
    ],
    strokes: [
      ...layer.strokes.filter((stroke) => stroke.slot < firstSlot),
      ...clip.strokes.map((stroke) => ({ ...stroke, slot: stroke.slot + firstSlot })),
      ...layer.strokes
        .filter((stroke) => stroke.slot >= firstSlot + slots)
        .map((stroke) => ({ ...stroke, slot: stroke.slot + shift })),
    ],
    ...(kept && kept.length > 0 ? { rings: kept } : {}),
  };
}

import { numberAt } from '../../bounds/index.ts';
import { instrumentOf, strokeKind } from '../../instrument/index.ts';
import type { Layer, LayerGrid } from '../../rhythm/index.ts';
import type { Ticks } from '../../time/index.ts';

/** One kind of stroke of a layer as a line of its own. */
export interface KindLine {
  /** Code of the stroke, and its name. */
  readonly kind: string;
  readonly name: string;
  readonly slots: readonly number[];
  readonly onsets: readonly Ticks[];
}

/**
 * Every kind of stroke of a layer as a line of its own, the most frequent first; nothing where there
 * is only one kind.
 */
export function kindLines(layer: Layer, grid: LayerGrid): readonly KindLine[] {
  const slotsOf = new Map<string, Set<number>>();
  for (const { kind, slot } of layer.strokes) {
    const here = slotsOf.get(kind);
    if (here) here.add(slot);
    else slotsOf.set(kind, new Set([slot]));
  }
  if (slotsOf.size < 2) return [];
  const instrument = instrumentOf(layer);
  return [...slotsOf]
    .map(([kind, found]): KindLine => {
      const slots = [...found];
      const onsets = slots.map((slot) => numberAt(grid.startTicks, slot));
      const name = (instrument && strokeKind(instrument, kind)?.name) ?? kind;
      return { kind, name, slots, onsets };
    })
    .sort((a, b) => b.slots.length - a.slots.length);
}

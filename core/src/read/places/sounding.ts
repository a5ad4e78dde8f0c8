import { numberAt } from '../../bounds/index.ts';
import type { Layer, LayerGrid } from '../../rhythm/index.ts';
import type { Ticks } from '../../time/index.ts';

/** When a layer sounds in its first round. */
export interface SoundingLine {
  /** Slots with a stroke, each once, ascending. */
  readonly slots: readonly number[];
  /** Where these slots lie. */
  readonly onsets: readonly Ticks[];
  /** For each of them, whether one of its strokes is plain or louder. */
  readonly plain: readonly boolean[];
  /** For each of them, whether one of its strokes is an accent. */
  readonly accented: readonly boolean[];
  /** How many of them are accented. */
  readonly accents: number;
}

const lines = new WeakMap<Layer, { readonly grid: LayerGrid; readonly line: SoundingLine }>();

/** The line of a layer; worked out once for a layer on its grid. */
export function soundingLine(layer: Layer, grid: LayerGrid): SoundingLine {
  const known = lines.get(layer);
  if (known?.grid === grid) return known.line;
  const line = workOut(layer, grid);
  lines.set(layer, { grid, line });
  return line;
}

function workOut(layer: Layer, grid: LayerGrid): SoundingLine {
  const slots: number[] = [];
  const onsets: Ticks[] = [];
  const plain: boolean[] = [];
  const accented: boolean[] = [];
  let accents = 0;
  let before = -1;
  // Strokes come in the order of their slots.
  for (const { slot, force } of layer.strokes) {
    if (slot !== before) {
      slots.push(slot);
      onsets.push(numberAt(grid.startTicks, slot));
      plain.push(false);
      accented.push(false);
      before = slot;
    }
    if (force >= 3) plain[plain.length - 1] = true;
    if (force === 4 && !accented[accented.length - 1]) {
      accented[accented.length - 1] = true;
      accents += 1;
    }
  }
  return { slots, onsets, plain, accented, accents };
}

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

function workOut({ strokes }: Layer, { startTicks }: LayerGrid): SoundingLine {
  // As long as they can be from the start: lists that grow are copied again and again.
  const slots: number[] = Array(strokes.length);
  const onsets: Ticks[] = Array(strokes.length);
  const plain: boolean[] = Array(strokes.length);
  const accented: boolean[] = Array(strokes.length);
  let accents = 0;
  let before = -1;
  let at = -1;
  // Strokes come in the order of their slots.
  for (const { slot, force } of strokes) {
    if (slot !== before) {
      at += 1;
      slots[at] = slot;
      onsets[at] = numberAt(startTicks, slot);
      plain[at] = false;
      accented[at] = false;
      before = slot;
    }
    if (force >= 3) plain[at] = true;
    if (force === 4 && !accented[at]) {
      accented[at] = true;
      accents += 1;
    }
  }
  for (const list of [slots, onsets, plain, accented]) list.length = at + 1;
  return { slots, onsets, plain, accented, accents };
}

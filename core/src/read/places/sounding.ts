import { numberAt } from '../../bounds/index.ts';
import type { Force, Layer, LayerGrid } from '../../rhythm/index.ts';
import type { Ticks } from '../../time/index.ts';

/** When a layer sounds in its first round. */
export interface SoundingLine {
  /** Slots with a stroke, each once, ascending. */
  readonly slots: readonly number[];
  /** Where these slots lie. */
  readonly onsets: readonly Ticks[];
  /** For each of them the force of its loudest stroke. */
  readonly forces: readonly Force[];
  /** How many of them are accented. */
  readonly accents: number;
}

/** The force of an accent. */
export const ACCENT: Force = 4;
/** The force of a plain stroke; softer ones are less. */
export const PLAIN: Force = 3;

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
  const forces: Force[] = Array(strokes.length);
  let accents = 0;
  let before = -1;
  let at = -1;
  // Strokes come in the order of their slots.
  for (const { slot, force } of strokes) {
    if (slot !== before) {
      at += 1;
      slots[at] = slot;
      onsets[at] = numberAt(startTicks, slot);
      before = slot;
    } else if (force <= numberAt(forces, at)) continue;
    forces[at] = force;
    if (force === ACCENT) accents += 1;
  }
  for (const list of [slots, onsets, forces]) list.length = at + 1;
  return { slots, onsets, forces, accents };
}

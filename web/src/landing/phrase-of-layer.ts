import type { Cycle } from '@stride/core/cycle';
import { QUESTION_LIMITS, unitsOf } from '@stride/core/landing';
import { soundingLine } from '@stride/core/read';
import { type Rhythm, timeRhythm } from '@stride/core/rhythm';
import { divide, formatRational, rational } from '@stride/core/time';

/** The length of a layer's phrase in units, as it is typed; or why it has none. */
export type LayerPhrase =
  | { readonly ok: true; readonly text: string; readonly message: string }
  | { readonly ok: false; readonly message: string };

/** From the first stroke of a layer to its last, in units of a cycle at a speed. */
export function phraseOfLayer(
  rhythm: Rhythm,
  layerId: string,
  cycle: Cycle,
  parts: number,
): LayerPhrase {
  const timed = timeRhythm(rhythm);
  const index = rhythm.layers.findIndex((layer) => layer.id === layerId);
  const layer = rhythm.layers[index];
  const grid = timed.ok ? timed.timing.layers[index] : undefined;
  if (!timed.ok || !layer || !grid) return { ok: false, message: 'This layer cannot be read.' };
  const { onsets } = soundingLine(layer, grid);
  const [first] = onsets;
  const last = onsets.at(-1);
  if (first === undefined || last === undefined) {
    return { ok: false, message: `${layer.name} has no strokes yet.` };
  }
  const { unit, count } = unitsOf(cycle, parts);
  const length = divide(rational(last - first, timed.timing.ticksPerPulse), unit);
  if (length.den !== 1) {
    return {
      ok: false,
      message: `${layer.name} lasts ${formatRational(length)} units at ${parts} parts a ${count}: take another number of parts.`,
    };
  }
  const units = length.num + 1;
  if (units > QUESTION_LIMITS.size.most) {
    return { ok: false, message: `${layer.name} lasts ${units} units; a phrase has at most 64.` };
  }
  return {
    ok: true,
    text: String(units),
    message: `${layer.name}, from its first stroke to its last: ${units} units.`,
  };
}

import { nth } from '../bounds/index.ts';
import { instrumentOf, playedOn } from '../instrument/index.ts';
import { soundingLine } from '../read/index.ts';
import { handOf, type Lines, type Timing } from '../rhythm/index.ts';
import { gcd, lcm, type Pulses, rational } from '../time/index.ts';
import type { PulsePart } from './as-rhythm.ts';
import { CROSSING_LIMITS, type Pulse } from './crossing.ts';

/** Even layers as pulses that cross, or why they are none. */
export type LayersCrossing =
  | {
      readonly ok: true;
      readonly pulses: readonly Pulse[];
      readonly parts: readonly PulsePart[];
      /** How long the span lasts. */
      readonly span: Pulses;
    }
  | { readonly ok: false; readonly message: string };

/**
 * Two to five even layers of a rhythm as the pulses of a crossing, over the time after which they come
 * round together. A layer is even where all its strides are alike; it may begin late.
 */
export function crossingOfLayers(
  lines: Lines,
  timing: Timing,
  indices: readonly number[],
): LayersCrossing {
  const grids = indices.map((index) => timing.layers[index]);
  const span = grids.reduce((all, grid) => lcm(all, grid?.lengthTicks ?? 1), 1);
  const pulses: Pulse[] = [];
  const parts: PulsePart[] = [];
  for (const index of indices) {
    const layer = lines.layers[index];
    const grid = timing.layers[index];
    if (!layer || !grid) return { ok: false, message: 'There is no such layer.' };
    const { onsets } = soundingLine(layer, grid);
    const [first = 0] = onsets;
    const stride = grid.lengthTicks / Math.max(1, onsets.length);
    if (onsets.length === 0 || !onsets.every((at, step) => at === first + step * stride)) {
      return { ok: false, message: `${layer.name} is not even: its strides differ.` };
    }
    const steps = span / stride;
    if (steps > CROSSING_LIMITS.steps) {
      return {
        ok: false,
        message: `${layer.name} has ${steps} steps until they come round together; a crossing has at most ${CROSSING_LIMITS.steps}.`,
      };
    }
    const late = first === 0 ? 1 : stride / gcd(first, stride);
    if (late > CROSSING_LIMITS.parts) {
      return { ok: false, message: `${layer.name} starts too far between its steps.` };
    }
    pulses.push({ steps, parts: late, sounds: [0], start: (first * late) / stride });
    const stroke = nth(layer.strokes, 0);
    const instrument = instrumentOf(layer);
    const hand = handOf(layer, stroke);
    parts.push({
      ...(instrument ? playedOn(instrument) : { instrument: 'claves' }),
      kind: stroke.kind,
      hand: hand === 'B' ? 'R' : hand,
    });
  }
  return { ok: true, pulses, parts, span: rational(span, timing.ticksPerPulse) };
}

import type { Layer, LayerGrid, Timing } from '../../rhythm/index.ts';
import { soundingLine } from './sounding.ts';

/** A layer as a line of whole pulses over its shortest period of whole turns. */
export interface PulseLine {
  readonly onsets: readonly number[];
  readonly span: number;
}

/**
 * The line of a layer over the fewest whole turns after which it repeats. Undefined where some stroke
 * lies between two pulses, or the layer is not whole turns.
 */
export function onePeriod(layer: Layer, grid: LayerGrid, timing: Timing): PulseLine | undefined {
  const perPulse = timing.ticksPerPulse;
  const turns = grid.lengthTicks / timing.turnTicks;
  const onsets = soundingLine(layer, grid).onsets.map((ticks) => ticks / perPulse);
  if (!Number.isInteger(turns) || !onsets.every(Number.isInteger)) return undefined;
  const places = new Set(onsets);
  const length = grid.lengthTicks / perPulse;
  for (let period = 1; period <= turns; period += 1) {
    if (turns % period !== 0) continue;
    const span = (period * timing.turnTicks) / perPulse;
    if (onsets.every((at) => places.has((at + span) % length))) {
      return { onsets: onsets.filter((at) => at < span), span };
    }
  }
  return { onsets, span: length };
}

import { type Counting, usualCounting } from '../counting/index.ts';
import type { Layer, Rhythm } from './model.ts';

/** How a layer is counted: in its own system, else as its rhythm is, else as its cycle usually is. */
export function countingOf(
  rhythm: Pick<Rhythm, 'cycle' | 'counting'>,
  layer?: Pick<Layer, 'sayCounting'>,
): Counting {
  return layer?.sayCounting ?? rhythm.counting ?? usualCounting(rhythm.cycle);
}

/**
 * The layer counted in a system of its own under its line, or without one. Its syllables stay with
 * its strokes, and are shown again when it is not counted.
 */
export function setLayerCounting(layer: Layer, system: Layer['sayCounting']): Layer {
  const { sayCounting: _before, ...rest } = layer;
  if (!system) return rest;
  return { ...rest, sayCounting: system };
}

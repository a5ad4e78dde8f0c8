import { onePeriod } from '@stride/core/read';
import { type Rhythm, timeRhythm } from '@stride/core/rhythm';
import { useMemo } from 'react';

/** One period of a layer, as lines are compared by; undefined where there is no such layer, or no grid that holds it. */
export function usePeriod(rhythm: Rhythm, layerIndex: number) {
  return useMemo(() => {
    const timed = timeRhythm(rhythm);
    const layer = rhythm.layers[layerIndex];
    const grid = timed.ok ? timed.timing.layers[layerIndex] : undefined;
    return timed.ok && layer && grid ? onePeriod(layer, grid, timed.timing) : undefined;
  }, [rhythm, layerIndex]);
}

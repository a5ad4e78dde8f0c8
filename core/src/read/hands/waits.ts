import { nth, numberAt } from '../../bounds/index.ts';
import { type Layer, strokesOf, type Timing } from '../../rhythm/index.ts';
import { type Pulses, rational, type Ticks } from '../../time/index.ts';

/** The longest time that a hand has nothing to play. */
export interface Wait {
  readonly hand: 'R' | 'L';
  readonly gap: Pulses;
  /** When it begins: the stroke before it, in its slot. */
  readonly after: Ticks;
  readonly slot: number;
}

/** For each hand that plays in a layer its longest wait, over the seam too; the first one where several are alike. */
export function longestWaits(layer: Layer, timing: Timing, index: number): readonly Wait[] {
  const grid = timing.layers[index];
  if (!grid || grid.lengthTicks === 0) return [];
  const { startTicks, lengthTicks } = grid;
  const waits: Wait[] = [];
  for (const hand of ['R', 'L'] as const) {
    let first = -1;
    let last = -1;
    let best = 0;
    let slot = -1;
    for (const at of strokesOf(layer, hand)) {
      const here = nth(layer.strokes, at).slot;
      if (here === last) continue;
      if (last < 0) first = here;
      else {
        const wait = numberAt(startTicks, here) - numberAt(startTicks, last);
        if (wait > best) {
          best = wait;
          slot = last;
        }
      }
      last = here;
    }
    if (first < 0) continue;
    const overSeam = numberAt(startTicks, first) + lengthTicks - numberAt(startTicks, last);
    if (overSeam > best) {
      best = overSeam;
      slot = last;
    }
    const gap = rational(best, timing.ticksPerPulse);
    waits.push({ hand, gap, after: numberAt(startTicks, slot), slot });
  }
  return waits;
}

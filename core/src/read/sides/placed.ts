import { nth, numberAt } from '../../bounds/index.ts';
import { beatStarts, type Cycle, turnPulses } from '../../cycle/index.ts';
import type { Layer, Timing } from '../../rhythm/index.ts';
import { lcm } from '../../time/index.ts';
import type { PlacedStroke } from './sits-with.ts';
import { toPulse } from './timeline.ts';

/** A stroke placed in one period of a timeline, with the slot it is written in. */
export interface PlacedSlot extends PlacedStroke {
  readonly slot: number;
}

/** The strokes of each period of the timeline, until layer and timeline begin together again. */
export function placedIn(
  layer: Layer,
  timing: Timing,
  index: number,
  span: number,
  cycle: Cycle,
): readonly (readonly PlacedSlot[])[] {
  const grid = nth(timing.layers, index);
  const length = toPulse(grid.lengthTicks, timing);
  const all = lcm(length, span);
  const turn = turnPulses(cycle);
  const beats = new Set(beatStarts(cycle));
  const periods: PlacedSlot[][] = Array.from({ length: all / span }, () => []);
  for (let round = 0; round < all; round += length) {
    for (const { slot, kind, force } of layer.strokes) {
      const at = round + toPulse(numberAt(grid.startTicks, slot), timing);
      periods[Math.floor(at / span)]?.push({
        slot,
        kind,
        force,
        at: at % span,
        ...(beats.has(at % turn) ? { onBeat: true as const } : {}),
      });
    }
  }
  return periods;
}

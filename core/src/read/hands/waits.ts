import { nth } from '../../bounds/index.ts';
import { handsOf, type Layer, LIMBS, type Timing } from '../../rhythm/index.ts';
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
  const hands = handsOf(layer);
  const { startTicks, lengthTicks } = grid;
  const waits: Wait[] = [];
  for (const hand of ['R', 'L'] as const) {
    const limb = LIMBS[hand];
    let first = -1;
    let last = -1;
    let best = 0;
    let slot = -1;
    for (let at = 0; at < hands.length; at += 1) {
      const here = layer.strokes[at]?.slot ?? last;
      if (!(LIMBS[nth(hands, at)] & limb) || here === last) continue;
      if (last < 0) first = here;
      else {
        const wait = nth(startTicks, here) - nth(startTicks, last);
        if (wait > best) {
          best = wait;
          slot = last;
        }
      }
      last = here;
    }
    if (first < 0) continue;
    const overSeam = nth(startTicks, first) + lengthTicks - nth(startTicks, last);
    if (overSeam > best) {
      best = overSeam;
      slot = last;
    }
    const gap = rational(best, timing.ticksPerPulse);
    waits.push({ hand, gap, after: nth(startTicks, slot), slot });
  }
  return waits;
}

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
  return (['R', 'L'] as const).flatMap((hand): Wait[] => {
    const slots = [
      ...new Set(
        layer.strokes.flatMap(({ slot }, at) =>
          LIMBS[nth(hands, at)] & LIMBS[hand] ? [slot] : [],
        ),
      ),
    ];
    let best: { readonly slot: number; readonly after: Ticks; readonly ticks: Ticks } | undefined;
    slots.forEach((slot, at) => {
      const after = nth(grid.startTicks, slot);
      const next = slots[at + 1];
      const until =
        next === undefined
          ? nth(grid.startTicks, nth(slots, 0)) + grid.lengthTicks
          : nth(grid.startTicks, next);
      if (until - after > (best?.ticks ?? 0)) best = { slot, after, ticks: until - after };
    });
    if (!best) return [];
    const { slot, after, ticks } = best as { slot: number; after: Ticks; ticks: Ticks };
    return [{ hand, gap: rational(ticks, timing.ticksPerPulse), after, slot }];
  });
}

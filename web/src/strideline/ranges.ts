import type { Timing } from '@stride/core/rhythm';

/** One slot of one layer. */
export interface SlotRef {
  readonly layer: number;
  readonly slot: number;
}

/** First and last slot of a stretch of a layer; the last comes before the first where it goes over the seam. */
export type SlotRange = readonly [first: number, last: number];

/** A stretch as one that does not go over the seam, or as the two that it is made of. */
export function overSeam([first, last]: SlotRange, size: number): readonly SlotRange[] {
  return first <= last
    ? [[first, last]]
    : [
        [first, size - 1],
        [0, last],
      ];
}

/** Whether a slot lies in a stretch. */
export function isInRange([first, last]: SlotRange, slot: number): boolean {
  return first <= last ? slot >= first && slot <= last : slot >= first || slot <= last;
}

/**
 * The chosen stretch in each layer it reaches over: from the anchor to the chosen slot in one layer,
 * and what sounds in the same time in the layers between them.
 */
export function rangesOf(
  timing: Timing | undefined,
  anchor: SlotRef | undefined,
  chosen: SlotRef,
): ReadonlyMap<number, SlotRange> {
  const alone = new Map([[chosen.layer, [chosen.slot, chosen.slot] as const]]);
  if (!anchor || !timing) return alone;
  const span = ({ layer, slot }: SlotRef): readonly [number, number] => {
    const grid = timing.layers[layer];
    const at = Math.min(slot, (grid?.startTicks.length ?? 1) - 1);
    return [grid?.startTicks[at] ?? 0, grid?.startTicks[at + 1] ?? grid?.lengthTicks ?? 0];
  };
  const [a, b] = [span(anchor), span(chosen)];
  const from = Math.min(a[0], b[0]);
  const to = Math.max(a[1], b[1]);
  const ranges = new Map<number, SlotRange>();
  const first = Math.min(anchor.layer, chosen.layer);
  for (let layer = first; layer <= Math.max(anchor.layer, chosen.layer); layer += 1) {
    const starts = timing.layers[layer]?.startTicks ?? [];
    const low = starts.findIndex((start) => start >= from && start < to);
    const high = starts.findLastIndex((start) => start >= from && start < to);
    if (low >= 0) ranges.set(layer, [low, high]);
  }
  return ranges.size > 0 ? ranges : alone;
}

/** Whether all of it is still there: an undo may take slots away, and whole layers. */
export function isThere(
  ranges: ReadonlyMap<number, SlotRange>,
  timing: Timing | undefined,
): boolean {
  return [...ranges].every(([layer, slots]) => {
    const count = timing?.layers[layer]?.startTicks.length ?? 0;
    return slots.every((slot) => slot < count);
  });
}

/**
 * Where things go that begin at one moment in layers below one another: at a slot of the first layer,
 * and in each further one at its first slot from that moment on. Layers without one are left out.
 */
export function placesBelow(
  timing: Timing | undefined,
  first: SlotRef,
  count: number,
): ReadonlyMap<number, SlotRange> {
  const places = new Map<number, SlotRange>([[first.layer, [first.slot, first.slot]]]);
  const at = timing?.layers[first.layer]?.startTicks[first.slot] ?? 0;
  for (let layer = first.layer + 1; layer < first.layer + count; layer += 1) {
    const slot = timing?.layers[layer]?.startTicks.findIndex((start) => start >= at) ?? -1;
    if (slot >= 0) places.set(layer, [slot, slot]);
  }
  return places;
}

import { soundingLine } from '@stride/core/read';
import type { Lines, Timing } from '@stride/core/rhythm';
import type { Ticks } from '@stride/core/time';

/** A thread ties the strokes of several layers at one moment. */
export interface Thread {
  readonly ticks: Ticks;
  /** Indices of the topmost and the lowest of these layers. */
  readonly top: number;
  readonly bottom: number;
}

/** Moments before `end` at which two layers or more sound, in no order. */
export function threadsOf(lines: Lines, timing: Timing, end: Ticks): readonly Thread[] {
  const at = new Map<Ticks, number>();
  const threads = new Map<Ticks, Thread>();
  lines.layers.forEach((layer, index) => {
    const grid = timing.layers[index];
    if (!grid || grid.lengthTicks === 0) return;
    for (let round = 0; round < end; round += grid.lengthTicks) {
      for (const onset of soundingLine(layer, grid).onsets) {
        const ticks = round + onset;
        if (ticks >= end) break;
        const top = at.get(ticks);
        if (top === undefined) at.set(ticks, index);
        else threads.set(ticks, { ticks, top, bottom: index });
      }
    }
  });
  return [...threads.values()];
}

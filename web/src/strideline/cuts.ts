import { beatsOf, type Cycle } from '@stride/core/cycle';
import type { LayerGrid, Timing } from '@stride/core/rhythm';
import type { Ticks } from '@stride/core/time';
import { packEvenly } from '../ui/pack.ts';
import type { Px } from './px.ts';

/** The least room of a slot on an average, and of the shortest one, before a turn is cut. */
const CROWDED: Px = 18;
const SHORTEST: Px = 9;

/** How much more than this a row may take where that leaves a group whole. */
const ROUGHLY = 1.25;

/**
 * Where the rows begin into which a turn is cut, from 0: at once where it fits, else between its
 * groups, or between beats where a group is too long. Rows are as few and as even as that allows.
 * @param room for a row
 * @param scale how much larger than usual everything is drawn
 */
export function cutTurn(cycle: Cycle, timing: Timing, room: Px, scale: number): readonly Ticks[] {
  const { turnTicks, ticksPerPulse } = timing;
  const needed = leastWidth(timing) * scale;
  if (needed <= room) return [0];
  const fits = (turnTicks * room * ROUGHLY) / needed;
  const beats = beatsOf(cycle).map(({ span }) => span * ticksPerPulse);
  const groups = cycle.groups.map((group) =>
    group.beats.reduce((sum, { span }) => sum + span * ticksPerPulse, 0),
  );
  const pieces = Math.max(...groups) <= fits ? groups : beats;
  const firsts = new Set(packEvenly(pieces, fits));
  let at = 0;
  return pieces.flatMap((piece, index) => {
    at += piece;
    return firsts.has(index) ? [at - piece] : [];
  });
}

/** The width of a turn in which slots can still be told apart, at scale 1. */
function leastWidth({ turnTicks, layers }: Timing): Px {
  return Math.max(
    ...layers.map((grid) => {
      const slots = (grid.startTicks.length * turnTicks) / Math.max(1, grid.lengthTicks);
      return Math.max(slots * CROWDED, (turnTicks / shortestSlot(grid)) * SHORTEST);
    }),
    0,
  );
}

const shortest = new WeakMap<LayerGrid, Ticks>();

/** The length of the shortest slot; worked out once for a grid, which outlives many strokes. */
export function shortestSlot(grid: LayerGrid): Ticks {
  const known = shortest.get(grid);
  if (known !== undefined) return known;
  let least = Number.POSITIVE_INFINITY;
  grid.startTicks.forEach((start, slot) => {
    least = Math.min(least, (grid.startTicks[slot + 1] ?? grid.lengthTicks) - start);
  });
  shortest.set(grid, least);
  return least;
}

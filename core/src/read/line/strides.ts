import { nth, numberAt } from '../../bounds/index.ts';
import type { Layer, LayerGrid } from '../../rhythm/index.ts';
import { type Pulses, rational, type Ticks } from '../../time/index.ts';

/**
 * The circular gaps between onsets, each from a stroke to the next and the last over the seam.
 * @param onsets ascending, each once, from 0 and below `span`
 * @example strides([0, 3, 6, 10, 12], 16) // [3, 3, 4, 2, 4]
 */
export function strides(onsets: readonly Ticks[], span: Ticks): readonly Ticks[] {
  return onsets.map((onset, index) => {
    const next = onsets[index + 1] ?? numberAt(onsets, 0) + span;
    return next - onset;
  });
}

/** Strides in pulses, from ticks of a common grid. */
export function stridesInPulses(
  onsets: readonly Ticks[],
  span: Ticks,
  ticksPerPulse: number,
): readonly Pulses[] {
  // A line has few different gaps: each is brought down once, and equal ones are one object.
  const known = new Map<Ticks, Pulses>();
  return onsets.map((onset, index) => {
    const ticks = (onsets[index + 1] ?? numberAt(onsets, 0) + span) - onset;
    let pulses = known.get(ticks);
    if (!pulses) {
      pulses = rational(ticks, ticksPerPulse);
      known.set(ticks, pulses);
    }
    return pulses;
  });
}

/** More than a cell has slots. */
const LONGEST = 128;

/** So many parts of a beat that is cut into `of`: 2 of 3, not brought down. */
export interface Parts {
  readonly parts: number;
  readonly of: number;
}

/**
 * Strides in the parts of the beats they lie in, one after the other where a stride goes from one
 * division into another; undefined where a cell is longer than a beat or lies across one.
 * @param slots the slots with a stroke, ascending
 * @example 'X . X X / X . X' has 2/4, 1/4, 1/4, 2/3, 1/3
 */
export function stridesInParts(
  layer: Pick<Layer, 'cells'>,
  grid: Pick<LayerGrid, 'cellOf' | 'startTicks'>,
  slots: readonly number[],
): readonly (readonly Parts[])[] | undefined {
  if (layer.cells.some(({ beats }) => beats.num !== 1 || beats.den !== 1)) return undefined;
  const count = grid.startTicks.length;
  // A line has few different strides: equal ones within one cell are one object.
  const known = new Map<number, readonly Parts[]>();
  return slots.map((slot, index) => {
    const end = slots[index + 1] ?? numberAt(slots, 0) + count;
    const cell = numberAt(grid.cellOf, slot);
    const { slots: of } = nth(layer.cells, cell);
    const isWithin = end <= count && numberAt(grid.cellOf, end - 1) === cell;
    const key = (end - slot) * LONGEST + of;
    const same = isWithin ? known.get(key) : undefined;
    if (same) return same;
    const stride: { parts: number; of: number }[] = [];
    for (let at = slot; at < end; at += 1) {
      const here = nth(layer.cells, numberAt(grid.cellOf, at % count)).slots;
      const last = stride.at(-1);
      if (last?.of === here) last.parts += 1;
      else stride.push({ parts: 1, of: here });
    }
    if (isWithin) known.set(key, stride);
    return stride;
  });
}

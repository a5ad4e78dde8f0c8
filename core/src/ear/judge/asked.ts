import { nth } from '../../bounds/index.ts';
import {
  type FeltTicks,
  type Force,
  feltTicks,
  type Hand,
  handsOf,
  type Layer,
  type LayerGrid,
  type Ornament,
  slotsHeld,
} from '../../rhythm/index.ts';
import { type Pace, type Seconds, type Ticks, timeInto } from '../../time/index.ts';

/** What is asked of the player in one slot. */
export interface AskedSlot {
  /** Of its layer. */
  readonly slot: number;
  /** From the beginning of the pass. */
  readonly ticks: Ticks;
  /** The strokes that sound together; any one of them is right. */
  readonly kinds: readonly string[];
  readonly force: Force;
  readonly hand: Hand;
  /** True where it may be left out. */
  readonly optional: boolean;
  /** Small strokes around it, before or through its slot, which are not more than was asked. */
  readonly ornament?: Ornament;
  /** Until when a roll goes on. */
  readonly endTicks: Ticks;
}

/** One slot that is asked for, in one pass, at its moment. */
export interface Asked extends Omit<AskedSlot, 'ticks' | 'endTicks'> {
  readonly time: Seconds;
  readonly end: Seconds;
  /** Which pass of the run, from 0. */
  readonly pass: number;
}

/**
 * What is asked of a layer from one tick up to another, over as many rounds of it as lie between.
 * @param layer as it is to be played: see `playedLayer` of the passage
 */
export function askedSlots(
  layer: Layer,
  grid: LayerGrid,
  from: Ticks,
  to: Ticks,
): readonly AskedSlot[] {
  const hands = handsOf(layer);
  const felt = feltTicks(layer, grid);
  const bySlot = new Map<number, AskedSlot>();
  layer.strokes.forEach((stroke, at) => {
    const { slot, kind, force, optional = false, ornament } = stroke;
    const before = bySlot.get(slot);
    const hand = nth(hands, at);
    bySlot.set(slot, {
      slot,
      ticks: felt(slot),
      kinds: [...(before?.kinds ?? []), kind],
      force: before && before.force > force ? before.force : force,
      hand: before && before.hand !== hand ? 'B' : hand,
      optional: optional && (before?.optional ?? true),
      ...((ornament ?? before?.ornament) ? { ornament: ornament ?? before?.ornament } : {}),
      endTicks: endOf(layer, grid, slot, felt),
    } as AskedSlot);
  });
  const slots = [...bySlot.values()];
  const found: AskedSlot[] = [];
  const first = Math.floor(from / grid.lengthTicks);
  for (let round = first; round * grid.lengthTicks < to; round += 1) {
    const shift = round * grid.lengthTicks;
    for (const one of slots) {
      const ticks = one.ticks + shift;
      if (ticks < from || ticks >= to) continue;
      found.push({ ...one, ticks: ticks - from, endTicks: one.endTicks + shift - from });
    }
  }
  return found;
}

function endOf(layer: Layer, grid: LayerGrid, slot: number, felt: FeltTicks): Ticks {
  const end = slot + slotsHeld(layer, slot);
  const count = grid.startTicks.length;
  return Math.floor(end / count) * grid.lengthTicks + felt(end % count);
}

/** What is asked in one pass that began at a time. */
export function askedAt(
  slots: readonly AskedSlot[],
  pass: number,
  startTime: Seconds,
  pace: Pace,
): readonly Asked[] {
  // Field by field: to copy all but two takes ten times as long, and a run has thousands.
  return slots.map(({ slot, kinds, force, hand, optional, ornament, ticks, endTicks }) => {
    const time = startTime + timeInto(pace, ticks);
    const end = startTime + timeInto(pace, endTicks);
    const asked = { slot, kinds, force, hand, optional, pass, time, end };
    return ornament ? { ...asked, ornament } : asked;
  });
}

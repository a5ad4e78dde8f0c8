import { usualCounting } from '../counting/index.ts';
import { beatsOf, type Cycle } from '../cycle/index.ts';
import { slotAt } from '../read/index.ts';
import { type Layer, timeRhythm } from '../rhythm/index.ts';
import type { Units } from './units.ts';

/** Count and part from 0, or the sentence that says why the text is no place of the turn. */
export type UnitAtResult =
  | { readonly ok: true; readonly count: number; readonly part: number }
  | { readonly ok: false; readonly message: string };

/**
 * The unit of a turn that a player means by a counted place, as in writing: `& of 3`, `just before
 * 2`, `pulse 7`. Parts are counted as is usual in the cycle.
 * @returns count and part, from 0
 */
export function unitAt(text: string, cycle: Cycle, units: Units): UnitAtResult {
  const { count, parts } = units;
  // A player who strikes every unit of a turn has a slot for each place that can be meant.
  const layer: Layer = {
    id: 'units',
    name: 'The cycle',
    instrument: 'claves',
    cells: beatsOf(cycle).map(({ span }) => ({
      beats: { num: 1, den: 1 },
      slots: count === 'beat' ? parts : span * parts,
    })),
    strokes: [],
  };
  const timed = timeRhythm({ cycle, layers: [layer] });
  const grid = timed.ok ? timed.timing.layers[0] : undefined;
  if (!grid) return { ok: false, message: timed.ok ? '' : timed.message };
  const found = slotAt(text, cycle, layer, grid, usualCounting(cycle));
  if (!found.ok) return found;
  return { ok: true, count: Math.floor(found.slot / parts), part: found.slot % parts };
}

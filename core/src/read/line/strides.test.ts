import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nth, numberAt } from '../../bounds/index.ts';
import { cycleFromSpans } from '../../cycle/index.ts';
import { type LayerTiming, timeLayer } from '../../rhythm/index.ts';
import { ONE } from '../../time/index.ts';
import { sayParts } from '../sentences/row.ts';
import { stridesInParts } from './strides.ts';

/** Beats cut so, with strokes in these slots. */
function partsOf(cut: readonly number[], slotsOf: (timing: LayerTiming) => readonly number[]) {
  const cells = cut.map((slots) => ({ slots, beats: ONE }));
  const layer = { id: 'a', name: 'A', instrument: 'hand-bell', cells, strokes: [] };
  const timing = timeLayer(cycleFromSpans(`${cut.length}x4`), layer);
  const slots = slotsOf(timing);
  const found = stridesInParts({ cells }, { ...timing, startTicks: timing.cellOf }, slots);
  if (!found) throw new Error('cells are beats here');
  return { timing, slots, found };
}

describe('strides in parts of the beat', () => {
  it('are one where the next beat is cut alike, over the seam too', () => {
    const said = (cut: readonly number[], ...slots: number[]) =>
      sayParts(partsOf(cut, () => slots).found);
    expect(said([4, 4], 0, 2, 5)).toBe('2/4 3/4 3/4');
    expect(said([4, 4], 3, 4)).toBe('1/4 7/4');
    expect(said([4, 4], 1)).toBe('2');
    expect(said([4], 1)).toBe('1');
    expect(said([4, 3], 1)).toBe('3/4+1+1/4');
    expect(said([4, 3, 4], 2, 7)).toBe('2/4+1 6/4');
  });

  it('say of each stroke how it gets to the next, part by part', () => {
    const divisions = fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 1, maxLength: 5 });
    fc.assert(
      fc.property(divisions, fc.array(fc.nat({ max: 24 }), { minLength: 1 }), (cut, picked) => {
        const { timing, slots, found } = partsOf(cut, ({ cellOf }) =>
          [...new Set(picked.map((slot) => slot % cellOf.length))].sort((a, b) => a - b),
        );
        const { cellOf } = timing;
        slots.forEach((slot, index) => {
          const end = slots[index + 1] ?? numberAt(slots, 0) + cellOf.length;
          const walked = Array.from({ length: end - slot }, (_, at) =>
            numberAt(cut, numberAt(cellOf, (slot + at) % cellOf.length)),
          );
          const stride = nth(found.strides, numberAt(found.each, index));
          expect(stride.flatMap(({ parts, of }) => Array(parts).fill(of))).toEqual(walked);
          expect(stride.every(({ of }, at) => of !== stride[at + 1]?.of)).toBe(true);
        });
      }),
    );
  });
});

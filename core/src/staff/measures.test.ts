import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { turnPulses } from '../cycle/index.ts';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import { timeLayer } from '../rhythm/index.ts';
import { engraveLayer, pulseValue, type StaffMeasure } from './index.ts';

/** How long the notes of a measure last together, in whole notes; tuplets take the space they say. */
function wholeNotes({ notes, tuplets }: StaffMeasure): number {
  return notes.reduce((sum, note, index) => {
    const written = (1 / note.value) * (note.dots ? 1.5 : 1);
    const tuplet = tuplets.find((one) => index >= one.from && index < one.to);
    return sum + (tuplet ? (written * tuplet.inSpaceOf) / tuplet.notes : written);
  }, 0);
}

describe('any layer on the staff', () => {
  it('has measures that last as long as its turns', () => {
    fc.assert(
      fc.property(arbitraryRhythm, ({ cycle, layers }) => {
        for (const layer of layers) {
          const { measures, unwritten, overhanging, isWhole } = engraveLayer(cycle, layer);
          if (!layer.free) expect(overhanging).toEqual([]);
          if (unwritten.length > 0) {
            expect(isWhole).toBe(false);
            continue;
          }
          const turn = turnPulses(cycle) / pulseValue(cycle);
          const { length } = timeLayer(cycle, layer);
          const all = measures.reduce((sum, measure) => sum + wholeNotes(measure), 0);
          expect(all).toBeCloseTo(length.num / length.den / pulseValue(cycle), 9);
          if (overhanging.length > 0) continue;
          expect(isWhole).toBe(Math.abs(all / turn - Math.round(all / turn)) < 1e-9);
          for (const measure of measures.slice(0, -1)) {
            expect(wholeNotes(measure)).toBeCloseTo(turn, 9);
          }
        }
      }),
    );
  });

  it('has every stroke once, in the order of its slots', () => {
    fc.assert(
      fc.property(arbitraryRhythm, ({ cycle, layers }) => {
        for (const layer of layers) {
          const { measures, unwritten } = engraveLayer(cycle, layer);
          if (unwritten.length > 0) continue;
          const written = measures.flatMap((one) => one.notes.flatMap((note) => note.strokes));
          expect(written).toEqual(layer.strokes);
          const slots = measures.flatMap((one) => one.notes.map((note) => note.slot));
          expect([...slots].sort((a, b) => a - b)).toEqual(slots);
        }
      }),
    );
  });

  it('has beams and tuplets that lie within their measure and do not cross', () => {
    fc.assert(
      fc.property(arbitraryRhythm, ({ cycle, layers }) => {
        for (const layer of layers) {
          for (const { notes, tuplets, beams } of engraveLayer(cycle, layer).measures) {
            let before = 0;
            for (const [from, to] of beams) {
              expect(from).toBeGreaterThanOrEqual(before);
              expect(to).toBeGreaterThan(from);
              expect(to).toBeLessThanOrEqual(notes.length);
              before = to;
            }
            for (const { from, to, notes: many, inSpaceOf } of tuplets) {
              expect(to).toBeLessThanOrEqual(notes.length);
              expect(to).toBeGreaterThan(from);
              expect(many).not.toBe(inSpaceOf);
            }
          }
        }
      }),
    );
  });
});

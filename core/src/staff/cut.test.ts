import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { beatStarts, cycleFromSpans } from '../cycle/index.ts';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import { readRhythm } from '../text/index.ts';
import { compare, rational } from '../time/index.ts';
import { canCut, cutMeasure, engraveLayer } from './index.ts';

function measureOf(cycle: string, play: string) {
  const { rhythm } = readRhythm(`rhythm A\ncycle ${cycle}\nlayer B : goblet drum\nplay ${play}`);
  const [layer] = rhythm.layers;
  const [measure] = layer ? engraveLayer(rhythm.cycle, layer).measures : [];
  if (!measure) throw new Error('no measure');
  return measure;
}

describe('cutting a measure', () => {
  it('parts its notes, beams and tuplets', () => {
    const measure = measureOf('4x4', 'D D D D / D D D / D D D D / D D D');
    const [first, second, ...more] = cutMeasure(measure, [rational(8)]);
    expect(more).toEqual([]);
    expect(first?.notes).toHaveLength(7);
    expect(first?.beams).toEqual([
      [0, 4],
      [4, 7],
    ]);
    expect(first?.tuplets).toEqual([{ from: 4, to: 7, notes: 3, inSpaceOf: 2 }]);
    // The second half looks like the first, whatever stands before it.
    expect(second?.beams).toEqual(first?.beams);
    expect(second?.tuplets).toEqual(first?.tuplets);
  });

  it('leaves whole what a note or a tuplet reaches over', () => {
    const five = measureOf('4x4', '<4> D D D D D');
    expect(canCut(five, rational(8))).toBe(false);
    expect(cutMeasure(five, [rational(8)])).toEqual([five]);
    const held = measureOf('4x4', '<2> D . . . / D / D');
    expect(canCut(held, rational(4))).toBe(false);
    expect(canCut(held, rational(8))).toBe(true);
  });

  it('at any beat of any layer keeps every note once, in order, on its side of the cut', () => {
    fc.assert(
      fc.property(arbitraryRhythm, ({ cycle, layers }) => {
        const places = beatStarts(cycle)
          .slice(1)
          .map((pulse) => rational(pulse));
        for (const layer of layers) {
          for (const measure of engraveLayer(cycle, layer).measures) {
            const cuts = places.filter((place) => canCut(measure, place));
            const parts = cutMeasure(measure, places);
            expect(parts).toHaveLength(cuts.length + 1);
            expect(parts.flatMap((part) => part.notes)).toEqual(measure.notes);
            expect(parts.flatMap((part) => part.tuplets)).toHaveLength(measure.tuplets.length);
            parts.forEach((part, index) => {
              const [from, to] = [cuts[index - 1], cuts[index]];
              for (const { at } of part.notes) {
                if (from) expect(compare(at, from)).toBeGreaterThanOrEqual(0);
                if (to) expect(compare(at, to)).toBeLessThan(0);
              }
            });
          }
        }
      }),
    );
  });

  it('is possible at every beat of plain cells', () => {
    const cycle = cycleFromSpans('2+3');
    expect(canCut(measureOf('2+3', 'D / T . .'), rational(beatStarts(cycle)[1] ?? 0))).toBe(true);
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cycleFromSpans, turnPulses } from '../cycle/index.ts';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import { readRhythm } from '../text/index.ts';
import { engraveLayer, pulseValue, type StaffMeasure } from './index.ts';

function staffOf(cycle: string, play: string, more = '') {
  const text = `rhythm A\ncycle ${cycle}\nlayer B : goblet drum\nplay ${play}\n${more}`;
  const { rhythm } = readRhythm(text);
  const [layer] = rhythm.layers;
  if (!layer) throw new Error('no layer');
  return engraveLayer(rhythm.cycle, layer);
}

/** `8 8. 16r`: each note with its dots, rests marked with r. */
const say = (measure: StaffMeasure | undefined) =>
  measure?.notes
    .map(({ value, dots, strokes }) => `${value}${dots ? '.' : ''}${strokes.length > 0 ? '' : 'r'}`)
    .join(' ');

describe('engraveLayer', () => {
  it('chooses the value of a pulse by the beats', () => {
    expect(pulseValue(cycleFromSpans('4x4'))).toBe(16);
    expect(pulseValue(cycleFromSpans('2+2+3'))).toBe(8);
    expect(pulseValue(cycleFromSpans('1x16'))).toBe(4);
    // One beat of four pulses among others does not make a pulse a sixteenth.
    expect(pulseValue(cycleFromSpans('4+2'))).toBe(8);
    expect(staffOf('4x4', 'D / D / D / D').meter).toEqual({ over: 4, under: 4 });
    expect(staffOf('2+2+3', 'D / D / D').meter).toEqual({ over: 7, under: 8, beats: [2, 2, 3] });
    expect(staffOf('8+4', 'D / D').meter).toEqual({ over: 3, under: 4, beats: [2, 1] });
    // Too many beats to say in front of the first measure.
    expect(staffOf('3+3+2+2+2+3', 'D/D/D/D/D/D').meter).toEqual({ over: 15, under: 8 });
    expect(staffOf('3x2', 'D / D').meter).toEqual({ over: 6, under: 8 });
    // Beats of two eighths are quarters.
    expect(staffOf('2x4', 'D / D / D / D').meter).toEqual({ over: 4, under: 4 });
    expect(staffOf('2x2', 'D / D').meter).toEqual({ over: 2, under: 4 });
  });

  it('lets a stroke last until the next, and fills with rests', () => {
    const { measures } = staffOf('4x4', 'D . T T / D . . T / . . D . / D');
    expect(say(measures[0])).toBe('8 16 16 8. 16 8r 8 4');
    expect(measures[0]?.beams).toEqual([
      [0, 3],
      [3, 5],
      [5, 7],
      [7, 8],
    ]);
  });

  it('writes what is no note value as a tuplet', () => {
    const [measure] = staffOf('4x4', 'D D D / D*5 / D*6 / D*7').measures;
    expect(measure?.tuplets).toEqual([
      { from: 0, to: 3, notes: 3, inSpaceOf: 2 },
      { from: 3, to: 8, notes: 5, inSpaceOf: 4 },
      { from: 8, to: 14, notes: 6, inSpaceOf: 4 },
      { from: 14, to: 21, notes: 7, inSpaceOf: 4 },
    ]);
    expect(say(measure)?.startsWith('8 8 8 16 16')).toBe(true);
    const [compound] = staffOf('3x2', 'D D / D D D D').measures;
    expect(compound?.tuplets).toEqual([
      { from: 0, to: 2, notes: 2, inSpaceOf: 3 },
      { from: 2, to: 6, notes: 4, inSpaceOf: 3 },
    ]);
  });

  it('writes a cell with as few parts as its strokes need', () => {
    // Two in three with a stroke on the first alone is a dotted quarter, and no duplet.
    const [compound] = staffOf('3+3+3', 'D . / . . / D D').measures;
    expect(say(compound)).toBe('4. 4.r 8 8');
    expect(compound?.tuplets).toEqual([{ from: 2, to: 4, notes: 2, inSpaceOf: 3 }]);
    // Six with every other one silent is a triplet; with the middle one alone, two eighths.
    const [simple] = staffOf('4x4', 'D . D . D . / D . . D . . / D . . . . / . . . . .').measures;
    expect(say(simple)).toBe('8 8 8 8 8 4 4r');
    expect(simple?.tuplets).toEqual([{ from: 0, to: 3, notes: 3, inSpaceOf: 2 }]);
    expect(simple?.notes.map(({ slot }) => slot)).toEqual([0, 2, 4, 6, 9, 12, 17]);
    expect(simple?.notes.map(({ at }) => at.num / at.den)).toEqual([0, 4 / 3, 8 / 3, 4, 6, 8, 12]);
  });

  it('gives a measure to each turn, over cells of several beats as well', () => {
    const { measures } = staffOf('4x4', '<4> D*5 | D / D / <2> D D D');
    expect(measures).toHaveLength(2);
    expect(measures[0]?.tuplets).toEqual([{ from: 0, to: 5, notes: 5, inSpaceOf: 4 }]);
    expect(measures[1]?.notes).toHaveLength(5);
  });

  it('fills every measure exactly, with every stroke once', () => {
    fc.assert(
      fc.property(arbitraryRhythm, ({ cycle, layers }) => {
        for (const layer of layers) {
          if (layer.free) continue;
          const staff = engraveLayer(cycle, layer);
          const written = staff.measures.flatMap((measure) =>
            measure.notes.flatMap((note) => note.strokes),
          );
          if (staff.unwritten.length > 0) continue;
          expect(written).toHaveLength(layer.strokes.length);
          for (const measure of staff.measures) {
            const pulses = measure.notes.reduce((sum, { value, dots }, index) => {
              const tuplet = measure.tuplets.find(({ from, to }) => index >= from && index < to);
              const ratio = tuplet ? tuplet.inSpaceOf / tuplet.notes : 1;
              return sum + (pulseValue(cycle) / value) * (dots ? 1.5 : 1) * ratio;
            }, 0);
            expect(pulses).toBeCloseTo(turnPulses(cycle), 9);
          }
        }
      }),
    );
  });
});

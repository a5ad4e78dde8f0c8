import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { beatsOf, cycleFromSpans, turnPulses } from '../cycle/index.ts';
import { arbitraryCycle } from '../rhythm/arbitrary.testkit.ts';
import { type Layer, timeLayer } from '../rhythm/index.ts';
import { compare, equal, type Pulses, rational } from '../time/index.ts';
import { fitCells, turnsUntilItRepeats } from './fit.ts';

const shape = (spans: string, turns: number, places: readonly (readonly [number, number])[]) => {
  const { cells, slots } = fitCells(
    cycleFromSpans(spans),
    turns,
    places.map(([num, den]) => rational(num, den)),
  );
  return {
    cells: cells.map(({ beats, slots: parts }) =>
      beats.num === 1 && beats.den === 1 ? `${parts}` : `${parts} in ${beats.num}/${beats.den}`,
    ),
    slots,
  };
};

describe('cells in which notes have their slots', () => {
  it('are the pulses where all notes fall on those', () => {
    expect(
      shape('3+3+2', 1, [
        [0, 1],
        [2, 1],
        [6, 1],
      ]),
    ).toEqual({ cells: ['3', '3', '2'], slots: [0, 2, 6] });
  });

  it('have as few slots as a beat needs where they do not', () => {
    // A triplet in a beat of four, then a sixteenth of a beat of four.
    expect(
      shape('4x2', 1, [
        [0, 1],
        [4, 3],
        [8, 3],
        [4, 1],
        [17, 4],
      ]),
    ).toEqual({
      cells: ['3', '16'],
      slots: [0, 1, 2, 3, 4],
    });
  });

  it('go over several beats where notes are spread evenly over those: five in four, three in two', () => {
    expect(
      shape('4x4', 1, [
        [0, 1],
        [16, 5],
        [32, 5],
        [48, 5],
        [64, 5],
      ]),
    ).toEqual({
      cells: ['5 in 4/1'],
      slots: [0, 1, 2, 3, 4],
    });
    expect(
      shape('2x4', 1, [
        [0, 1],
        [4, 3],
        [8, 3],
        [4, 1],
        [6, 1],
      ]).cells,
    ).toEqual(['3 in 2/1', '2', '2']);
    // Five in two begins at the third beat.
    expect(
      shape('4x4', 1, [
        [0, 1],
        [8, 1],
        [48, 5],
        [56, 5],
        [64, 5],
        [72, 5],
      ]),
    ).toEqual({ cells: ['4', '4', '5 in 2/1'], slots: [0, 8, 9, 10, 11, 12] });
    // Two notes of a triplet alone do not reach into the next beat.
    expect(
      shape('2x2', 1, [
        [0, 1],
        [4, 3],
      ]).cells,
    ).toEqual(['3', '2']);
  });

  it('are parts of a beat where no cell holds all its notes', () => {
    // A thirteenth and an eleventh of a beat: 143 parts, more than a cell has.
    const { cells, slots } = shape('1', 1, [
      [0, 1],
      [1, 13],
      [1, 2],
      [6, 11],
    ]);
    expect(cells).toEqual(['13 in 1/2', '11 in 1/2']);
    expect(slots.every((slot) => slot !== undefined)).toBe(true);
  });

  it('leave out what lies outside the turns, and what no cell holds', () => {
    expect(
      shape('4', 1, [
        [-1, 1],
        [0, 1],
        [4, 1],
      ]).slots,
    ).toEqual([undefined, 0, undefined]);
    expect(shape('1', 1, [[1, 997]]).slots).toEqual([undefined]);
  });

  it('put every note exactly where it is, in whole turns', () => {
    // Sixths together with fifths, or with sevenths, still have a common part that a cell holds.
    const places = (turn: number) =>
      fc.constantFrom([1, 2, 3, 6], [1, 2, 4, 8], [1, 5], [1, 7]).chain((parts) =>
        fc.array(fc.tuple(fc.nat({ max: 2 * turn * 8 - 1 }), fc.constantFrom(...parts)), {
          maxLength: 24,
        }),
      );
    fc.assert(
      fc.property(
        arbitraryCycle.chain((cycle) => fc.tuple(fc.constant(cycle), places(turnPulses(cycle)))),
        ([cycle, raw]) => {
          const given = raw
            .map(([num, den]): Pulses => rational(num, den))
            .filter(({ num, den }) => num < 2 * turnPulses(cycle) * den)
            .sort(compare);
          const { cells, slots } = fitCells(cycle, 2, given);
          const beats = cells.reduce((sum, { beats: { num, den } }) => sum + num / den, 0);
          expect(beats).toBeCloseTo(2 * beatsOf(cycle).length, 9);
          const { starts } = timeLayer(cycle, {
            cells: [...cells],
            strokes: [],
          } as unknown as Layer);
          given.forEach((place, index) => {
            const slot = slots[index];
            const start = slot === undefined ? undefined : starts[slot];
            expect(start && equal(start, place)).toBe(true);
          });
        },
      ),
    );
  });
});

describe('a line that comes again', () => {
  it('is as long as its shortest part that makes all of it', () => {
    const period = (keys: string) => turnsUntilItRepeats(keys.length, (turn) => keys[turn] ?? '');
    expect(period('abab')).toBe(2);
    expect(period('aaaa')).toBe(1);
    expect(period('aba')).toBe(3);
    expect(period('abaabb')).toBe(6);
  });
});

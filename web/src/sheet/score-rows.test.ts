import { engraveLayer, type StaffMeasure } from '@stride/core/staff';
import { readRhythm } from '@stride/core/text';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEMO_RHYTHMS } from '../store/demo.ts';
import { rowsOfScore, type ScoreBar } from './score-rows.ts';

const widthOf = ({ notes }: StaffMeasure) => 26 + notes.length * 20;

function scored(cycle: string, plays: readonly string[], room: number) {
  const layers = plays.map((play, index) => `layer L${index} : hand bell\nplay ${play}`);
  const { rhythm, problems } = readRhythm(`rhythm A\ncycle ${cycle}\n${layers.join('\n')}`);
  expect(problems).toEqual([]);
  const staffs = rhythm.layers.map((layer) => engraveLayer(rhythm.cycle, layer));
  return rowsOfScore(rhythm.cycle, staffs, room, widthOf);
}

/** Notes of the first layer in each bar of each row. */
const counts = (rows: readonly (readonly ScoreBar[])[]) =>
  rows.map((row) => row.map((bar) => bar.measures[0]?.notes.length));

describe('rowsOfScore', () => {
  const four = 'X X X X / X X X X';

  it('puts as many turns in a row as fit', () => {
    const rows = scored('4x2', [Array(5).fill(four).join(' | ')], 400);
    expect(counts(rows)).toEqual([[8, 8], [8, 8], [8]]);
    expect(rows.flat().every((bar) => bar.ends)).toBe(true);
  });

  it('lets a shorter layer come round under the longest', () => {
    const [row] = scored('4x2', [`${four} | X / X | ${four}`, 'X / X | X X / X'], 2000);
    expect(row?.map((bar) => bar.measures.map(({ notes }) => notes.length))).toEqual([
      [8, 2],
      [2, 3],
      [8, 2],
    ]);
  });

  it('gives a turn the room that strokes beside one another need', () => {
    const together = scored('4x2', ['X X / X X', 'X X / X X'], 2000)[0]?.[0]?.width ?? 0;
    const apart = scored('4x2', ['<2> X X X X X', '<2> X X X X'], 2000)[0]?.[0]?.width ?? 0;
    expect(apart).toBeGreaterThan(together);
  });

  it('cuts a turn that fits no row between its groups, evenly, without a barline', () => {
    const rows = scored('4x2, 4x2, 4x2, 4x2', [Array(8).fill('X X X X').join(' / ')], 420);
    expect(counts(rows)).toEqual([[16], [16]]);
    expect(rows.map(([bar]) => bar?.ends)).toEqual([false, true]);
  });

  it('cuts between beats where a group fits no row, and never through a cell of another layer', () => {
    const play = Array(6).fill('X X X X').join(' / ');
    expect(counts(scored('4x6', [play], 330))).toEqual([[12], [12]]);
    // The second layer's long cell spans the middle.
    const rows = scored('4x6', [play, 'X / X / <2> X X X / X / X'], 330);
    expect(rows.every(([bar]) => bar?.measures.length === 2)).toBe(true);
    expect(counts(rows).flat()).not.toContain(12);
    expect(
      counts(rows)
        .flat()
        .reduce((sum = 0, one = 0) => sum + one, 0),
    ).toBe(24);
  });

  it('shows every note of the demo once for each time its layer comes round, in any width', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...DEMO_RHYTHMS),
        fc.integer({ min: 120, max: 1400 }),
        ({ cycle, layers }, room) => {
          const staffs = layers.map((layer) => engraveLayer(cycle, layer));
          const turns = Math.max(...staffs.map((staff) => staff.measures.length));
          const bars = rowsOfScore(cycle, staffs, room, widthOf).flat();
          staffs.forEach(({ measures }, layer) => {
            const shown = bars.flatMap((bar) => bar.measures[layer]?.notes ?? []);
            const wanted = Array.from(
              { length: turns },
              (_, turn) => measures[turn % measures.length],
            );
            expect(shown).toEqual(wanted.flatMap((measure) => measure?.notes ?? []));
          });
          expect(bars.filter((bar) => bar.ends)).toHaveLength(turns);
        },
      ),
    );
  });
});

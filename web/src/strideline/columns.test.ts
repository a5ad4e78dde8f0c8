import { nth, numberAt } from '@stride/core/bounds';
import { timeRhythm } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';
import { describe, expect, it } from 'vitest';
import { columnsIn, slotUnder } from './columns.ts';
import { layOut, xIn } from './geometry.ts';

/** The only layer of a written rhythm, laid out. */
function laidOut(cycle: string, play: string, width = 900) {
  const { rhythm } = readRhythm(`rhythm A\ncycle ${cycle}\nlayer B : hand bell\nplay ${play}`);
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Error(timed.message);
  const geometry = layOut(rhythm, timed.timing, { width, labels: 142 });
  const [grid, band] = [nth(timed.timing.layers, 0), nth(geometry.bands, 0)];
  return { geometry, grid, systems: geometry.systems, band };
}

describe('what is touched of a row', () => {
  it('has a column for each slot, round its moment and as wide as it is long, in the band', () => {
    const { geometry, grid, systems, band } = laidOut('2+2', 'X . / X');
    const row = nth(systems, 0);
    const columns = columnsIn(grid, band, geometry, row);
    expect(columns.map(({ slot }) => slot)).toEqual([0, 1, 2]);
    const [first, second, third] = [nth(columns, 0), nth(columns, 1), nth(columns, 2)];
    const beat = (grid.lengthTicks / 2) * geometry.pxPerTick;
    expect(second.width).toBeCloseTo(beat / 2);
    expect(third.width).toBeCloseTo(beat);
    expect(second.x + second.width / 2).toBeCloseTo(
      xIn(geometry, row, numberAt(grid.startTicks, 1)),
    );
    // The first would begin a quarter of a beat before the line, where the names are.
    expect(first.x).toBe(geometry.left - 20);
    expect(first.x + first.width).toBeCloseTo(second.x);
    for (const { y, height } of columns) {
      expect(y).toBe(band.strokesTop + 2);
      expect(y + height).toBe(band.bottom - 2);
    }
  });

  it('has the slots of its own row only, each in one row', () => {
    const { geometry, grid, systems, band } = laidOut('4x4', '(X . X .)*4 | (X . X .)*4', 500);
    expect(systems.length).toBeGreaterThan(1);
    const rows = systems.map((system) => columnsIn(grid, band, geometry, system));
    expect(rows.flat().map(({ slot }) => slot)).toEqual(
      [...grid.startTicks].map((_, slot) => slot),
    );
    for (const row of rows) {
      for (const { x, width } of row) expect(x + width).toBeLessThan(500);
    }
  });

  it('can be touched where slots are next to nothing', () => {
    const { geometry, grid, systems, band } = laidOut('1x4', '<4> X*64', 200);
    const widths = columnsIn(grid, band, geometry, nth(systems, 0)).map(({ width }) => width);
    expect(Math.min(...widths)).toBeCloseTo(6);
  });

  it('is another slot only where the pointer is clearly nearer to that', () => {
    const { geometry, grid, systems } = laidOut('2+2', 'X . / X .');
    const row = nth(systems, 0);
    const [one, two] = [0, 1].map((slot) => xIn(geometry, row, numberAt(grid.startTicks, slot)));
    if (one === undefined || two === undefined) throw new Error('no slots');
    const middle = (one + two) / 2;
    const under = (x: number, from: number) => slotUnder(grid, geometry, row, x, from);
    expect(under(one, 0)).toBe(0);
    expect(under(middle + 2, 0)).toBe(0);
    expect(under(middle + 4, 0)).toBe(1);
    expect(under(middle - 2, 1)).toBe(1);
    expect(under(middle - 4, 1)).toBe(0);
    expect(under(two + 500, 0)).toBe(3);
  });
});

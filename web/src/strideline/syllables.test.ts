import { timeRhythm } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { syllableRows } from './syllables.ts';

function layerOf(text: string) {
  const { rhythm } = readRhythm(`rhythm A\n${text}`);
  const timed = timeRhythm(rhythm);
  const [layer] = rhythm.layers;
  const grid = timed.ok ? timed.timing.layers[0] : undefined;
  if (!layer || !grid) throw new Error('no layer');
  return { layer, grid };
}
const spoken = layerOf(
  'cycle 4x2\nlayer D : goblet drum\nplay D K D K / D K D K\nsay dum ka dum ka / dum ka dum ka',
);
const rows = (pxPerTick: number) => {
  const { layer, grid } = spoken;
  const found = syllableRows(layer, grid, pxPerTick);
  return [found.count, [...found.bySlot.values()].join('')];
};

describe('syllables under the line', () => {
  it('stand on one row where there is room', () => {
    expect(rows(40)).toEqual([1, '00000000']);
  });

  it('make room for counted words, and are not lost by that', () => {
    const counted = { ...spoken.layer, sayCounting: 'plain' as const };
    expect(syllableRows(counted, spoken.grid, 18)).toEqual({ count: 1, bySlot: new Map() });
    expect(syllableRows(spoken.layer, spoken.grid, 18).bySlot.size).toBe(8);
  });

  it('take turns on two rows, and on three, where it is narrow', () => {
    expect(rows(18)).toEqual([2, '01010101']);
    expect(rows(10)).toEqual([3, '01201020']);
  });

  it('do not run into one another while three rows are enough', () => {
    fc.assert(
      fc.property(fc.double({ min: 9, max: 60, noNaN: true }), (pxPerTick) => {
        const { layer, grid } = spoken;
        const { bySlot } = syllableRows(layer, grid, pxPerTick);
        const placed = layer.strokes.map(({ slot, say = '' }) => ({
          row: bySlot.get(slot),
          x: (grid.startTicks[slot] ?? 0) * pxPerTick,
          half: (say.length * 7.2) / 2,
        }));
        for (const [index, one] of placed.entries()) {
          for (const other of placed.slice(index + 1)) {
            if (one.row !== other.row) continue;
            expect(other.x - one.x).toBeGreaterThanOrEqual(one.half + other.half);
          }
        }
      }),
    );
  });

  it('begin each turn on the first row', () => {
    const { layer, grid } = layerOf(
      'cycle 2\nlayer D : goblet drum\nplay D K | D K | D K\nsay dum ka | dum ka | dum ka',
    );
    expect([...syllableRows(layer, grid, 12).bySlot.values()].join('')).toBe('010101');
  });

  it('are none where nothing is said', () => {
    const { layer, grid } = layerOf('cycle 2\nlayer D : goblet drum\nplay D K');
    expect(syllableRows(layer, grid, 5).count).toBe(0);
  });
});

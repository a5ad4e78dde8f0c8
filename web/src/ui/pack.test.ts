import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { packEvenly } from './pack.ts';

describe('packEvenly', () => {
  it('makes few rows, and even ones', () => {
    expect(packEvenly([4, 4, 4, 4], 13)).toEqual([0, 2]);
    expect(packEvenly([4, 4, 4, 4], 16.5)).toEqual([0]);
    expect(packEvenly([4, 2, 2], 7.6)).toEqual([0, 1]);
    expect(packEvenly([5, 3, 4], 8)).toEqual([0, 1]);
    expect(packEvenly([], 8)).toEqual([]);
  });

  it('gives a piece that is longer than a row a row to itself', () => {
    expect(packEvenly([1, 9, 1], 4)).toEqual([0, 1, 2]);
  });

  it('keeps every row within what fits, with no more rows than filling them in order needs', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 12 }), { minLength: 1, maxLength: 20 }),
        fc.integer({ min: 12, max: 40 }),
        (pieces, fits) => {
          const firsts = packEvenly(pieces, fits);
          const rows = firsts.map((first, row) => pieces.slice(first, firsts[row + 1]));
          expect(rows.flat()).toEqual(pieces);
          const lengths = rows.map((row) => row.reduce((sum, piece) => sum + piece, 0));
          expect(Math.max(...lengths)).toBeLessThanOrEqual(fits);
          let filled = 1;
          let room = fits;
          for (const piece of pieces) {
            if (piece > room) {
              filled += 1;
              room = fits;
            }
            room -= piece;
          }
          expect(rows).toHaveLength(filled);
          // With any less room they would be more, but for a piece that is as long as its row.
          const longest = Math.max(...lengths);
          const tighter = packEvenly(pieces, longest - 1).length;
          expect(tighter > filled || longest === Math.max(...pieces)).toBe(true);
        },
      ),
    );
  });
});

import { describe, expect, it } from 'vitest';
import { RECUT_TABLES, readPlaces, recutPlaces } from './index.ts';

describe('a table between fours and threes', () => {
  it('is read as a place for each part, none before the one ahead of it', () => {
    expect(readPlaces(' 0 1  1 2 ', 4)).toEqual([0, 1, 1, 2]);
    expect(readPlaces('0 2 3', 3)).toEqual([0, 2, 3]);
    for (const [text, parts] of [
      ['0 1 2', 4],
      ['0 1 1 2 2', 4],
      ['0 1 2 3', 4],
      ['0 2 1 2', 4],
      ['0 1', 3],
      ['0 1 4', 3],
      ['0 x 2', 3],
      ['', 3],
    ] as const) {
      expect(readPlaces(text, parts), text).toBeUndefined();
    }
  });

  it('sends fours to threes and threes to fours, and nothing else', () => {
    const { usual } = RECUT_TABLES;
    expect([recutPlaces(usual, 4, 3), recutPlaces(usual, 3, 4)]).toEqual([usual[4], usual[3]]);
    for (const [from, to] of [
      [4, 4],
      [3, 3],
      [4, 2],
      [2, 3],
    ] as const) {
      expect(recutPlaces(usual, from, to)).toBeUndefined();
    }
  });
});

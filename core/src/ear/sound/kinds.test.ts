import { describe, expect, it } from 'vitest';
import { featuresApart, tellKind } from '../index.ts';

describe('how far two strokes sound apart', () => {
  it('is the mean of what was heard of both', () => {
    expect(featuresApart([0, 0, 6], [1, -2, 0])).toBe(3);
    expect(featuresApart([1, Number.NaN, 3], [2, 5, Number.NaN])).toBe(1);
    expect(featuresApart([1, 2], [1])).toBe(0);
    expect(featuresApart([Number.NaN], [1])).toBe(Infinity);
    expect(featuresApart([], [])).toBe(Infinity);
  });
});

describe('which stroke it was', () => {
  const examples = new Map([
    [
      'O',
      [
        [4, 4],
        [0, 0],
        [2, 2],
      ],
    ],
    ['S', [[10, 10]]],
    ['B', []],
  ]);

  it('is the one whose examples are nearest, the nearest of them above all', () => {
    // 2, 4 and 6 from O: 0.7 of 2 and 0.3 of their mean, 5, are 2.9; 4 from S. That is nearer by 1.1 of 4.
    const told = tellKind([6, 6], examples);
    expect(told?.kind).toBe('O');
    expect(told?.sure).toBeCloseTo(1.1 / 4 / 0.35, 9);
    // 1, 1 and 3 from O are 1.3, 9 from S: quite sure.
    expect(tellKind([1, 1], examples)).toEqual({ kind: 'O', sure: 1 });
    expect(tellKind([9, 9], examples)?.kind).toBe('S');
  });

  it('is sure where there is one alone, not at all between two alike, and nothing without examples', () => {
    expect(tellKind([50, 50], new Map([['S', [[10, 10]]]]))).toEqual({ kind: 'S', sure: 1 });
    const alike = new Map([
      ['S', [[10, 10]]],
      ['K', [[10, 10]]],
    ]);
    expect(tellKind([10, 10], alike)?.sure).toBe(0);
    expect(tellKind([11, 11], alike)?.sure).toBe(0);
    expect(tellKind([1, 1], new Map())).toBeUndefined();
    expect(tellKind([1, 1], new Map([['B', []]]))).toBeUndefined();
  });
});

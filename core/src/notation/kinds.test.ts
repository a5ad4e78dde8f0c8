import { describe, expect, it } from 'vitest';
import { kindsOf } from './kinds.ts';

/** A stroke that is loudest in one of 22 bands, at three moments, so many decibels above all others. */
const stroke = (band: number, above = 40) => ({
  features: Array.from({ length: 66 }, (_, at) => (at % 22 === band ? 0 : -above)),
});
/** The same with every band so many decibels off. */
const near = (band: number, by: number) => ({
  features: stroke(band).features.map((value, at) => value - (at % 2 === 0 ? by : -by)),
});

describe('kinds of strokes', () => {
  it('are what sounds alike, from the lowest up', () => {
    expect(kindsOf([stroke(12), stroke(3), stroke(12), stroke(20), stroke(3)])).toEqual([
      1, 0, 1, 2, 0,
    ]);
    expect(kindsOf([])).toEqual([]);
    expect(kindsOf([stroke(5)])).toEqual([0]);
  });

  it('are one for what differs little, and two for what differs more', () => {
    expect(new Set(kindsOf([near(5, 0), near(5, 1.5), near(5, -1.5)])).size).toBe(1);
    expect(new Set(kindsOf([near(5, 0), near(5, 6), near(5, 0), near(5, 6)])).size).toBe(2);
  });

  it('are those they are nearest to, not the first that are near', () => {
    const [first, second, third] = kindsOf([near(5, 0), near(5, 4.4), near(5, 3.3)]);
    expect(third).toBe(second);
    expect(third).not.toBe(first);
  });

  it('that are near to one another by what lies between them go together', () => {
    // The first and the last are apart; those between them join both.
    const row = [0, 2, 4, 6].map((by) => near(5, by));
    expect(new Set(kindsOf(row)).size).toBeLessThan(3);
  });

  it('are six at most: of more the nearest go together', () => {
    const many = [0, 3, 6, 9, 12, 15, 18, 21].map((band) => stroke(band));
    const kinds = kindsOf(many);
    expect(new Set(kinds).size).toBe(6);
    expect([...kinds].sort((a, b) => a - b)).toEqual(kinds);
    // Six are left as they are.
    expect(kindsOf(many.slice(0, 6))).toEqual([0, 1, 2, 3, 4, 5]);
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { normal, seeded } from './index.ts';

describe('chance from a seed', () => {
  it('is the same for the same seed, even from 0 up to 1, and another for another', () => {
    fc.assert(
      fc.property(fc.integer(), (seed) => {
        const one = Array.from({ length: 20 }, seeded(seed));
        expect(Array.from({ length: 20 }, seeded(seed))).toEqual(one);
        expect(one.every((value) => value >= 0 && value < 1)).toBe(true);
        expect(Array.from({ length: 20 }, seeded(seed + 1))).not.toEqual(one);
      }),
    );
    const many = Array.from({ length: 4000 }, seeded(5));
    expect(many.reduce((sum, value) => sum + value, 0) / many.length).toBeCloseTo(0.5, 1);
    expect(many.filter((value) => value < 0.25).length / many.length).toBeCloseTo(0.25, 1);
  });

  it('is written down here, so that a plan of today is the plan of tomorrow', () => {
    // mulberry32 of 1 and of 0, to ten places.
    const first = (seed: number) =>
      Array.from({ length: 3 }, seeded(seed)).map((value) => value.toFixed(10));
    expect([first(1), first(0)]).toMatchInlineSnapshot(`
      [
        [
          "0.6270739406",
          "0.0027357212",
          "0.5274470400",
        ],
        [
          "0.2664292087",
          "0.0003297457",
          "0.2232720274",
        ],
      ]
    `);
    const random = seeded(1);
    expect(Array.from({ length: 3 }, () => normal(random).toFixed(10))).toMatchInlineSnapshot(`
      [
        "1.4043387784",
        "1.2157546193",
        "-0.5103768768",
      ]
    `);
  });

  it('spreads about 0 as hands do: two thirds within one, nearly all within two', () => {
    const random = seeded(9);
    const many = Array.from({ length: 4000 }, () => normal(random));
    const within = (far: number) => many.filter((value) => Math.abs(value) < far).length / 4000;
    expect(within(1)).toBeCloseTo(0.683, 1);
    expect(within(2)).toBeGreaterThan(0.93);
    expect(within(2)).toBeLessThan(0.98);
    expect(Math.abs(many.reduce((sum, value) => sum + value, 0) / 4000)).toBeLessThan(0.06);
  });
});

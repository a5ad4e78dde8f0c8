import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { tempoInto, ticksInto, timeInto } from './index.ts';

const pace = fc.record({
  secondsPerTick: fc.double({ min: 0.001, max: 2, noNaN: true }),
  rise: fc.double({ min: -0.05, max: 0.05, noNaN: true }),
});

describe('a pace', () => {
  it('that is steady is a product, and one that rises its integral', () => {
    expect(timeInto({ secondsPerTick: 0.25 }, 12)).toBe(3);
    expect(ticksInto({ secondsPerTick: 0.25 }, 3)).toBe(12);
    expect(timeInto({ secondsPerTick: 0.25 }, Number.POSITIVE_INFINITY)).toBe(Infinity);
    // From 60 to 120 over four beats: 1 s × (1 − 1/2) / (ln 2 / 4).
    const doubling = { secondsPerTick: 1, rise: Math.log(2) / 4 };
    expect(timeInto(doubling, 4)).toBeCloseTo(2.88539, 6);
    // Its last hundredth of a beat lasts half as long as its first.
    const [first, last] = [
      timeInto(doubling, 0.01),
      timeInto(doubling, 4) - timeInto(doubling, 3.99),
    ];
    expect(last / first).toBeCloseTo(0.5, 2);
    expect(ticksInto(doubling, timeInto(doubling, 3))).toBeCloseTo(3, 9);
    // One that rises for ever has all its ticks within a moment; one that falls gets slower and slower.
    expect(ticksInto({ secondsPerTick: 1, rise: 1 }, 1)).toBe(Infinity);
    const falling = { secondsPerTick: 1, rise: -1 };
    expect(timeInto(falling, 2)).toBeCloseTo(Math.exp(2) - 1, 9);
    expect(ticksInto(falling, Math.exp(2) - 1)).toBeCloseTo(2, 9);
    expect([tempoInto(doubling, 4), tempoInto(falling, 1), tempoInto({}, 7)]).toEqual([
      expect.closeTo(2, 9),
      expect.closeTo(1 / Math.E, 9),
      1,
    ]);
  });

  it('that grows straight is the integral of that', () => {
    // From 60 to 120 over four beats by a quarter of 60 each: ln 2 / (1/4) seconds.
    const straight = { secondsPerTick: 1, rise: 1 / 4, straight: true };
    expect(timeInto(straight, 4)).toBeCloseTo(4 * Math.LN2, 9);
    expect(ticksInto(straight, 4 * Math.LN2)).toBeCloseTo(4, 9);
    expect([0, 2, 4].map((tick) => tempoInto(straight, tick))).toEqual([1, 1.5, 2]);
    // One that falls to nothing after four beats never comes to the fourth.
    const falling = { secondsPerTick: 1, rise: -1 / 4, straight: true };
    expect(timeInto(falling, 2)).toBeCloseTo(4 * Math.LN2, 9);
    expect(ticksInto(falling, 4 * Math.LN2)).toBeCloseTo(2, 9);
    expect([timeInto(falling, 4), timeInto(falling, 5)]).toEqual([Infinity, Infinity]);
    expect(ticksInto(falling, 1e9)).toBe(4);
  });

  it('goes both ways, ever later, and on from any place as from its beginning', () => {
    fc.assert(
      fc.property(
        pace,
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 0.01, max: 60, noNaN: true }),
        (one, a, b) => {
          const [there, later] = [timeInto(one, a), timeInto(one, a + b)];
          expect(ticksInto(one, there)).toBeCloseTo(a, 6);
          expect(later).toBeGreaterThan(there);
          const on = { ...one, secondsPerTick: one.secondsPerTick * Math.exp(-one.rise * a) };
          expect(there + timeInto(on, b)).toBeCloseTo(later, 8);
        },
      ),
    );
  });
});

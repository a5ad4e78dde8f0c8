import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  add,
  compare,
  divide,
  floor,
  formatRational,
  lcmRational,
  modulo,
  multiply,
  parseRational,
  rational,
  secondsPerPulse,
  subtract,
  toNumber,
  toSample,
} from './index.ts';

const fraction = fc
  .tuple(fc.integer({ min: -5000, max: 5000 }), fc.integer({ min: 1, max: 400 }))
  .map(([num, den]) => rational(num, den));

describe('rational', () => {
  it('keeps lowest terms and a positive denominator', () => {
    expect(rational(6, -4)).toEqual({ num: -3, den: 2 });
    expect(rational(0, -7)).toEqual({ num: 0, den: 1 });
  });

  it('refuses what it cannot hold exactly', () => {
    expect(() => rational(1, 0)).toThrow(RangeError);
    expect(() => rational(0.5)).toThrow(RangeError);
    expect(() => multiply(rational(2 ** 40), rational(2 ** 40))).toThrow(RangeError);
    expect(() => divide(rational(1), rational(0))).toThrow(RangeError);
  });

  it('adds, subtracts, multiplies and divides without loss', () => {
    fc.assert(
      fc.property(fraction, fraction, fraction, (a, b, c) => {
        expect(subtract(add(a, b), b)).toEqual(a);
        expect(multiply(a, add(b, c))).toEqual(add(multiply(a, b), multiply(a, c)));
        if (b.num !== 0) expect(multiply(divide(a, b), b)).toEqual(a);
      }),
    );
  });

  it('orders as the numbers do', () => {
    fc.assert(
      fc.property(fraction, fraction, (a, b) => {
        expect(Math.sign(compare(a, b))).toBe(Math.sign(a.num * b.den - b.num * a.den));
      }),
    );
  });

  it('wraps into one turn, from before the one as well', () => {
    expect(modulo(rational(-1, 2), rational(8))).toEqual(rational(15, 2));
    fc.assert(
      fc.property(fraction, fc.integer({ min: 1, max: 64 }), (a, turn) => {
        const inside = modulo(a, rational(turn));
        expect(compare(inside, rational(0))).toBeGreaterThanOrEqual(0);
        expect(compare(inside, rational(turn))).toBeLessThan(0);
        expect(divide(subtract(a, inside), rational(turn)).den).toBe(1);
      }),
    );
  });

  it('finds the least common length of two lengths', () => {
    expect(lcmRational(rational(3, 2), rational(4))).toEqual(rational(12));
    expect(lcmRational(rational(7), rational(16))).toEqual(rational(112));
  });

  it('reads what it writes, and nothing else', () => {
    expect(parseRational('1/2')).toEqual(rational(1, 2));
    expect(parseRational('72.5')).toEqual(rational(145, 2));
    for (const bad of ['', '1/0', '-1', 'a', '1/2/3', '1e3', '99999999999']) {
      expect(parseRational(bad)).toBeUndefined();
    }
    expect(formatRational(rational(3, 2))).toBe('3/2');
    expect(floor(rational(-1, 2))).toBe(-1);
  });
});

describe('tempo', () => {
  it('gives a pulse its exact length', () => {
    expect(secondsPerPulse({ bpm: 72, per: 3 })).toEqual(rational(5, 18));
    expect(secondsPerPulse({ bpm: 72.5, per: 1 })).toEqual(rational(24, 29));
  });

  it('rounds the exact time once, however many turns have passed', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 200_000 }),
        fc.integer({ min: 1, max: 24 }),
        fc.integer({ min: 10, max: 400 }),
        (num, den, bpm) => {
          const sample = toSample(rational(num, den), { bpm, per: 4 }, 48000);
          const exact = (num * 60 * 48000) / (den * bpm * 4);
          expect(Math.abs(sample - exact)).toBeLessThanOrEqual(0.5 + 1e-6);
        },
      ),
    );
    expect(toSample(rational(8), { bpm: 72, per: 3 }, 48000)).toBe(106667);
    expect(toSample(rational(-1), { bpm: 60, per: 1 }, 48000)).toBe(-48000);
    expect(toNumber(rational(1, 4))).toBe(0.25);
  });
});

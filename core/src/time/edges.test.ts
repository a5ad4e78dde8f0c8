import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  add,
  ceil,
  compare,
  divide,
  equal,
  floor,
  formatRational,
  gcd,
  lcm,
  lcmRational,
  lcmWithin,
  modulo,
  multiply,
  ONE,
  parseRational,
  rational,
  secondsPerPulse,
  subtract,
  toSample,
  toSeconds,
  wrap,
  ZERO,
} from './index.ts';

const whole = fc.integer({ min: 1, max: 3000 });

describe('common multiples', () => {
  it('are the least number that both go into', () => {
    expect(lcm(4, 6)).toBe(12);
    fc.assert(
      fc.property(whole, whole, (a, b) => {
        const both = lcm(a, b);
        expect([both % a, both % b]).toEqual([0, 0]);
        expect(both * gcd(a, b)).toBe(a * b);
        expect(lcmRational(rational(a, 7), rational(b, 7))).toEqual(rational(both, 7));
      }),
    );
    expect(lcmRational(rational(3, 2), rational(4))).toEqual(rational(12));
    expect(lcmRational(rational(3, 4), rational(5, 6))).toEqual(rational(15, 2));
  });

  it('within a bound are that number or endless, at the bound itself as well', () => {
    expect(lcmWithin(4, 6, 12)).toBe(12);
    expect(lcmWithin(4, 6, 11)).toBe(Number.POSITIVE_INFINITY);
    expect(lcmWithin(6, 6, 6)).toBe(6);
    expect(lcmWithin(7, 2, 6)).toBe(Number.POSITIVE_INFINITY);
    expect(lcmWithin(2, 7, 6)).toBe(Number.POSITIVE_INFINITY);
    expect(lcmWithin(Number.POSITIVE_INFINITY, 2, 99)).toBe(Number.POSITIVE_INFINITY);
    expect(lcmWithin(2, Number.POSITIVE_INFINITY, 99)).toBe(Number.POSITIVE_INFINITY);
  });
});

describe('what cannot be held', () => {
  it('is refused in words', () => {
    expect(() => rational(1, 0)).toThrow('a fraction cannot have the denominator 0');
    expect(() => rational(1.5)).toThrow('not an exact whole number: 1.5');
    expect(() => lcm(2 ** 50, 2 ** 50 - 1)).toThrow('not an exact whole number');
    expect(() => divide(ONE, ZERO)).toThrow('cannot divide by 0');
  });

  it('is met as late as possible, since fractions are brought down first', () => {
    const big = rational(2 ** 40, 3);
    // Crossed down first on either side: 2 to the 50th by 81 would be too large.
    expect(multiply(rational(2 ** 50), rational(81, 2 ** 50))).toEqual(rational(81));
    expect(multiply(rational(81, 2 ** 50), rational(2 ** 50))).toEqual(rational(81));
    expect(multiply(big, rational(3, 2 ** 40))).toEqual(ONE);
    expect(multiply(rational(3, 2 ** 40), big)).toEqual(ONE);
    expect(multiply(ZERO, big)).toEqual(ZERO);
    expect(multiply(big, ZERO)).toEqual(ZERO);
    const fine = rational(1, 2 ** 50);
    expect(add(fine, fine)).toEqual(rational(1, 2 ** 49));
    expect(compare(rational(2 ** 52, 3), rational(2 ** 52 + 1, 3))).toBeLessThan(0);
  });
});

describe('whole places', () => {
  it('come round, from before the one as well', () => {
    expect([wrap(-1, 8), wrap(0, 8), wrap(8, 8), wrap(9, 8), wrap(-8, 8)]).toEqual([7, 0, 0, 1, 0]);
    fc.assert(
      fc.property(fc.integer({ min: -9999, max: 9999 }), whole, (at, length) => {
        const inside = wrap(at, length);
        expect(inside >= 0 && inside < length && Number.isInteger((at - inside) / length)).toBe(
          true,
        );
      }),
    );
  });

  it('lie on either side of a fraction, and are told from it', () => {
    expect([floor(rational(7, 2)), ceil(rational(7, 2))]).toEqual([3, 4]);
    expect([floor(rational(-1, 2)), ceil(rational(-1, 2))]).toEqual([-1, -0]);
    expect([floor(rational(6, 2)), ceil(rational(6, 2))]).toEqual([3, 3]);
    expect(equal(rational(2, 4), rational(1, 2))).toBe(true);
    expect(equal(rational(1, 2), rational(1, 3))).toBe(false);
    expect(equal(rational(2, 3), rational(1, 3))).toBe(false);
  });

  it('inside a turn are left as they are', () => {
    const inside = rational(7, 2);
    expect(modulo(inside, rational(4))).toBe(inside);
    expect(modulo(rational(9), rational(8))).toEqual(ONE);
    expect(modulo(rational(8), rational(8))).toEqual(ZERO);
    expect(subtract(ONE, ONE)).toEqual({ num: 0, den: 1 });
  });
});

describe('written numbers', () => {
  it.each([
    ['3', '3'],
    ['1234567', '1234567'],
    ['6/4', '3/2'],
    ['12/34', '6/17'],
    ['1/1234567', '1/1234567'],
    ['2.5', '5/2'],
    ['12.125', '97/8'],
    ['0.1', '1/10'],
  ])('%s is %s', (text, read) => {
    const found = parseRational(text);
    expect(found && formatRational(found)).toBe(read);
  });

  it.each([
    '',
    '12345678',
    '1/0',
    '1/12345678',
    '1/',
    '/2',
    '-1',
    ' 1',
    '1.2345',
    '1.',
    '.5',
    'x1.5',
    '1.5x',
    '1/2x',
    'x1/2',
  ])('“%s” is none', (text) => {
    expect(parseRational(text)).toBeUndefined();
  });
});

describe('the clock', () => {
  it('takes the time of a pulse from the beat that is counted', () => {
    expect(secondsPerPulse({ bpm: 72, per: 3 })).toEqual(rational(5, 18));
    expect(secondsPerPulse({ bpm: 90.5, per: 1 })).toEqual(rational(120, 181));
    expect(toSeconds(rational(8), { bpm: 60, per: 4 })).toBe(2);
  });

  it('rounds to the nearest sample, halves up, before the one as well', () => {
    const tempo = { bpm: 60, per: 1 };
    const at = (num: number, den: number, rate: number) =>
      toSample(rational(num, den), tempo, rate);
    expect([at(1, 4, 2), at(1, 5, 2), at(-1, 4, 2), at(-3, 4, 2), at(-1, 5, 2)]).toEqual([
      1, 0, 0, -1, 0,
    ]);
    expect([at(-1, 1, 48_000), at(-3, 10, 1), at(-6, 10, 1), at(-5, 2, 1)]).toEqual([
      -48_000, 0, -1, -2,
    ]);
    expect(toSample(rational(8), { bpm: 72, per: 3 }, 48_000)).toBe(106_667);
    fc.assert(
      fc.property(fc.integer({ min: -5000, max: 5000 }), whole, (num, den) => {
        const exact = (num * 8) / den;
        expect(Math.abs(at(num, den, 8) - exact)).toBeLessThanOrEqual(0.5);
        expect(at(num, den, 8) - exact).toBeGreaterThan(-0.5);
      }),
    );
  });
});

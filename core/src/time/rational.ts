/**
 * An exact fraction in lowest terms, with a positive denominator.
 * Both parts stay within the safe integers; an operation that would leave them throws a RangeError.
 */
export interface Rational {
  readonly num: number;
  readonly den: number;
}

/** A length or a moment in pulses of the cycle: exact, 0 is the one of the first turn. */
export type Pulses = Rational;

/** A length or a moment counted in beats of the cycle, which may differ in length. */
export type Beats = Rational;

/** Greatest common divisor of two whole numbers. `gcd(12, 18)` is 6. */
export function gcd(a: number, b: number): number {
  let x = Math.abs(a);
  let y = Math.abs(b);
  while (y !== 0) {
    const rest = x % y;
    x = y;
    y = rest;
  }
  return x;
}

/** Least common multiple of two positive whole numbers. `lcm(4, 6)` is 12. */
export function lcm(a: number, b: number): number {
  return safe((a / gcd(a, b)) * b);
}

/**
 * Least common multiple where it is at most `most`, else Infinity; never throws. Infinity stays so.
 * @example lcmWithin(4, 6, 10) // Infinity
 */
export function lcmWithin(a: number, b: number, most: number): number {
  if (a > most || b > most) return Number.POSITIVE_INFINITY;
  const multiple = (a / gcd(a, b)) * b;
  return multiple <= most ? multiple : Number.POSITIVE_INFINITY;
}

function safe(value: number): number {
  if (!Number.isSafeInteger(value)) throw new RangeError(`not an exact whole number: ${value}`);
  return value;
}

/**
 * The fraction `num/den` in lowest terms.
 * @throws RangeError when a part is not a safe whole number or `den` is 0.
 * @example rational(6, 4) // { num: 3, den: 2 }
 */
export function rational(num: number, den = 1): Rational {
  safe(num);
  safe(den);
  if (den === 0) throw new RangeError('a fraction cannot have the denominator 0');
  const common = gcd(num, den) || 1;
  const sign = den < 0 ? -1 : 1;
  return { num: (sign * num) / common || 0, den: (sign * den) / common };
}

/** Nought. */
export const ZERO: Rational = { num: 0, den: 1 };
/** One. */
export const ONE: Rational = { num: 1, den: 1 };

/** `a + b`. @example add(rational(1, 2), rational(1, 3)) // 5/6 */
export function add(a: Rational, b: Rational): Rational {
  if (a.den === b.den) return rational(safe(a.num + b.num), a.den);
  const common = gcd(a.den, b.den);
  return rational(
    safe(a.num * (b.den / common)) + safe(b.num * (a.den / common)),
    safe((a.den / common) * b.den),
  );
}

/** `a − b`. */
export function subtract(a: Rational, b: Rational): Rational {
  return add(a, { num: -b.num, den: b.den });
}

/** `a × b`, crossed down before it is multiplied so that it overflows as late as possible. */
export function multiply(a: Rational, b: Rational): Rational {
  const left = gcd(a.num, b.den);
  const right = gcd(b.num, a.den);
  return rational(safe((a.num / left) * (b.num / right)), safe((a.den / right) * (b.den / left)));
}

/** `a ÷ b`. @throws RangeError when `b` is 0. */
export function divide(a: Rational, b: Rational): Rational {
  if (b.num === 0) throw new RangeError('cannot divide by 0');
  return multiply(a, rational(b.den, b.num));
}

/** Negative, zero or positive as `a` is before, at or after `b`; fits `Array.sort`. */
export function compare(a: Rational, b: Rational): number {
  if (a.den === b.den) return a.num - b.num;
  return subtract(a, b).num;
}

/** Whether two rationals are the same number. */
export function equal(a: Rational, b: Rational): boolean {
  return a.num === b.num && a.den === b.den;
}

/** The greatest whole number not above `a`. `floor(rational(-1, 2))` is −1. */
export function floor(a: Rational): number {
  return Math.floor(a.num / a.den);
}

/** The least whole number not below `a`. */
export function ceil(a: Rational): number {
  return Math.ceil(a.num / a.den);
}

/** `a` brought into `0 ≤ a < length`. `modulo(rational(9), rational(8))` is 1. */
export function modulo(a: Rational, length: Rational): Rational {
  const turns = floor(divide(a, length));
  return turns === 0 ? a : subtract(a, multiply(length, rational(turns)));
}

/** A whole number or float brought into `0 ≤ at < length`, for places that come round. `wrap(-1, 8)` is 7. */
export function wrap(at: number, length: number): number {
  const rest = at % length;
  // A nought is never below nought: −0 would be told from 0.
  return rest < 0 ? rest + length : rest + 0;
}

/** Least length that is a whole number of both. `lcmRational(3/2, 4)` is 12. */
export function lcmRational(a: Rational, b: Rational): Rational {
  const den = lcm(a.den, b.den);
  return rational(lcm(safe(a.num * (den / a.den)), safe(b.num * (den / b.den))), den);
}

/** The nearest float, for drawing and for the edge of the audio clock; never compare the results. */
export function toNumber(a: Rational): number {
  return a.num / a.den;
}

/** How a player writes it: `3`, `1/2`. */
export function formatRational(a: Rational): string {
  return a.den === 1 ? String(a.num) : `${a.num}/${a.den}`;
}

/**
 * Reads `3`, `1/2` or a decimal with at most three places.
 * @returns undefined when the text is none of these, or the denominator is 0.
 */
export function parseRational(text: string): Rational | undefined {
  const fraction = /^(\d{1,7})(?:\/(\d{1,7}))?$/.exec(text);
  if (fraction) {
    const den = fraction[2] === undefined ? 1 : Number(fraction[2]);
    return den === 0 ? undefined : rational(Number(fraction[1]), den);
  }
  return /^\d{1,7}\.\d{1,3}$/.test(text)
    ? rational(Math.round(Number(text) * 1000), 1000)
    : undefined;
}

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isAlike, saysSame } from './index.ts';

interface Thing {
  readonly name?: string;
  readonly strokes: readonly number[];
}

describe('objects that are alike', () => {
  const strokes = [1, 2];
  const thing: Thing = { name: 'Lamp', strokes };

  it('have the same values, the very same where they are lists', () => {
    expect(isAlike(thing, { name: 'Lamp', strokes })).toBe(true);
    expect(isAlike(thing, { name: 'Lamp', strokes: [1, 2] })).toBe(false);
    expect(isAlike(thing, { name: 'Lane', strokes })).toBe(false);
    expect(isAlike({ at: Number.NaN }, { at: Number.NaN })).toBe(true);
  });

  it('have no property the other has not', () => {
    expect(isAlike(thing, { strokes })).toBe(false);
    expect(isAlike<Thing>({ strokes }, thing)).toBe(false);
  });

  it('may differ in the one that is named, there or not', () => {
    expect(isAlike(thing, { name: 'Lamp', strokes: [] }, 'strokes')).toBe(true);
    expect(isAlike(thing, { strokes }, 'name')).toBe(true);
    expect(isAlike<Thing>({ strokes }, thing, 'name')).toBe(true);
    expect(isAlike(thing, { name: 'Lane', strokes: [] }, 'strokes')).toBe(false);
  });
});

describe('values that say the same', () => {
  const plain = fc.jsonValue();

  it('are the same when they are written', () => {
    fc.assert(
      fc.property(plain, plain, (a, b) => {
        expect(saysSame(a, structuredClone(a))).toBe(true);
        const apart = JSON.stringify(sorted(a)) !== JSON.stringify(sorted(b));
        expect(saysSame(a, b)).toBe(!apart);
      }),
    );
  });

  it('differ in one thing however deep, in length, and in what is there', () => {
    const value = { rows: [{ from: 0, to: 4 }, { from: 4 }], name: 'Lamp' };
    expect(saysSame(value, { name: 'Lamp', rows: [{ to: 4, from: 0 }, { from: 4 }] })).toBe(true);
    expect(saysSame(value, { ...value, rows: [{ from: 0, to: 5 }, { from: 4 }] })).toBe(false);
    expect(saysSame([1, 2], [1])).toBe(false);
    expect(saysSame([1], [1, 2])).toBe(false);
    expect(saysSame({ a: 1 }, { a: 1, b: 2 })).toBe(false);
    expect(saysSame({ a: 1, b: 2 }, { a: 1 })).toBe(false);
    expect(saysSame({ a: undefined }, {})).toBe(false);
    expect(saysSame([], {})).toBe(false);
    expect(saysSame({}, [])).toBe(false);
    expect(saysSame(null, {})).toBe(false);
    expect(saysSame({}, null)).toBe(false);
    expect(saysSame('1', 1)).toBe(false);
    expect(saysSame([Number.NaN], [Number.NaN])).toBe(true);
  });
});

/** The same with the properties of each object in order. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, held]) => [key, sorted(held)]),
  );
}

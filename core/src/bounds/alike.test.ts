import { describe, expect, it } from 'vitest';
import { isAlike } from './index.ts';

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

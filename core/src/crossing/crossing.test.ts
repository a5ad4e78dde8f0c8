import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { countFrom, crossing, cutInto, tempoFrom } from './index.ts';

const places = (counts: number[]) => crossing(counts).moments.map((moment) => moment.at);
const pulses = fc.array(fc.integer({ min: 1, max: 31 }), { minLength: 2, maxLength: 5 });

describe('crossing', () => {
  it('has the worked numbers', () => {
    const five = crossing([5, 3]);
    expect(five.grid).toBe(15);
    expect(places([5, 3])).toEqual([0, 3, 5, 6, 9, 10, 12]);
    expect(five.strides).toEqual([3, 2, 1, 3, 1, 2, 3]);
    const seven = crossing([7, 4]);
    expect(seven.grid).toBe(28);
    expect(places([7, 4])).toEqual([0, 4, 7, 8, 12, 14, 16, 20, 21, 24]);
    expect(seven.strides).toEqual([4, 3, 1, 4, 2, 2, 4, 1, 3, 4]);
    expect(crossing([7, 5, 3]).grid).toBe(105);
  });

  it('says who steps at each moment', () => {
    expect(crossing([4, 2]).moments).toEqual([
      { at: 0, pulses: [0, 1] },
      { at: 1, pulses: [0] },
      { at: 2, pulses: [0, 1] },
      { at: 3, pulses: [0] },
    ]);
  });

  it('works out five large pulses from their onsets alone', () => {
    const large = crossing([31, 29, 28, 27, 25]);
    expect(large.grid).toBe(31 * 29 * 28 * 27 * 25);
    expect(large.moments.length).toBe(31 + 29 + 28 + 27 + 25 - 4);
  });

  it('adds up to its span, and reads the same backwards', () => {
    fc.assert(
      fc.property(pulses, (counts) => {
        const { strides, grid } = crossing(counts);
        expect(strides.reduce((sum, stride) => sum + stride, 0)).toBe(grid);
        expect([...strides].reverse()).toEqual(strides);
      }),
    );
  });

  it('refuses what is out of range with a sentence', () => {
    expect(() => crossing([3])).toThrow('2 to 5 pulses');
    expect(() => crossing([3, 32])).toThrow('1 to 31 steps, not 32');
    expect(() => crossing([3, 0])).toThrow('1 to 31 steps, not 0');
  });
});

describe('counted from a pulse', () => {
  it('in five beats of three parts, the three fall on 1, a of 2, & of 4', () => {
    const words = countFrom(crossing([5, 3]), 0, 1, 'plain').map((one) => one.words);
    expect(words).toEqual(['1', 'a of 2', '& of 4']);
    const other = countFrom(crossing([4, 3]), 1, 0, 'plain').map((one) => one.words);
    expect(other).toEqual(['1', 'a of 1', '& of 2', 'e of 3']);
  });

  it('every step of a pulse falls on its own count', () => {
    fc.assert(
      fc.property(pulses, (counts) => {
        const crossed = crossing(counts);
        for (const [index, count] of counts.entries()) {
          const words = countFrom(crossed, index, index, 'plain').map((one) => one.words);
          expect(words).toEqual(Array.from({ length: count }, (_, step) => String(step + 1)));
        }
      }),
    );
  });
});

describe('the same strokes, another foot', () => {
  it('keeps the tempo', () => {
    expect(tempoFrom(60, 3, 4)).toBe(45);
    expect(tempoFrom(tempoFrom(73, 7, 4), 4, 7)).toBeCloseTo(73, 12);
  });

  it('is cut to a cycle of another length', () => {
    expect(cutInto(5, 16)).toEqual({ onsets: [0, 5, 10, 15], rest: 1 });
    expect(cutInto(3, 12)).toEqual({ onsets: [0, 3, 6, 9], rest: 0 });
  });
});

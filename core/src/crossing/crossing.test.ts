import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatSpans } from '../cycle/index.ts';
import { checkRhythm } from '../rhythm/index.ts';
import { writeLayerRows } from '../text/index.ts';
import { arbitraryPulse } from './arbitrary.testkit.ts';
import {
  barAsRhythm,
  barCycle,
  countFrom,
  crossing,
  cutInto,
  soundsOf,
  stepsOf,
  tempoFrom,
} from './index.ts';

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

  it('sounds on the parts that are chosen, from where it starts', () => {
    // The first, second and fifth of every six, four times, against an even three.
    const groove = { steps: 4, parts: 6, sounds: [0, 1, 4], start: 0 };
    const crossed = crossing([groove, 3]);
    expect(crossed.grid).toBe(24);
    expect(soundsOf(crossed, 0)).toEqual([0, 1, 4, 6, 7, 10, 12, 13, 16, 18, 19, 22]);
    expect(crossed.moments.find((moment) => moment.at === 16)?.pulses).toEqual([0, 1]);
    const late = crossing([{ ...groove, start: 23 }, 3]);
    expect(stepsOf(late, 0)).toEqual([23, 5, 11, 17]);
    expect(soundsOf(late, 0)[0]).toBe(0);
    expect(countFrom(late, 0, 1, 'plain')[0]?.words).toMatch(/ of 1$/);
  });

  it('has every sound of every pulse once, and strides that add up, whatever the pulses', () => {
    fc.assert(
      fc.property(arbitraryPulse, arbitraryPulse, (a, b) => {
        const crossed = crossing([a, b]);
        expect(crossed.strides.reduce((sum, one) => sum + one, 0)).toBe(crossed.grid);
        for (const [index, pulse] of [a, b].entries()) {
          const sounding = crossed.moments.filter((moment) => moment.pulses.includes(index));
          expect(sounding).toHaveLength(pulse.steps * pulse.sounds.length);
          expect(countFrom(crossed, 1 - index, index, 'plain')).toHaveLength(sounding.length);
        }
      }),
    );
  });

  it('refuses what is out of range with a sentence', () => {
    const pulse = { steps: 3, parts: 2, sounds: [0], start: 0 };
    expect(() => crossing([2, { ...pulse, parts: 10 }])).toThrow('1 to 9 parts, not 10');
    expect(() => crossing([2, { ...pulse, sounds: [2] }])).toThrow('has no part 3');
    expect(() => crossing([2, { ...pulse, sounds: [] }])).toThrow('At least one part');
    expect(() => crossing([2, { ...pulse, start: 6 }])).toThrow('0 to 5 parts later, not 6');
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

  it('in the parts the beat has, though fewer would do', () => {
    const beat = { steps: 2, parts: 3, sounds: [0], start: 0 };
    const of = (steps: number) =>
      countFrom(crossing([beat, steps]), 0, 1, 'plain').map(({ step, part, parts }) => [
        step,
        part,
        parts,
      ]);
    expect(of(2)).toEqual([
      [1, 0, 3],
      [2, 0, 3],
    ]);
    // Halves of a beat of three parts fall on sixths.
    expect(of(4)).toEqual([
      [1, 0, 6],
      [1, 3, 6],
      [2, 0, 6],
      [2, 3, 6],
    ]);
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
    expect(cutInto(3, 16).onsets).toEqual([0, 3, 6, 9, 12, 15]);
    expect(cutInto(3, 16, { withoutCut: true })).toEqual({ onsets: [0, 3, 6, 9, 12], rest: 4 });
    expect(cutInto(3, 12, { withoutCut: true })).toEqual({ onsets: [0, 3, 6, 9], rest: 0 });
    expect(cutInto(3, 16, { strokes: 3 })).toEqual({ onsets: [0, 3, 6], rest: 10 });
    expect(cutInto(9, 4, { withoutCut: true })).toEqual({ onsets: [0], rest: 4 });
  });

  it('in a bar becomes a rhythm in beats alike', () => {
    const cycles = [16, 12, 9, 10, 7, 4].map((length) => formatSpans(barCycle(length)));
    expect(cycles).toEqual(['4x4', '3x4', '3x3', '5+5', '1x7', '2+2']);
    const { onsets } = cutInto(3, 16, { withoutCut: true });
    const bar = { onsets, length: 16, pulses: 240, name: 'Threes', id: 'bar' };
    const rhythm = barAsRhythm(bar);
    expect(checkRhythm(rhythm)).toMatchObject({ ok: true });
    expect(rhythm.layers.map((layer) => writeLayerRows(layer, rhythm.cycle))).toEqual([
      'play  X! . . X / . . X . / . X . . / X . . .',
    ]);
    expect(rhythm.tempo).toEqual({ bpm: 60, per: 4 });
  });
});

import { timeRhythm } from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';
import { describe, expect, it } from 'vitest';
import { isThere, placesBelow, rangesOf } from './ranges.ts';

const { rhythm } = readRhythm(
  'rhythm A\ncycle 4x2\nlayer A : claves\nplay X X X X / X X X X\nlayer B : claves\nplay X X X / X X\nlayer C : claves\nplay X / X',
);
const timed = timeRhythm(rhythm);
const timing = timed.ok ? timed.timing : undefined;
const ranges = (...of: [number, number, number, number]) =>
  Object.fromEntries(
    rangesOf(timing, { layer: of[0], slot: of[1] }, { layer: of[2], slot: of[3] }),
  );

describe('a chosen stretch', () => {
  it('is one slot where nothing more is chosen', () => {
    expect([...rangesOf(timing, undefined, { layer: 1, slot: 2 })]).toEqual([[1, [2, 2]]]);
    expect([...rangesOf(undefined, { layer: 0, slot: 0 }, { layer: 1, slot: 2 })]).toEqual([
      [1, [2, 2]],
    ]);
  });

  it('runs from the anchor to the choice, whichever comes first', () => {
    expect(ranges(0, 1, 0, 5)).toEqual({ 0: [1, 5] });
    expect(ranges(0, 5, 0, 1)).toEqual({ 0: [1, 5] });
  });

  it('takes in the layers between what begins in the same time', () => {
    expect(ranges(0, 0, 2, 0)).toEqual({ 0: [0, 3], 1: [0, 2], 2: [0, 0] });
    expect(ranges(0, 1, 1, 1)).toEqual({ 0: [1, 2], 1: [1, 1] });
    // Nothing of the third layer begins inside the stretch.
    expect(ranges(0, 1, 0, 2)).toEqual({ 0: [1, 2] });
  });

  it('keeps an anchor that a shorter layer no longer has', () => {
    expect(ranges(2, 9, 2, 0)).toEqual({ 2: [0, 1] });
  });
});

describe('a stretch that was moved', () => {
  const there = (layer: number, first: number, last: number) =>
    isThere(
      new Map([
        [0, [6, 1]],
        [layer, [first, last]],
      ]),
      timing,
    );

  it('is there as long as every slot of it is', () => {
    expect(there(1, 0, 4)).toBe(true);
    expect(there(1, 4, 0)).toBe(true);
    expect(there(1, 0, 5)).toBe(false);
    expect(there(1, 5, 0)).toBe(false);
  });

  it('is not where a layer of it is gone', () => {
    expect(there(2, 0, 0)).toBe(true);
    expect(there(3, 0, 0)).toBe(false);
    expect(isThere(new Map([[0, [0, 0]]]), undefined)).toBe(false);
  });
});

describe('what begins at one moment', () => {
  const places = (layer: number, slot: number, count: number) =>
    Object.fromEntries(placesBelow(timing, { layer, slot }, count));

  it('is put at the same moment or right after it in the layers below', () => {
    expect(places(0, 4, 3)).toEqual({ 0: [4, 4], 1: [3, 3], 2: [1, 1] });
    expect(places(0, 1, 2)).toEqual({ 0: [1, 1], 1: [1, 1] });
    expect(places(1, 0, 1)).toEqual({ 1: [0, 0] });
  });

  it('is left out where a layer has no slot from there on, or is not there', () => {
    expect(places(0, 7, 3)).toEqual({ 0: [7, 7] });
    expect(places(2, 0, 4)).toEqual({ 2: [0, 0] });
  });
});

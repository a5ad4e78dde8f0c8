import { describe, expect, it } from 'vitest';
import { timeRhythm } from '../../rhythm/index.ts';
import { readRhythm } from '../../text/index.ts';
import { slotAt } from '../index.ts';

const { rhythm } = readRhythm(
  'rhythm A\ncycle 4+4+3\nlayer B : goblet drum\nplay D . . . / T T T / D . . | D D / T . . . / D . .',
);
const timed = timeRhythm(rhythm);

function at(text: string) {
  const [layer] = rhythm.layers;
  const grid = timed.ok ? timed.timing.layers[0] : undefined;
  if (!layer || !grid) throw new Error('no layer');
  return slotAt(text, rhythm.cycle, layer, grid, 'plain');
}

describe('a place as an address', () => {
  it.each([
    ['1', 0],
    ['beat 2', 4],
    ['& of 1', 2],
    ['a of 1', 3],
    ['e of 1', 1],
    ['a of 2', 6],
    ['just before 2', 3],
    ['right after 1', 1],
    ['just before 1', 18],
    ['& of 1 in bar 2', 11],
    ['2 in bar 2', 12],
    ['bar 2, beat 3', 16],
    ['bar 2', 10],
    ['just before 1 in bar 2', 9],
    ['pulse 9', 7],
    ['pulse 5 in bar 2', 12],
  ])('%s is slot %i', (text, slot) => {
    expect(at(text)).toEqual({ ok: true, slot });
  });

  it.each([
    ['& of 9', 'a turn has 3'],
    ['1 in bar 3', 'has 2'],
    ['e of 2', 'come &, a'],
    ['somewhere', 'is not a place'],
    ['pulse 6', 'No slot begins on pulse 6'],
  ])('%s is answered with a sentence', (text, part) => {
    expect(at(text)).toEqual({ ok: false, message: expect.stringContaining(part) });
  });
});

import { describe, expect, it } from 'vitest';
import { timeRhythm } from '../../rhythm/index.ts';
import { readRhythm } from '../../text/index.ts';
import { slotAt } from '../index.ts';
import { sayPlace } from '../sentences/place.ts';
import { placeOf } from './place.ts';

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

describe('a place that is counted with one word twice', () => {
  const six = readRhythm('rhythm S\ncycle 1x2\nlayer B : claves\nplay X X X X X X / X').rhythm;
  const timed = timeRhythm(six);
  const [layer] = six.layers;
  const grid = timed.ok ? timed.timing.layers[0] : undefined;
  if (!layer || !grid) throw new Error('no layer');

  it.each(['triplet', 'la-li', 'spoken-drum', 'ta-ka-di-mi', 'plain'] as const)(
    'has an address of its own in every slot, in %s words, and each is found again',
    (counting) => {
      const said = [0, 1, 2, 3, 4, 5, 6].map((slot) =>
        sayPlace(placeOf(six.cycle, layer, grid, slot, counting)),
      );
      expect(new Set(said).size).toBe(7);
      said.forEach((text, slot) => {
        expect(slotAt(text, six.cycle, layer, grid, counting), text).toEqual({ ok: true, slot });
      });
    },
  );

  it('says which time it is', () => {
    expect(sayPlace(placeOf(six.cycle, layer, grid, 4, 'triplet'))).toBe('second trip of 1');
    expect(sayPlace(placeOf(six.cycle, layer, grid, 1, 'triplet'))).toBe('trip of 1');
  });
});

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
    ['the one', 0],
    ['on the one', 0],
    ['on 2', 4],
    ['on beat 3', 7],
    ['and of 1', 2],
    ['the and of one', 2],
    ['and of one in bar 2', 11],
    ['just before two', 3],
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

it('a beat is called by its number in words, up to ten', () => {
  const { rhythm: ten } = readRhythm(
    `rhythm T\ncycle 1x10\nlayer B : claves\nplay ${Array(10).fill('X').join(' / ')}`,
  );
  const timed = timeRhythm(ten);
  const [layer] = ten.layers;
  const grid = timed.ok ? timed.timing.layers[0] : undefined;
  if (!layer || !grid) throw new Error('no layer');
  const words = ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];
  expect(words.map((word) => slotAt(word, ten.cycle, layer, grid, 'plain'))).toEqual(
    words.map((_, slot) => ({ ok: true, slot })),
  );
});

import { expect, it } from 'vitest';
import { timed } from '../text/timed.testkit.ts';
import { sideOfTurn } from './index.ts';

/** A bell of so many turns that is marked with a side, or with none, under a drum. */
const bell = (side: string, ...turns: readonly string[]) =>
  timed(
    `rhythm A\ncycle 2+2\nlayer Drum : goblet drum\nplay D . / T .\nlayer Bell : hand bell\n${side}\nplay ${turns.join(' | ')}`,
  ).rhythm;
const sides = (rhythm: ReturnType<typeof bell>) =>
  [-1, 0, 1, 2, 3, 4].map((turn) => sideOfTurn(rhythm, turn));

it('tells which side of the timeline a turn is on, round and round', () => {
  const [three, two] = ['X . / X X', '. X / . .'];
  expect(sides(bell('as 3-2', three, two))).toEqual([
    'two',
    'three',
    'two',
    'three',
    'two',
    'three',
  ]);
  expect(sides(bell('as 2-3', two, three))).toEqual([
    'three',
    'two',
    'three',
    'two',
    'three',
    'two',
  ]);
  // Of four turns two are the one side, and two the other.
  expect(sides(bell('as 3-2', three, three, two, two))).toEqual([
    'two',
    'three',
    'three',
    'two',
    'two',
    'three',
  ]);
});

it('tells no side where none is marked, or where a side does not fill whole turns', () => {
  const none = Array(6).fill(undefined);
  expect(sides(bell('', 'X . / X X', '. X / . .'))).toEqual(none);
  expect(sides(bell('as 3-2', 'X . / X X'))).toEqual(none);
  expect(sides(bell('as 3-2', 'X . / X X', '. X / . .', 'X . / . .'))).toEqual(none);
});

import { expect, it } from 'vitest';
import { readRhythm, writeRhythm } from '../text/index.ts';
import { timed } from '../text/timed.testkit.ts';
import { LIMITS, nameTurn, sayTurn, setTurnLevel } from './index.ts';

const { rhythm } = timed('rhythm A\ncycle 1\nlayer B : claves\nplay X | X');

it('keeps what is said of turns in their order, and nothing where nothing is said', () => {
  const named = nameTurn(nameTurn(rhythm, 1, 'answer', 'The stairs'), 0, 'call');
  expect(named.turns).toEqual([
    { turn: 0, mark: 'call' },
    { turn: 1, mark: 'answer', name: 'The stairs' },
  ]);
  expect([0, 1, 2].map((turn) => sayTurn(named, turn))).toEqual([
    'call',
    'answer: The stairs',
    'turn 3',
  ]);
  expect(nameTurn(named, 0, 'plain').turns).toEqual([
    { turn: 1, mark: 'answer', name: 'The stairs' },
  ]);
  const plain = nameTurn(nameTurn(named, 0, 'plain'), 1, 'plain');
  expect(plain).toEqual(rhythm);
  expect('turns' in plain).toBe(false);
});

it('says a plain turn by its name, and refuses a turn outside the limits', () => {
  expect(sayTurn(nameTurn(rhythm, 0, 'plain', 'The "stairs" #'), 0)).toBe('The stairs');
  expect(nameTurn(rhythm, -1, 'call')).toBe(rhythm);
  expect(nameTurn(rhythm, LIMITS.turns, 'call')).toBe(rhythm);
  expect(nameTurn(rhythm, LIMITS.turns - 1, 'call').turns).toHaveLength(1);
});

it('keeps how loud a turn is beside its name, and forgets it where it is as loud as the others', () => {
  const soft = setTurnLevel(rhythm, 1, 60);
  expect(soft.turns).toEqual([{ turn: 1, mark: 'plain', level: 60 }]);
  expect(sayTurn(soft, 1)).toBe('turn 2, 60 %');
  const named = nameTurn(soft, 1, 'answer', 'Low');
  expect(named.turns).toEqual([{ turn: 1, mark: 'answer', name: 'Low', level: 60 }]);
  expect(sayTurn(named, 1)).toBe('answer: Low, 60 %');
  expect(setTurnLevel(named, 1, 100).turns).toEqual([{ turn: 1, mark: 'answer', name: 'Low' }]);
  expect(setTurnLevel(rhythm, 1, 2).turns?.[0]?.level).toBe(10);
  expect(setTurnLevel(soft, 1, 97)).toEqual(rhythm);
  const { rhythm: read } = readRhythm(writeRhythm(named));
  expect(read.turns).toEqual(named.turns);
});

it('refuses a level no turn can have', () => {
  const { problems } = readRhythm(
    'rhythm A\ncycle 1\nturn 1 at 120 % call\nlayer B : claves\nplay X',
  );
  expect(problems[0]?.message).toContain('turn 2 at 60 % answer');
});

import { expect, it } from 'vitest';
import { timed } from '../text/timed.testkit.ts';
import { LIMITS, nameTurn, sayTurn } from './index.ts';

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

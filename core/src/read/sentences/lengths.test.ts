import { describe, expect, it } from 'vitest';
import { timeRhythm } from '../../rhythm/index.ts';
import { readRhythm } from '../../text/index.ts';
import { sayLengths } from '../index.ts';

describe('sayLengths', () => {
  it('says how often each phrase fits into the whole', () => {
    const { rhythm } = readRhythm(
      `rhythm A
cycle 1x4
layer Bell : hand bell
play X / X / X / X
layer Walker : goblet drum
play D / D / D / D | T / T / T / T
layer Seven : hand bell
play X / X / X
loop own`,
    );
    const timed = timeRhythm(rhythm);
    if (!timed.ok) throw new Error(timed.message);
    expect(sayLengths(rhythm, timed.timing)).toEqual([
      'Bell: a one-turn phrase, six times, is six turns.',
      'Walker: a two-turn phrase, three times, is six turns.',
      'Seven: 3/4 of a turn; four times through it is three turns.',
      'Everything comes round after six turns.',
    ]);
  });

  it('says so where one phrase is the whole', () => {
    const { rhythm } = readRhythm('rhythm A\ncycle 3\nlayer B : hand bell\nplay X . .');
    const timed = timeRhythm(rhythm);
    if (!timed.ok) throw new Error(timed.message);
    expect(sayLengths(rhythm, timed.timing)[0]).toBe('B: one turn, as long as the whole.');
  });
});

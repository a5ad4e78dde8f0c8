import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import { countBeat, countTurn, usualCounting } from './index.ts';

describe('countBeat', () => {
  it('follows the table for one to four parts', () => {
    expect(countBeat('plain', 1, 1)).toEqual(['1']);
    expect(countBeat('plain', 1, 2)).toEqual(['1', '&']);
    expect(countBeat('plain', 3, 3)).toEqual(['3', '&', 'a']);
    expect(countBeat('plain', 2, 4)).toEqual(['2', 'e', '&', 'a']);
    expect(countBeat('triplet', 1, 3)).toEqual(['1', 'trip', 'let']);
    expect(countBeat('la-li', 1, 3)).toEqual(['1', 'la', 'li']);
    expect(countBeat('la-li', 1, 6)).toEqual(['1', 'ta', 'la', 'ta', 'li', 'ta']);
  });

  it('borrows the triplet words for six and numbers what has no words', () => {
    expect(countBeat('plain', 1, 6)).toEqual(['1', 'trip', 'let', '&', 'trip', 'let']);
    expect(countBeat('plain', 2, 5)).toEqual(['2', '2', '3', '4', '5']);
  });
});

describe('countTurn', () => {
  it('counts uneven beats from each beat, or every pulse of the turn', () => {
    const cycle = cycleFromSpans('3+3+2');
    expect(
      countTurn('plain', cycle)
        .map((count) => count.word)
        .join(' '),
    ).toBe('1 & a 2 & a 3 &');
    expect(
      countTurn('running', cycle)
        .map((count) => count.word)
        .join(' '),
    ).toBe('1 2 3 4 5 6 7 8');
    expect(countTurn('plain', cycle).filter((count) => count.strong)).toHaveLength(3);
  });

  it('has a usual system for each sort of cycle', () => {
    expect(usualCounting(cycleFromSpans('3x4'))).toBe('la-li');
    expect(usualCounting(cycleFromSpans('4x4'))).toBe('triplet');
    expect(usualCounting(cycleFromSpans('3+3+2'))).toBe('plain');
  });
});

import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import {
  COUNTING_SYSTEMS,
  type Counting,
  type CountingSystem,
  countBeat,
  countTurn,
  readCounting,
  simplify,
  usualCounting,
  writeCounting,
} from './index.ts';

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

describe('the table of systems', () => {
  const row = (system: CountingSystem, slots: number) => countBeat(system, 1, slots).join(' ');

  it.each([
    ['ta-ka-di-mi', 2, 'ta di'],
    ['ta-ka-di-mi', 3, 'ta ki da'],
    ['ta-ka-di-mi', 4, 'ta ka di mi'],
    ['ta-ka-di-mi', 6, 'ta va ki di da ma'],
    ['spoken-drum', 2, 'ta ka'],
    ['spoken-drum', 5, 'ta di gi na thom'],
    ['spoken-drum', 6, 'ta ki ta ta ki ta'],
    ['spoken-drum', 7, 'ta ki ta ta ka di mi'],
    ['spoken-drum', 8, 'ta ka di mi ta ka jo nu'],
    ['spoken-drum', 9, 'ta ka di mi ta di gi na thom'],
    ['la-li', 4, '1 ta ti ta'],
    ['triplet', 6, '1 trip let & trip let'],
  ] as const)('%s of %i', (system, slots, words) => {
    expect(row(system, slots)).toBe(words);
  });

  it('spoken drum splits larger numbers into fours and threes, a word for each part', () => {
    expect(row('spoken-drum', 10)).toBe('ta ka di mi ta ki ta ta ki ta');
    expect(row('spoken-drum', 11)).toBe('ta ka di mi ta ka di mi ta ki ta');
    for (let slots = 1; slots <= 64; slots += 1) {
      for (const system of COUNTING_SYSTEMS) {
        expect(countBeat(system, 3, slots)).toHaveLength(slots);
      }
    }
  });
});

describe('a counting rule', () => {
  const rule: Counting = {
    base: 'plain',
    parts: { 5: 'spoken-drum', 3: 'la-li' },
    words: { 4: ['1', 'ti', 'ka', 'ti'] },
  };

  it('uses one’s own words first, then the system for so many parts, then its base', () => {
    expect(countBeat(rule, 2, 4).join(' ')).toBe('2 ti ka ti');
    expect(countBeat(rule, 2, 3).join(' ')).toBe('2 la li');
    expect(countBeat(rule, 2, 5).join(' ')).toBe('ta di gi na thom');
    expect(countBeat(rule, 2, 2).join(' ')).toBe('2 &');
  });

  it('is written and read again, and is refused with a sentence', () => {
    expect(readCounting(writeCounting(rule))).toEqual({ counting: rule });
    expect(readCounting('plain;')).toMatchObject({ message: expect.any(String) });
    expect(readCounting('hum')).toMatchObject({ message: expect.stringContaining('plain') });
    expect(readCounting('plain; 70 la-li')).toMatchObject({ message: expect.any(String) });
    expect(simplify({ base: 'la-li', parts: {} })).toBe('la-li');
  });
});

describe('countTurn', () => {
  it('begins a compás of twelve with its last number', () => {
    const words = countTurn('twelve-first', cycleFromSpans('3+3+2+2+2'));
    expect(words.map((count) => count.word).join(' ')).toBe('12 1 2 3 4 5 6 7 8 9 10 11');
    expect(words.filter((count) => count.strong).map((count) => count.word)).toEqual([
      '12',
      '3',
      '6',
      '8',
      '10',
    ]);
  });

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

import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import {
  baseOf,
  COUNTING_SYSTEMS,
  type Counting,
  CountingSchema,
  countBeat,
  countTurn,
  pulseWord,
  readCounting,
  SYSTEM_NOTES,
  simplify,
  writeCounting,
} from './index.ts';

const RULE: Counting = {
  base: 'plain',
  parts: { 5: 'spoken-drum' },
  words: { 3: ['1', 'ti', '1'] },
};

describe('a counting as it is written', () => {
  it.each([
    ['plain', 'plain'],
    ['plain; 5 spoken-drum', { base: 'plain', parts: { 5: 'spoken-drum' } }],
    ['plain ;12la-li', { base: 'plain', parts: { 12: 'la-li' } }],
    ['la-li; 3 =  1  ti   ti ', { base: 'la-li', words: { 3: ['1', 'ti', 'ti'] } }],
    ['plain; 5 spoken-drum; 3 = 1 ti 1', RULE],
    ['plain; 64 triplet', { base: 'plain', parts: { 64: 'triplet' } }],
    ['plain; 1 = ta', { base: 'plain', words: { 1: ['ta'] } }],
  ])('%s', (text, counting) => {
    const read = readCounting(text);
    expect(read).toEqual({ counting });
    if ('counting' in read) {
      expect(readCounting(writeCounting(read.counting))).toEqual({ counting });
    }
  });

  it.each([
    ['plainn', 'No counting is called “plainn”. Did you mean plain?'],
    [
      'hum',
      'After count write one of plain, triplet, la-li, ta-ka-di-mi, spoken-drum, running, compas, twelve-first, each-group, each-beat, quick-slow.',
    ],
    [
      'plain; ; 5 la-li',
      'A rule is missing beside the semicolon. Take it out, or write 5 spoken-drum, or 3 = 1 ti ti.',
    ],
    ['plain; 5 hum', '“5 hum” is not a counting rule. Write 5 spoken-drum, or 3 = 1 ti ti.'],
    ['plain; la-li', '“la-li” is not a counting rule. Write 5 spoken-drum, or 3 = 1 ti ti.'],
    ['plain; x5 la-li', '“x5 la-li” is not a counting rule. Write 5 spoken-drum, or 3 = 1 ti ti.'],
    [
      `plain; 5 ${'la'.repeat(20)}`,
      `“5 ${'la'.repeat(11)}” is not a counting rule. Write 5 spoken-drum, or 3 = 1 ti ti.`,
    ],
    ['plain; 3 = 1 ti', 'A beat needs one word for each of its parts.'],
    ['plain; 0 la-li', 'From 1 to 64 parts.'],
    ['plain; 65 la-li', 'From 1 to 64 parts.'],
    ['plain; 70 la-li', 'From 1 to 64 parts.'],
    ['plain; 2 = 1 a/b', 'A counting word is one word without marks.'],
    [`plain; 2 = 1 ${'a'.repeat(25)}`, 'A counting word is one word without marks.'],
  ])('%s is refused', (text, message) => {
    expect(readCounting(text)).toEqual({ message });
  });

  it('stands on its base, and is no more than that where nothing differs', () => {
    expect([baseOf('la-li'), baseOf(RULE)]).toEqual(['la-li', 'plain']);
    expect(simplify({ base: 'plain', parts: { 2: 'la-li' }, words: {} })).toEqual({
      base: 'plain',
      parts: { 2: 'la-li' },
    });
    expect(simplify({ base: 'plain', words: { 1: ['x'] } })).toEqual({
      base: 'plain',
      words: { 1: ['x'] },
    });
    const kept = (data: unknown) => v.safeParse(CountingSchema, data).success;
    expect([kept('plain'), kept('hum'), kept(RULE), kept({ parts: {} })]).toEqual([
      true,
      false,
      true,
      false,
    ]);
    const words = { 65: Array(65).fill('a') };
    expect(kept({ base: 'plain', words })).toBe(false);
  });
});

describe('words of a beat', () => {
  it('have the beat’s number in the first place only, and only where it stands there', () => {
    expect(countBeat(RULE, 7, 3)).toEqual(['7', 'ti', '1']);
    expect(countBeat('triplet', 2, 5)).toEqual(['2', '2', '3', '4', '5']);
    expect(countBeat('la-li', 2, 10)).toEqual('2 2 3 4 5 6 7 8 9 10'.split(' '));
    expect(countBeat('la-li', 2, 6).join(' ')).toBe('2 ta la ta li ta');
    expect(countBeat('ta-ka-di-mi', 3, 5).join(' ')).toBe('ta ka di mi ti');
    expect(countBeat('la-li', 3, 2)).toEqual(['3', 'ti']);
    expect(countBeat('ta-ka-di-mi', 3, 7)).toEqual(['3', '2', '3', '4', '5', '6', '7']);
    expect(countBeat('spoken-drum', 3, 12)).toEqual(
      'ta ka di mi ta ka di mi ta ka di mi'.split(' '),
    );
    expect(countBeat('running', 3, 2)).toEqual(['3', '&']);
  });

  it('of one’s own go before the numbers of the pulses', () => {
    const own: Counting = { base: 'running', words: { 2: ['1', 'and'] } };
    const said = (counting: Counting) =>
      countTurn(counting, cycleFromSpans('3+2+3')).map(({ word }) => word);
    expect(said(own)).toEqual(['1', '2', '3', '2', 'and', '6', '7', '8']);
    expect(said({ base: 'running', parts: { 2: 'plain' } })).toEqual('1 2 3 2 & 6 7 8'.split(' '));
    expect(said({ base: 'running', words: { 4: ['1', 'b', 'c', 'd'] } })).toEqual(
      '1 2 3 4 5 6 7 8'.split(' '),
    );
    expect([pulseWord('running', 0, 12), pulseWord('twelve-first', 0, 12)]).toEqual(['1', '12']);
    expect([pulseWord('running', 4, 12), pulseWord('twelve-first', 4, 12)]).toEqual(['5', '4']);
    // The last two of a turn of twelve are of one syllable each; turns of other lengths have none such.
    const inCompas = (turn: number) =>
      Array.from({ length: turn }, (_, pulse) => pulseWord('compas', pulse, turn)).join(' ');
    expect(inCompas(12)).toBe('1 2 3 4 5 6 7 8 9 10 un dos');
    expect(inCompas(11)).toBe('1 2 3 4 5 6 7 8 9 10 11');
    expect([pulseWord('running', 10, 12), pulseWord('running', 11, 12)]).toEqual(['11', '12']);
  });
});

describe('the systems', () => {
  it('are each told in a sentence', () => {
    const told = COUNTING_SYSTEMS.map(
      (system) => `${system}: ${SYSTEM_NOTES[system].name}. ${SYSTEM_NOTES[system].note}`,
    );
    expect(told.join('\n')).toMatchInlineSnapshot(`
      "plain: plain. 1 & a, 1 e & a. It has no good word for six and borrows the triplet words there.
      triplet: triplet words. Like plain, with 1 trip let for a beat of three.
      la-li: la-li. 1 la li for three, 1 ti for two, 1 ta ti ta for four.
      ta-ka-di-mi: ta-ka-di-mi. ta on every beat, ta di for two, ta ki da for three, ta ka di mi for four, ta ka di mi ti for five.
      spoken-drum: spoken drum. ta ka, ta ki ta, ta ka di mi, ta di gi na thom; long ones in fours and threes.
      running: running numbers. Every pulse of the turn has its own number.
      compas: compás. Running numbers; the last two of a turn of twelve are said un and dos, so that each is one syllable.
      twelve-first: last number first. Running numbers that begin with the last: 12 1 2 to 11, as a compás of twelve is counted.
      each-group: each group from 1. Beats are numbered anew in every group of the cycle: 1 2 3 4, 1 2, 1 2. Parts of a beat as in plain.
      each-beat: each beat from 1. Pulses are numbered anew in every beat: 1 2, 1 2, 1 2 3 in an uneven seven.
      quick-slow: quick and slow. quick for a beat of two, slow for a beat of three, as uneven cycles are danced. A dash is held."
    `);
  });
});

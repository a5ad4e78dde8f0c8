import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  capital,
  counted,
  form,
  inWords,
  listed,
  ordinal,
  times,
  withCommas,
  wordedCount,
} from './index.ts';

describe('words that go with a number', () => {
  it('are plural where there is not just one', () => {
    expect([0, 1, 2, 21].map((count) => counted(count, 'tempo'))).toEqual([
      '0 tempos',
      '1 tempo',
      '2 tempos',
      '21 tempos',
    ]);
    expect(wordedCount(1, 'slot')).toBe('one slot');
    expect(wordedCount(12, 'slot')).toBe('twelve slots');
    expect(wordedCount(13, 'slot')).toBe('13 slots');
    expect(wordedCount(0, 'slot')).toBe('no slots');
  });

  it.each([
    ['foot', 'feet'],
    ['half', 'halves'],
    ['is', 'are'],
    ['has', 'have'],
    ['was', 'were'],
    ['comes', 'come'],
    ['falls', 'fall'],
    ['finds', 'find'],
    ['goes', 'go'],
    ['together', 'together'],
    ['of them', 'of them'],
    ['turn', 'turns'],
  ])('%s: %s', (one, many) => {
    expect([form(1, one), form(0, one), form(2, one)]).toEqual([one, many, many]);
  });

  it('say places, numbers and how often', () => {
    expect([1, 3, 12, 13, 21, 22, 23, 24, 111, 112, 113].map(ordinal)).toEqual(
      'first third twelfth 13th 21st 22nd 23rd 24th 111th 112th 113th'.split(' '),
    );
    expect([0, 1, 7, 12, 13].map(inWords)).toEqual(['no', 'one', 'seven', 'twelve', '13']);
    expect([1, 2, 3, 20].map(times)).toEqual(['once', 'twice', 'three times', '20 times']);
    expect(capital('one move')).toBe('One move');
    expect(capital('')).toBe('');
  });

  it('stand in a row as they are said', () => {
    expect(listed(['one'])).toBe('one');
    expect(listed(['one', 'two'])).toBe('one and two');
    expect(listed(['one', 'two', 'three'])).toBe('one, two, and three');
  });

  it('go by the rules of the language, as the runtime knows them', () => {
    const rules = new Intl.PluralRules('en', { type: 'ordinal' });
    const suffixes: Record<string, string> = { one: 'st', two: 'nd', few: 'rd', other: 'th' };
    const places = Array.from({ length: 2400 }, (_, at) => at + 13);
    expect(places.map(ordinal)).toEqual(
      places.map((place) => `${place}${suffixes[rules.select(place)]}`),
    );
    expect([0, 999, 1000, 45_000, 1_234_567].map(withCommas)).toEqual(
      '0 999 1,000 45,000 1,234,567'.split(' '),
    );
    const row = new Intl.ListFormat('en', { type: 'conjunction' });
    fc.assert(
      fc.property(fc.array(fc.string()), (words) => {
        expect(listed(words)).toBe(row.format(words));
      }),
    );
  });
});

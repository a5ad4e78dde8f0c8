import { describe, expect, it } from 'vitest';
import { capital, counted, form, ordinal, times, wordedCount } from './index.ts';

describe('words that go with a number', () => {
  it('are plural where there is not just one', () => {
    expect([0, 1, 2, 21].map((count) => counted(count, 'tempo'))).toEqual([
      '0 tempos',
      '1 tempo',
      '2 tempos',
      '21 tempos',
    ]);
    expect(counted(2, 'half')).toBe('2 halves');
    expect(form(2, 'is')).toBe('are');
    expect(form(3, 'together')).toBe('together');
    expect(wordedCount(1, 'slot')).toBe('one slot');
    expect(wordedCount(13, 'slot')).toBe('13 slots');
  });

  it('say places and how often', () => {
    expect([1, 3, 12, 13, 21, 22, 23, 24, 111, 112].map(ordinal)).toEqual(
      'first third twelfth 13th 21st 22nd 23rd 24th 111th 112th'.split(' '),
    );
    expect([1, 2, 3, 20].map(times)).toEqual(['once', 'twice', 'three times', '20 times']);
    expect(capital('one move')).toBe('One move');
  });
});

import { describe, expect, it } from 'vitest';
import { plainLetters, spelling } from './index.ts';

describe('spelling', () => {
  it.each([
    ['teental', 'tin tal'],
    ['teental', 'Teen-Taal'],
    ['jhaptal', 'jhaptaal'],
    ['ada chautal', 'adachautal'],
    ['tisra', 'tishra'],
    ['misra chapu', 'Mishra chaapu'],
    ['doumbek', 'dumbek'],
    ['güiro', 'GUIRO'],
    ['djembe', 'jembe'],
    ['maqsum', 'maksoum'],
    ['ayyub', 'ayub'],
    ['turk aksagi', 'türk aksağı'],
  ])('takes %s and %s for one name', (one, other) => {
    expect(spelling(one)).toBe(spelling(other));
  });

  it('keeps apart what is not one name', () => {
    for (const [one, other] of [
      ['tisra', 'khanda'],
      ['samai', 'semai'],
      ['seven 2+2+3', 'seven 3+2+2'],
      ['aka twelve', 'aka sixteen'],
    ] as const) {
      expect(spelling(one)).not.toBe(spelling(other));
    }
    expect(spelling('')).toBe('');
  });

  it('drops marks and case only where letters are to stay as they are', () => {
    expect(plainLetters('Bodhrán, AĞIR, İki')).toBe('bodhran, agir, iki');
  });
});

import { describe, expect, it } from 'vitest';
import { byName, plainLetters, sortedByName, spelling } from './index.ts';

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
    ['khanda', 'kanda'],
    ['dhruva', 'druva'],
    ['pancham sawari', 'pancham savari'],
    ['pharuca', 'farruca'],
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
      // A breath is part of a sound after some letters only.
      ['charo', 'caro'],
      ['ahata', 'aata'],
    ] as const) {
      expect(spelling(one)).not.toBe(spelling(other));
    }
    expect(spelling('')).toBe('');
  });

  it('drops marks and case only where letters are to stay as they are', () => {
    expect(plainLetters('Bodhrán, AĞIR, İki')).toBe('bodhran, agir, iki');
  });
});

describe('the order of names', () => {
  const names = ['walk', 'Çifteli', 'bell', 'Bell', 'ağır', 'agir', 'Zil', 'carry', 'bell'];
  const ordered = ['agir', 'ağır', 'Bell', 'bell', 'bell', 'carry', 'Çifteli', 'walk', 'Zil'];

  it('goes by letters without marks, upper case first where nothing else differs', () => {
    expect(names.toSorted(byName)).toEqual(ordered);
    expect(byName('bell', 'bell')).toBe(0);
  });

  it('is the same for many at once', () => {
    expect(sortedByName(names, (name) => name)).toEqual(ordered);
    const rows = names.map((name, at) => ({ name, at }));
    // Two of one name stay as they stood.
    expect(sortedByName(rows, ({ name }) => name).map(({ at }) => at)).toEqual([
      5, 4, 3, 2, 8, 7, 1, 0, 6,
    ]);
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { crossing, learnSteps, phrasesFor, readPhrase, setPhrase } from './index.ts';

describe('a phrase', () => {
  it('is parted at spaces and hyphens, and stressed where it is written in capitals', () => {
    expect(readPhrase('FER-ry the lan-tern')).toEqual([
      { text: 'FER', stressed: true, joined: true },
      { text: 'ry', stressed: false, joined: false },
      { text: 'the', stressed: false, joined: false },
      { text: 'lan', stressed: false, joined: true },
      { text: 'tern', stressed: false, joined: false },
    ]);
    expect(readPhrase('  ')).toEqual([]);
    expect(readPhrase('Come, ÉTÉ 3')[1]).toMatchObject({ text: 'ÉTÉ', stressed: true });
    expect(readPhrase('Come')[0]?.stressed).toBe(false);
  });

  it('is set to the composite, with long and short', () => {
    const { syllables, problems } = setPhrase('LAMP on the stair', crossing([3, 2]));
    expect(problems).toEqual([]);
    expect(syllables.map(({ text, at, stride, long }) => [text, at, stride, long])).toEqual([
      ['LAMP', 0, 2, true],
      ['on', 2, 1, false],
      ['the', 3, 1, false],
      ['stair', 4, 2, true],
    ]);
  });

  it('says where it does not fit', () => {
    const said = (text: string) => setPhrase(text, crossing([3, 2])).problems;
    expect(said('LAMP on stairs')).toEqual([
      'The composite has 4 moments and the phrase 3 syllables: 1 too few.',
    ]);
    expect(said('LAMP on the wet stair')[0]).toContain('“stair” and what follows is too much');
    expect(said('lamp on the stair')[0]).toContain('All fall together on “lamp” (1)');
    expect(said('LAMP on THE stair')).toEqual([
      '“THE” (3) is stressed, and only the 2 sounds there: the stress is in the wrong place.',
    ]);
    expect(said('')[0]).toContain('0 syllables: 4 too few');
  });

  it('of the bank fits its crossing, whichever pulse comes first', () => {
    const pairs = [
      [3, 2],
      [4, 3],
      [5, 2],
      [5, 3],
      [5, 4],
      [7, 2],
      [7, 3],
      [7, 4],
      [8, 3],
      [6, 4],
    ];
    for (const [a = 0, b = 0] of pairs) {
      for (const crossed of [crossing([a, b]), crossing([b, a])]) {
        const phrases = phrasesFor(crossed);
        expect(phrases.length, `${a}:${b}`).toBeGreaterThan(0);
        for (const phrase of phrases) expect(setPhrase(phrase, crossed).problems).toEqual([]);
      }
    }
    expect(phrasesFor(crossing([11, 7]))).toEqual([]);
  });
});

describe('steps to learn a crossing', () => {
  const parts = [
    { instrument: 'rope-drum', kind: 'O', hand: 'R' },
    { instrument: 'hand-bell', kind: 'X', hand: 'L' },
  ] as const;

  it('go from the composite over each hand to the foot', () => {
    const steps = learnSteps(crossing([5, 3]), parts, 1);
    expect(steps.map((step) => step.heard)).toEqual([[], [0], [1], [0, 1], [0, 1], [0, 1]]);
    expect(steps[0]?.text).toBe('The composite alone, slowly. Count 3 2 1 3 1 2 3.');
    expect(steps[4]?.text).toBe('Swap hands: the 5 in the left hand, the 3 in the right hand.');
    expect(steps[4]?.parts.map((part) => part.hand)).toEqual(['L', 'R']);
    expect(steps[5]?.parts.map((part) => part.hand)).toEqual(['R', 'F']);
  });

  it('never go slower, and end at the tempo that is set', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 31 }), fc.integer({ min: 1, max: 31 }), (a, b) => {
        const speeds = learnSteps(crossing([a, b]), parts, 0).map((step) => step.speed);
        expect([...speeds].sort((one, other) => one - other)).toEqual(speeds);
        expect(speeds.at(-1)).toBe(1);
      }),
    );
  });
});

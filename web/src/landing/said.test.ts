import { type Cadence, sayUnits, USUAL_WORDS } from '@stride/core/landing';
import { describe, expect, it } from 'vitest';
import { readSaid, sizesOfSyllables, wordsOfPhrase, writeSaid } from './said.ts';

const FIVES: Cadence = { sizes: [5, 5], gaps: [1], parts: 4, landing: 'on-last' };

describe('the words of a cadence as text', () => {
  it('are written and read again', () => {
    const said = sayUnits(FIVES, USUAL_WORDS);
    const text = writeSaid(said);
    expect(text).toBe('ta di gi na thom . ta di gi na tam');
    expect(readSaid(text, FIVES, USUAL_WORDS)).toEqual({ ok: true, said });
  });

  it('may be one’s own, a word for every unit', () => {
    const own = readSaid('lan tern on the quay - lan tern on the one', FIVES, USUAL_WORDS);
    expect(own.ok && own.said.map((one) => one.text)).toEqual(
      'lan tern on the quay – lan tern on the one'.split(' '),
    );
    expect(own.ok && own.said.at(-1)?.lands).toBe(true);
    const short = readSaid('lan tern', FIVES, USUAL_WORDS);
    expect(!short.ok && short.message).toContain('has 11 units, its landing among them');
    expect(readSaid(Array(11).fill('x'.repeat(30)).join(' '), FIVES, USUAL_WORDS).ok).toBe(false);
  });

  it('that were typed are the words of every unit, with one for the one where it comes after', () => {
    const typed = '. lan tern on the quay . lan tern on the one . .';
    const words = wordsOfPhrase(typed, FIVES, 'tam');
    expect(words).toBe('lan tern on the quay . lan tern on the one');
    expect(readSaid(words, FIVES, USUAL_WORDS)).toMatchObject({ ok: true });
    const after: Cadence = { ...FIVES, landing: 'after-last' };
    expect(wordsOfPhrase(typed, after, 'tam')).toBe(`${words} tam`);
    expect(readSaid(wordsOfPhrase(typed, after, ''), after, USUAL_WORDS)).toMatchObject({
      ok: true,
    });
  });

  it('are counted into sizes and gaps', () => {
    expect(sizesOfSyllables('ta di gi na thom . . ta ka . ta')).toEqual({
      sizes: [5, 2, 1],
      gaps: [2, 1],
    });
    expect(sizesOfSyllables('. .')).toBeUndefined();
  });
});

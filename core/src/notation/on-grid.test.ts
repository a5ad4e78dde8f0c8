import { describe, expect, it } from 'vitest';
import { proposeBringIn, sayUnsure } from './index.ts';
import { barsOf, conga, made, notationOf } from './written.testkit.ts';

describe('notes that a hand played', () => {
  const played = [0, 0.52, 0.99, 1.51, 2.01, 2.49, 3.02, 3.5].map(
    (at) => [`${Math.round(at * 9600)}/9600`, 'O'] as const,
  );
  const notation = notationOf(barsOf('4/4'), [conga(played)]);

  it('are put where they were most likely meant, which is proposed', () => {
    expect(proposeBringIn(notation)[0]?.grid).toBe('heard');
    const { rhythm } = made(notation);
    expect(rhythm.layers[0]?.cells.map(({ slots }) => slots)).toEqual([4, 4, 4, 4]);
    expect(rhythm.layers[0]?.strokes.map(({ slot }) => slot)).toEqual([0, 2, 4, 6, 8, 10, 12, 14]);
  });

  it('or on so many parts of each beat; what falls on the end is the beginning', () => {
    const late = notationOf(barsOf('2/4'), [
      conga([
        ['1/100', 'O'],
        ['52/100', 'O'],
        ['199/100', 'S'],
      ]),
    ]);
    const slots = (grid: number) =>
      made(late, () => ({ grid })).rhythm.layers[0]?.strokes.map(
        ({ slot, kind }) => `${slot}${kind}`,
      );
    expect(slots(2)).toEqual(['0O', '0S', '2O']);
    expect(slots(1)).toEqual(['0O', '0S', '4O']);
  });

  it('are told where they could be read otherwise', () => {
    const eighths = [0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5, 5.5, 6, 6.5, 7, 7.5];
    const unsure = (places: readonly number[]) => {
      const notes = places.map((at) => [`${Math.round(at * 9600)}/9600`, 'O'] as const);
      return made(notationOf(barsOf('4/4', '4/4'), [conga(notes)]), () => ({ grid: 'heard' }))
        .unsure;
    };
    // Halves are halves, in two parts of the beat or in four.
    expect(unsure(eighths)).toEqual([]);
    const loose = eighths.map((at, index) => at + (index % 3) * 0.02 + 0.03);
    expect(unsure(loose.with(11, 5.36))).toEqual([
      { part: 'Congas', turn: 0, beat: 2, slots: 2, other: 5 },
      { part: 'Congas', turn: 1, beat: 1, slots: 3, other: 8 },
    ]);
    expect(sayUnsure([])).toBe('');
    const one = { part: 'Drum', turn: 1, beat: 0, slots: 3, other: 4 };
    expect(sayUnsure([one])).toBe('Unsure: Drum, turn 2, beat 1: 3 parts, or 4.');
    expect(sayUnsure([{ ...one, slots: 1, other: 2 }])).toContain('beat 1: 1 part, or 2.');
    expect(sayUnsure([one, one, one, one, one])).toMatch(/, and 2 more\.$/);
  });
});

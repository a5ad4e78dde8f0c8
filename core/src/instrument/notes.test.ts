import { describe, expect, it } from 'vitest';
import { FAMILIES, INSTRUMENTS, type Instrument, instrumentsOfNote, notesOf } from './index.ts';

/** An instrument of one's own with so many strokes of a family. */
const own = (family: (typeof FAMILIES)[number], count: number): Instrument => ({
  id: 'own-tin',
  name: 'tin',
  note: '',
  strokes: Array.from({ length: count }, (_, at) => ({
    code: `X${at}`,
    name: `stroke ${at}`,
    family,
    hand: 'either' as const,
    how: 'Strike it.',
  })),
});

describe('notes of the percussion channel', () => {
  it('are another one for each stroke of every instrument', async () => {
    const listed = INSTRUMENTS.map((instrument) => {
      const notes = notesOf(instrument);
      expect(new Set(notes.values()).size, instrument.name).toBe(instrument.strokes.length);
      expect([...notes.values()].every((note) => note >= 27 && note <= 127)).toBe(true);
      return `${instrument.name}: ${[...notes].map(([code, note]) => `${code} ${note}`).join(', ')}`;
    });
    await expect(`${listed.join('\n')}\n`).toMatchFileSnapshot('notes.txt');
  });

  it('of an instrument of one’s own are those of its families, then those without a name', () => {
    const first = FAMILIES.map((family) => `${family} ${notesOf(own(family, 1)).get('X0')}`);
    expect(first.join(', ')).toBe(
      'bass 36, open 63, slap 62, muted 47, touch 37, metal 56, shaken 70, voice 76',
    );
    expect([...notesOf(own('bass', 6)).values()]).toEqual([36, 35, 41, 43, 88, 89]);
    // There are forty of those.
    expect([...notesOf(own('bass', 46)).values()].slice(-3)).toEqual([127, 127, 127]);
  });

  it('say whose they are in the standard', () => {
    expect([56, 63, 75].map(instrumentsOfNote)).toMatchInlineSnapshot(`
      [
        [
          "metal-shell-pair",
          "hand-bell",
          "mounted-bells",
        ],
        [
          "tall-drums",
          "tall-hand-drum",
          "three-tall-drums",
        ],
        [
          "claves",
        ],
      ]
    `);
    expect(instrumentsOfNote(100)).toEqual([]);
  });
});

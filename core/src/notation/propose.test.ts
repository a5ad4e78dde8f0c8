import { describe, expect, it } from 'vitest';
import { findInstrument } from '../instrument/index.ts';
import type { Part, PartSound } from './model.ts';
import { proposeInstrument, proposeStrokes } from './propose.ts';

const part = (name: string, sounds: readonly Partial<PartSound>[], instrument?: string): Part => ({
  id: 'p',
  name,
  notes: [],
  ...(instrument === undefined ? {} : { instrument }),
  sounds: sounds.map((sound, at) => ({ key: `${at}`, name: `sound ${at}`, count: 1, ...sound })),
});
const proposed = (name: string, sounds: readonly Partial<PartSound>[] = []) =>
  proposeInstrument(part(name, sounds)).name;
const strokes = (id: string, sounds: readonly Partial<PartSound>[]) => {
  const instrument = findInstrument(id);
  return instrument ? Object.values(proposeStrokes(part('', sounds), instrument)).join(' ') : '';
};

describe('the instrument of a part', () => {
  it('is the one its name names, in whatever words', () => {
    expect(proposed('Congas')).toBe('congas');
    expect(proposed('Conga 2 (low)')).toBe('conga');
    expect(proposed('Drumset')).toBe('drum kit');
    expect(proposed('Cowbells')).toBe('cowbells');
    expect(proposed('Left: frame -- drum (2)')).toBe('frame drum');
    expect(proposed('Framework')).toBe('hand bell');
    expect(['Palmas claras', 'Clap', 'Hand claps'].map((name) => proposed(name))).toEqual([
      'palmas',
      'palmas',
      'palmas',
    ]);
    expect(proposeInstrument(part('Track 3', [], 'djembe')).name).toBe('djembe');
  });

  it('is the one whose notes it plays, where its name says nothing', () => {
    expect(proposed('Track 1', [{ note: 75, count: 9 }])).toBe('claves');
    expect(proposed('Track 1', [{ note: 63 }, { note: 64 }])).toBe('congas');
    expect(proposed('Track 1', [{}])).toBe('hand bell');
    expect(proposed('Track 1', [{}, {}])).toBe('darbuka');
    const ten = Array.from({ length: 10 }, () => ({}));
    expect(proposed('Track 1', ten)).toBe('darbuka');
    expect(
      proposed(
        'Track 1',
        Array.from({ length: 11 }, () => ({})),
      ),
    ).toBe('drum kit');
  });
});

describe('the strokes of a part', () => {
  it('are those of its names, then of its notes, then of the words in its names', () => {
    expect(strokes('tall-drums', [{ name: 'open' }, { name: 'congas: low slap' }])).toBe('O s');
    expect(strokes('box-drum', [{ name: 'side stick, note 37', note: 37 }])).toBe('f');
    expect(strokes('tall-drums', [{ name: 'a loud open slap' }])).toBe('S');
  });

  it('are told by their heads, and else go from low to high, each family once', () => {
    expect(strokes('goblet-drum', [{}, {}, { head: 'x' }])).toBe('D O T');
    // Two of one name, or of one note, are two strokes all the same.
    expect(strokes('tall-drums', [{ name: 'open' }, { name: 'open' }])).toMatchInlineSnapshot(
      `"O B"`,
    );
    expect(strokes('tall-drums', [{ note: 63 }, { note: 63 }, {}])).toMatchInlineSnapshot(
      `"O B C"`,
    );
    // A diamond is metal, else a touch; a slash is muted, else a touch.
    expect(
      ['diamond', 'slash', 'circle-x', 'triangle'].map((head) =>
        ['tall-drums', 'drum-kit', 'claves'].map((id) => strokes(id, [{ head }])).join(' '),
      ),
    ).toMatchInlineSnapshot(`
      [
        "H x t",
        "M R t",
        "C x X",
        "C S X",
      ]
    `);
    // Crosses are slaps, then metal, then muted ones, as far as the instrument has them, each once.
    const crosses = (id: string) => strokes(id, [{ head: 'x' }, { head: 'x' }, { head: 'cross' }]);
    expect(['tall-drums', 'drum-kit', 'hand-bell', 'claves'].map(crosses)).toMatchInlineSnapshot(`
      [
        "C S s",
        "S x X",
        "X Y C",
        "X t X",
      ]
    `);
    // A bell has no bass: its own stroke is the first.
    expect(strokes('hand-bell', [{}])).toBe('X');
    // More sounds than strokes: the first one stands for the rest.
    expect(
      strokes(
        'hand-bell',
        Array.from({ length: 5 }, () => ({})),
      ),
    ).toBe('X C t Y X');
  });
});

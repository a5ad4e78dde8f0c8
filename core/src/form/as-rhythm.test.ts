import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { writeLayerRows } from '../text/index.ts';
import { arbitraryForm, formOf, RHYTHMS } from './fixture.testkit.ts';
import { changeAsRhythm, layOut, sectionAsRhythm, turnAsRhythm } from './index.ts';

const part = (name: string, more = '') => `part ${name}\nplay Walk : ${name}\n${more}`;
const section = (name: string, length: number, more = '') =>
  `section ${name}\ncycle 3+3+2\nturns ${length}\nlevel plain\n${more}`;

describe('a change as a rhythm', () => {
  it('has the last turn and the first one, with the pickup', () => {
    const form = formOf(
      `${section('A', 3, part('Bell'))}\nsection B\ncycle 2+2+3\nturns 4\nlevel plain\nchange same beat\npart Drum\nplay Seven : Ground\npickup 1\nwith Walk : Congas`,
    );
    const made = changeAsRhythm(layOut(form, RHYTHMS), 1, 'new');
    if (!made.ok) throw new Error(made.message);
    const { rhythm } = made;
    expect([rhythm.name, rhythm.tempo, rhythm.target]).toEqual([
      'Test: A into B',
      { bpm: 72, per: 2 },
      72,
    ]);
    expect(rhythm.layers.map(({ name }) => name)).toEqual(['Bell', 'Drum', 'Drum 2']);
    const rows = rhythm.layers.map((layer) => writeLayerRows(layer, rhythm.cycle).split('\n')[0]);
    expect(rows).toEqual([
      'play  X! . . / X . . / X . / . . / . . / . . .',
      'play  . . . / . . . / O . / . . / . . / . . .',
      'play  . . . / . . . / . . / G! . / G . / G . t',
    ]);
  });

  it('in double time has beats that are divided as it needs', () => {
    const form = formOf(`${section('A', 1)}\n${section('B', 2, `speed double\n${part('Bell')}`)}`);
    const made = changeAsRhythm(layOut(form, RHYTHMS), 1, 'new');
    if (!made.ok) throw new Error(made.message);
    expect(writeLayerRows(made.rhythm.layers[0] as never, made.rhythm.cycle)).toBe(
      'play  . . . / . . . / . . / . . . X! . . / X . X! . . X / . X',
    );
  });

  it('of a section has as many turns as it needs, and none where nothing sounds', () => {
    const laid = layOut(
      formOf(`${section('A', 12, part('Bell'))}\n${section('B', 1)}\n${section('C', 1)}`),
      RHYTHMS,
    );
    const made = sectionAsRhythm(laid, 0, 'new');
    expect(made.ok && made.rhythm.layers[0]?.cells).toHaveLength(8 * 3);
    expect(sectionAsRhythm(laid, 1, 'new')).toEqual({ ok: false, message: 'Nothing sounds in B.' });
    expect(changeAsRhythm(laid, 2, 'new')).toEqual({
      ok: false,
      message: 'Nothing sounds in B into C.',
    });
    expect(changeAsRhythm(laid, 0, 'new').ok).toBe(false);
    expect(sectionAsRhythm(laid, 9, 'new').ok).toBe(false);
  });

  it('of one turn has what sounds in it: entries, cuts and pickups', () => {
    const form = formOf(
      `${section('A', 2, `cut 2.3\n${part('Congas', 'from 1.2')}`)}\n${section('B', 1, part('Bell', 'pickup 1'))}`,
    );
    const laid = layOut(form, RHYTHMS);
    const rows = (at: number, turn: number) => {
      const made = turnAsRhythm(laid, at, turn, 'new');
      if (!made.ok) return made.message;
      expect([made.rhythm.tags, made.rhythm.id]).toEqual([['form'], 'new']);
      return made.rhythm.layers.map(
        (layer) => `${layer.name} ${writeLayerRows(layer, made.rhythm.cycle).split('\n')[0]}`,
      );
    };
    expect(rows(0, 0)).toEqual(['Congas play  . . . / S . . / O .']);
    expect(rows(0, 1)).toEqual([
      'Bell play  . . . / . . . / X .',
      'Congas play  B! . O / S . . / . .',
    ]);
    expect([rows(0, 2), rows(0, -1), rows(9, 0)]).toEqual(Array(3).fill('There is no such turn.'));
  });

  it('of any form is a rhythm that can be kept, or is refused in a sentence', () => {
    fc.assert(
      fc.property(arbitraryForm, fc.nat({ max: 6 }), (form, at) => {
        const laid = layOut(form, RHYTHMS);
        for (const made of [changeAsRhythm(laid, at, 'new'), sectionAsRhythm(laid, at, 'new')])
          if (!made.ok) expect(made.message).toMatch(/\.$/);
      }),
      { numRuns: 60 },
    );
  });
});

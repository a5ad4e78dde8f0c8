import { describe, expect, it } from 'vitest';
import { formOf, WALK } from '../fixture.testkit.ts';
import { type Form, findAll, layOut } from '../index.ts';
import { found, mended, part, said, section } from './findings.testkit.ts';

describe('a variation', () => {
  it('outside its place is told', () => {
    const form = formOf(section('A', 2, 'part Drum\nplay Walk : Drum : Corner'));
    expect(said(form)).toEqual([
      'Corner has its place on turn 4 of 4; in A Drum plays it in every turn.',
    ]);
    expect(mended(form)).toEqual([]);
  });

  it('that has a side and is played on both is told', () => {
    const [layer] = WALK.layers;
    if (!layer) throw new Error('a bell');
    const call = {
      id: 'call',
      name: 'Call',
      place: { kind: 'side', side: 'three' } as const,
      lines: [{ layer: layer.id, cells: layer.cells, strokes: layer.strokes }],
    };
    const form = formOf(section('A', 4, part('Bell')));
    const sections = form.sections.map((one) => ({
      ...one,
      parts: one.parts.map((of) => ({
        ...of,
        line: { rhythm: 'walk', layer: layer.id, variation: 'call' },
      })),
    }));
    const laid = layOut(
      { ...form, sections },
      new Map([['walk', { ...WALK, variations: [call] }]]),
    );
    const all = findAll({ laid, ceiling: 50 });
    expect(all.map(({ text }) => text)).toEqual([
      'Call has its place on the three-side; in A Bell plays it on both.',
    ]);
    expect(all[0]).toMatchObject({
      weight: 'look',
      player: 'player-1',
      mends: [{ label: 'Mix it with home', edit: { kind: 'mix', player: 'player-1' } }],
    });
  });

  it('that has more than its share of the form is told', () => {
    const form = formOf(
      `${section('A', 2, part('Congas'))}\n${section('B', 2, 'part Congas\nplay Walk : Congas : Held')}`,
    );
    expect(said(form)).toEqual([
      'Held has 50 % of the turns of Congas in this form; its share is 1/4.',
    ]);
    expect(mended(form)).toEqual([]);
    expect(found(form)[0]).toMatchObject({
      section: 'section-2',
      at: 1,
      player: 'player-3',
      weight: 'look',
    });
    const enough = formOf(
      `${section('A', 6, part('Congas'))}\n${section('B', 2, 'part Congas\nplay Walk : Congas : Held')}`,
    );
    expect(said(enough)).toEqual([]);
  });

  it('that has a place and a share is told of its place alone, and one that has neither of nothing', () => {
    const [layer] = WALK.layers;
    if (!layer) throw new Error('a bell');
    const free = {
      id: 'free',
      name: 'Free',
      lines: [{ layer: layer.id, cells: layer.cells, strokes: layer.strokes }],
    };
    const rhythms = new Map([
      ['walk', { ...WALK, variations: [...(WALK.variations ?? []), free] }],
    ]);
    const playing = (line: Form['sections'][number]['parts'][number]['line']) => {
      const form = formOf(section('A', 4));
      const sections = form.sections.map((one) => ({
        ...one,
        parts: [{ player: 'player-1', ...(line && { line }) }],
      }));
      return findAll({ laid: layOut({ ...form, sections }, rhythms), ceiling: 50 }).map(
        ({ text }) => text,
      );
    };
    expect(playing({ rhythm: 'walk', layer: layer.id, variation: 'free' })).toEqual([]);
    expect(playing({ rhythm: 'walk', layer: 'layer-2', variation: 'variation-1' })).toEqual([
      'Corner has its place on turn 4 of 4; in A Bell plays it in every turn.',
    ]);
  });
});

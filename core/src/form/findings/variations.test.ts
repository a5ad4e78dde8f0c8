import { describe, expect, it } from 'vitest';
import { nth } from '../../bounds/index.ts';
import type { Variation } from '../../rhythm/index.ts';
import { formOf, RHYTHMS, WALK } from '../fixture.testkit.ts';
import { findAll, layOut } from '../index.ts';
import { found, mended, part, said, section } from './findings.testkit.ts';
import { variationsOver } from './variations.ts';

const BELL = nth(WALK.layers, 0);
/** A variation that has the strokes of the bell. */
const asBell = (name: string, place?: Variation['place']): Variation => ({
  id: name.toLowerCase(),
  name,
  lines: [{ layer: BELL.id, cells: BELL.cells, strokes: BELL.strokes }],
  ...(place && { place }),
});

/** What is found where the player of the bell plays a variation in every turn. */
function playing(layer: string, variation: string, variations: readonly Variation[]) {
  const form = formOf(section('A', 4));
  const line = { rhythm: 'walk', layer, variation };
  const sections = form.sections.map((one) => ({ ...one, parts: [{ player: 'player-1', line }] }));
  const rhythms = new Map([['walk', { ...WALK, variations: [...variations] }]]);
  return findAll({ laid: layOut({ ...form, sections }, rhythms), ceiling: 50 });
}

describe('a variation', () => {
  it('outside its place is told', () => {
    const form = formOf(section('A', 2, 'part Drum\nplay Walk : Drum : Corner'));
    expect(said(form)).toEqual([
      'Corner has its place on turn 4 of 4; in A Drum plays it in every turn.',
    ]);
    expect(mended(form)).toEqual([]);
  });

  it('that has a side and is played on both is told', () => {
    const call = asBell('Call', { kind: 'side', side: 'three' });
    const all = playing(BELL.id, 'call', [call]);
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
    const variations = [...(WALK.variations ?? []), asBell('Free')];
    const told = (layer: string, variation: string) =>
      playing(layer, variation, variations).map(({ text }) => text);
    expect(told(BELL.id, 'free')).toEqual([]);
    expect(told('layer-2', 'variation-1')).toEqual([
      'Corner has its place on turn 4 of 4; in A Bell plays it in every turn.',
    ]);
    const form = formOf(section('A', 4, 'part Drum\nplay Walk : Drum : Corner'));
    expect(variationsOver({ laid: layOut(form, RHYTHMS), ceiling: 50 })).toEqual([]);
  });
});

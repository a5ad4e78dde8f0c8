import { describe, expect, it } from 'vitest';
import { GOBLET_DRUM, HAND_BELL, playedOn } from '../instrument/index.ts';
import { TIN } from '../instrument/tin.testkit.ts';
import { readRhythm, writeRhythm } from '../text/index.ts';
import {
  addLayer,
  changeInstrument,
  checkRhythm,
  handOf,
  ownOf,
  playOn,
  repairRhythm,
  withOwn,
  withoutOwn,
} from './index.ts';

const TEXT = `rhythm Tins
cycle 4
layer Tin : biscuit tin
play X . Y .
layer Bell : hand bell
play X . . .`;
const { rhythm, problems } = readRhythm(TEXT, 'a', [TIN]);
const BOX = { ...TIN, id: 'own-box', name: 'box' };

describe('a rhythm on an instrument of one’s own', () => {
  it('is written by its name, and read where the instrument is handed in', () => {
    expect(problems).toEqual([]);
    expect(rhythm.layers.map(({ own }) => own)).toEqual([TIN, undefined]);
    const text = writeRhythm(rhythm);
    expect(text).toContain('layer Tin : biscuit tin\n');
    expect(readRhythm(text, 'a', [TIN]).rhythm).toEqual(rhythm);
    const [unknown] = readRhythm(text, 'a').problems;
    expect(unknown?.message).toMatch(/^No instrument is called “biscuit tin”/);
    // It is offered where one is called nearly so.
    const [near] = readRhythm(text.replace('biscuit tin', 'biscuit tim'), 'a', [TIN]).problems;
    expect(near?.message).toBe('No instrument is called “biscuit tim”. Did you mean biscuit tin?');
    const [colon] = readRhythm(text.replace('Tin : bis', 'Tin - bis'), 'a', [TIN]).problems;
    expect(colon?.message).toBe('Write a colon before the instrument: layer Tin : biscuit tin.');
  });

  it('holds it, and is checked with it', () => {
    expect(checkRhythm(structuredClone(rhythm))).toEqual({ ok: true, rhythm });
    const bare = withoutOwn(rhythm);
    expect(bare.layers[0]).not.toHaveProperty('own');
    expect(bare.layers[1]).toBe(rhythm.layers[1]);
    expect(checkRhythm(bare)).toEqual({
      ok: false,
      messages: ['Layer Tin: no instrument is called “own-tin”.'],
    });
    expect(checkRhythm(bare, [BOX, TIN])).toEqual({ ok: true, rhythm });
    expect(withoutOwn(bare)).toBe(bare);
  });

  it('has it as it is now, and no other', () => {
    const louder = { ...TIN, note: 'A larger one.' };
    expect(withOwn(rhythm, [louder]).layers.map(({ own }) => own)).toEqual([louder, undefined]);
    expect(withOwn(rhythm, [TIN])).toBe(rhythm);
    expect(withOwn(rhythm, [BOX])).toBe(rhythm);
    // Nobody can take the place of the program's own.
    expect(withOwn(rhythm, [{ ...TIN, id: 'hand-bell' }])).toBe(rhythm);
    expect(ownOf([rhythm, { layers: [] }, withOwn(rhythm, [louder])])).toEqual([louder]);
    expect(ownOf([withoutOwn(rhythm)])).toEqual([]);
  });

  it('comes and goes with the layer', () => {
    const more = addLayer(rhythm, BOX).layers.at(-1);
    expect(more).toMatchObject({ name: 'Box', instrument: 'own-box', own: BOX });
    const [layer] = rhythm.layers;
    if (!layer) throw new Error('no layer');
    const onBell = changeInstrument(layer, HAND_BELL, new Map([['X', 'X']]));
    expect(onBell).not.toHaveProperty('own');
    expect(onBell.strokes).toHaveLength(1);
    const back = playOn({ ...rhythm, layers: [onBell] }, layer.id, TIN, new Map([['X', 'Y']]));
    expect(back.layers[0]).toMatchObject({ ...playedOn(TIN), strokes: [{ kind: 'Y' }] });
    const feet = { ...TIN, strokes: TIN.strokes.map((one) => ({ ...one, hand: 'foot' as const })) };
    const stroke = { slot: 0, kind: 'X', force: 3 } as const;
    expect(handOf(playedOn(feet), stroke)).toBe('F');
    expect(handOf(playedOn(GOBLET_DRUM), stroke)).toBe('R');
  });

  it('that cannot be opened is mended with it, where it is handed in', () => {
    const data = { ...withoutOwn(rhythm), target: 'fast' };
    const mended = repairRhythm(data, 'b', [TIN]);
    expect(mended.rhythm.layers[0]?.own).toEqual(TIN);
    expect(mended.said.join(' ')).not.toContain('no instrument');
    expect(repairRhythm(data, 'b').said.join(' ')).toContain(
      'Tin: no instrument is called “own-tin”; it is played on the',
    );
  });
});

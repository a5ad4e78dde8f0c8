import { readRhythm } from '@stride/core/text';
import { describe, expect, it } from 'vitest';
import { HEARD_PARTS, type HeardPart, heardOf, partsOf } from './heard-part.ts';

const { rhythm } = readRhythm(
  'rhythm A\ncycle 4x2\nlayer D : darbuka\nplay D! (k) T k / D . (t) .\nhand R L R L / B . R .\nlayer K : drum kit\nplay B x S x / B x S x\nlayer C : claves\nplay X . . . / X . . .',
);
const codes = (part: HeardPart, index = 0) =>
  heardOf(rhythm.layers, rhythm.layers[index]?.id, part)
    [index]?.strokes.map(({ kind }) => kind)
    .join('');

describe('a part of a layer', () => {
  it('is one hand, the accents, all but ghosts, or low sounds; strokes of both hands are in each', () => {
    expect(codes('all')).toBe('DkTkDt');
    expect(codes('right')).toBe('DTDt');
    expect(codes('left')).toBe('kkD');
    expect(codes('accents')).toBe('D');
    expect(codes('ghosts')).toBe('DTkD');
    expect(codes('low')).toBe('DD');
    expect(codes('foot', 1)).toBe('BB');
  });

  it('is offered where it is something else than the whole, and leaves the other layers', () => {
    const [drum, kit, claves] = rhythm.layers.map(partsOf);
    expect(drum).toEqual(['all', 'right', 'left', 'accents', 'ghosts', 'low']);
    expect(kit).toContain('foot');
    expect(claves).toEqual(['all']);
    const heard = heardOf(rhythm.layers, rhythm.layers[0]?.id, 'left');
    expect(heard.slice(1)).toEqual(rhythm.layers.slice(1));
    expect(heardOf(rhythm.layers, 'gone', 'left')).toBe(rhythm.layers);
    expect(Object.values(HEARD_PARTS).every(({ name }) => name.length > 0)).toBe(true);
  });
});

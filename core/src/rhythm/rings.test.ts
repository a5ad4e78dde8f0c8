import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import { timed } from '../text/timed.testkit.ts';
import { arbitraryRhythm } from './arbitrary.testkit.ts';
import {
  addTurn,
  copyRange,
  copyTurn,
  divideCell,
  type Layer,
  paste,
  recast,
  removeLastTurn,
  repeatWithNewEnding,
  shiftStrokes,
  slotCount,
  slotsHeld,
  toggleRing,
} from './index.ts';

const { rhythm } = timed(
  'rhythm A\ncycle 4x2\nlayer D : goblet drum\nplay D _ _ . / T . ~O _ | D . . . / K _ . .',
);
const layer = rhythm.layers[0] as Layer;

describe('ringing on', () => {
  it('lasts for as long as it is written, over the seam too', () => {
    expect(layer.rings).toEqual([1, 2, 7, 13]);
    // What is no slot, or sounds, is left as it is.
    for (const none of [-1, 16, 0]) expect(toggleRing(layer, none)).toBe(layer);
    expect(toggleRing(layer, 15).rings).toEqual([1, 2, 7, 13, 15]);
    expect([0, 4, 6, 8, 12].map((slot) => slotsHeld(layer, slot))).toEqual([3, 1, 2, 1, 2]);
    const over = toggleRing(toggleRing(layer, 14), 15);
    expect(slotsHeld(over, 12)).toBe(4);
    const seam = { ...over, rings: [0, 13, 14, 15], strokes: layer.strokes.slice(1) };
    expect(slotsHeld(seam, 12)).toBe(5);
  });

  it('a layer in which all else rings on ends where it began', () => {
    const { rhythm: one } = timed('rhythm A\ncycle 4\nlayer D : goblet drum\nplay D _ _ _');
    expect(one.layers.map((only) => slotsHeld(only, 0))).toEqual([4]);
  });

  it('is put into empty slots only, and taken away again', () => {
    expect(toggleRing(layer, 3).rings).toEqual([1, 2, 3, 7, 13]);
    expect(toggleRing(layer, 2).rings).toEqual([1, 7, 13]);
    expect(toggleRing(layer, 0)).toBe(layer);
    expect(toggleRing(layer, 99)).toBe(layer);
    fc.assert(
      fc.property(arbitraryRhythm, fc.nat(), (any, at) => {
        for (const one of any.layers) {
          const slot = at % slotCount(one);
          expect(toggleRing(toggleRing(one, slot), slot)).toEqual(one);
        }
      }),
    );
  });

  it('comes along when strokes are copied, moved, repeated or cut anew', () => {
    const clip = copyRange(layer, 0, 3);
    expect(clip.rings).toEqual([1, 2]);
    expect(paste(rhythm, layer, 8, clip).rings).toEqual([1, 2, 7, 9, 10, 13]);
    const turn = copyTurn(rhythm, layer, 0);
    expect(turn && paste(rhythm, layer, 8, turn).rings).toEqual([1, 2, 7, 9, 10, 15]);
    // A finer turn in place of the first: what rings in the turn after it moves on by as much.
    const finer = divideCell(layer, 0, 8).layer;
    const first = copyTurn(rhythm, finer, 0);
    expect(first && paste(rhythm, layer, 0, first).rings).toEqual(finer.rings);
    const second = copyTurn(rhythm, layer, 8);
    expect(second && paste(rhythm, finer, 0, second).rings).toEqual([5, 13]);
    expect(shiftStrokes(layer, 0, 3, 8).rings).toEqual([7, 9, 10, 13]);
    expect(addTurn(rhythm, layer, 'copy').rings).toEqual([1, 2, 7, 13, 21]);
    expect(addTurn(rhythm, layer, 'empty').rings).toEqual([1, 2, 7, 13]);
    expect(removeLastTurn(rhythm, layer).rings).toEqual([1, 2, 7]);
    expect(repeatWithNewEnding(rhythm, layer).rings).toEqual([1, 2, 7, 13]);
    // Twice as fine, the three slots of the first stroke are six.
    expect(divideCell(layer, 0, 8).layer.rings).toEqual([1, 2, 3, 4, 5, 11, 17]);
    expect(divideCell(layer, 0, 2).layer.rings).toEqual([1, 5, 11]);
    // A stroke that does not ring on, and a silent slot before one that does, ring no more in finer parts.
    const plain = timed('rhythm A\ncycle 4x2\nlayer D : goblet drum\nplay D . . T / . _ . .');
    const [short] = plain.rhythm.layers;
    if (!short) throw new Error('one layer');
    expect(divideCell(short, 0, 8).layer.rings).toEqual([9]);
    expect(divideCell(short, 1, 8).layer.rings).toEqual([6, 7]);
  });

  it('stays where it was in another cycle', () => {
    const other = recast(rhythm, cycleFromSpans('4x4')).rhythm.layers[0] as Layer;
    expect(other.rings).toEqual(layer.rings);
  });

  it('ends with the old line where the new turn is longer', () => {
    const short = timed('rhythm A\ncycle 2+2\nlayer D : goblet drum\nplay D . / T _').rhythm;
    const longer = recast(short, cycleFromSpans('2+2+2')).rhythm.layers[0] as Layer;
    expect([slotCount(longer), longer.rings]).toEqual([6, [3]]);
  });
});

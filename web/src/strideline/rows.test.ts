import {
  type Layer,
  placeStroke,
  type Rhythm,
  removeStrokes,
  timeRhythm,
} from '@stride/core/rhythm';
import { readRhythm } from '@stride/core/text';
import { describe, expect, it } from 'vitest';
import { showsIn, showsStrides, usesLeft } from './rows.ts';

function read(play: string, more = ''): { rhythm: Rhythm; layer: Layer } {
  const { rhythm, problems } = readRhythm(
    `rhythm A\ncycle 4x2\nlayer D : goblet drum\nplay ${play}\n${more}`,
    'a',
  );
  expect(problems.filter((problem) => problem.severity === 'error')).toEqual([]);
  const [layer] = rhythm.layers;
  if (!layer) throw new Error('no layer');
  return { rhythm, layer };
}

function rowsOf(play: string, change: (layer: Layer) => Layer, more = ''): boolean[] {
  const { rhythm, layer } = read(play, more);
  const timed = timeRhythm(rhythm);
  const grid = timed.ok ? timed.timing.layers[0] : undefined;
  if (!timed.ok || !grid) throw new Error('no grid');
  const after = change(layer);
  const turn = timed.timing.turnTicks;
  return [0, 1, 2, 3].map((row) =>
    showsIn({ from: row * turn, to: (row + 1) * turn }, grid, layer, after),
  );
}

describe('showsIn', () => {
  const FOUR = Array(4).fill('D T D T / D T D T').join(' | ');

  it('is only the row of the stroke, and that of the stroke before it', () => {
    const loud = (layer: Layer) => placeStroke(layer, { slot: 18, kind: 'O', force: 4 });
    expect(rowsOf(FOUR, loud)).toEqual([false, false, true, false]);
    const first = (layer: Layer) => placeStroke(layer, { slot: 16, kind: 'O', force: 4 });
    // The stride that leads to it begins in the row before.
    expect(rowsOf(FOUR, first)).toEqual([false, true, true, false]);
  });

  it('goes over the seam where the first stroke changes', () => {
    const first = (layer: Layer) => placeStroke(layer, { slot: 0, kind: 'O', force: 4 });
    expect(rowsOf(FOUR, first)).toEqual([true, false, false, true]);
  });

  it('is every row where the layer is drawn again past its own length', () => {
    const change = (layer: Layer) => removeStrokes(layer, 2);
    expect(rowsOf('D T D T / D T D T', change)).toEqual([true, true, true, true]);
    expect(rowsOf('D T D T / D T D T | D T D T / D T D T', change)).toEqual([
      true,
      false,
      true,
      false,
    ]);
  });

  it('is nothing where nothing changed, and everything where the layer is another', () => {
    expect(rowsOf(FOUR, (layer) => layer)).toEqual([false, false, false, false]);
    expect(rowsOf(FOUR, (layer) => ({ ...layer, strokes: [...layer.strokes] }))).toEqual([
      false,
      false,
      false,
      false,
    ]);
    const renamed = (layer: Layer) => ({ ...layer, name: 'Other' });
    expect(rowsOf(FOUR, renamed)).toEqual([true, true, true, true]);
    const counted = (layer: Layer) => ({ ...layer, sayCounting: 'plain' as const });
    expect(rowsOf(FOUR, counted)).toEqual([true, true, true, true]);
  });

  it('is everything where R and L come to stand beside the line', () => {
    const left = (layer: Layer) => placeStroke(layer, { slot: 9, kind: 'D', force: 3, hand: 'L' });
    expect(rowsOf(Array(4).fill('D D D D / D D D D').join(' | '), left)).toEqual([
      true,
      true,
      true,
      true,
    ]);
  });
});

describe('what a line shows', () => {
  it('has strides only where there are gaps worth measuring', () => {
    expect(showsStrides(read('D . . D / . . D .').layer)).toBe(true);
    expect(showsStrides(read('D T D T / D T D T').layer)).toBe(false);
    expect(showsStrides(read('D . . . / . . . .').layer)).toBe(false);
  });

  it('has sides where some stroke is the left hand’s, by its own or by usual', () => {
    expect(usesLeft(read('D D / D D').layer)).toBe(false);
    expect(usesLeft(read('D D / D D', 'hand each R L').layer)).toBe(true);
    expect(usesLeft(read('K . / D .').layer)).toBe(true);
  });
});

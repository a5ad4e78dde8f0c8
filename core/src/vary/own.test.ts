import { describe, expect, it } from 'vitest';
import { GOBLET_DRUM } from '../instrument/index.ts';
import { TIN } from '../instrument/tin.testkit.ts';
import { timed } from '../text/timed.testkit.ts';
import { applyChain, sayChain, sayStep } from './index.ts';

const { rhythm } = timed('rhythm A\ncycle 4\nlayer D : goblet drum\nplay D . T K');
const STEP = { move: 'instrument', settings: { on: TIN.id, table: 'D=Y T=X K=' } } as const;

describe('a line on an instrument of one’s own', () => {
  it('is played on it where it is handed in', () => {
    const made = applyChain(rhythm, 0, [STEP], undefined, [TIN]);
    expect(made?.layer).toMatchObject({ instrument: 'own-tin', own: TIN });
    expect(made?.layer.strokes.map(({ slot, kind }) => [slot, kind])).toEqual([
      [0, 'Y'],
      [2, 'X'],
    ]);
    expect([sayStep(STEP, [TIN]), sayChain([STEP, STEP], [TIN])]).toEqual([
      'On the biscuit tin',
      'On the biscuit tin, then On the biscuit tin',
    ]);
    // And from it to another one.
    const back = {
      move: 'instrument',
      settings: { on: GOBLET_DRUM.id, table: 'X=T Y=D' },
    } as const;
    const again = applyChain(rhythm, 0, [STEP, back], undefined, [TIN]);
    expect(again?.layer).not.toHaveProperty('own');
    expect(again?.layer.strokes.map(({ kind }) => kind)).toEqual(['D', 'T']);
  });

  it('stays where it is where it is not there', () => {
    const made = applyChain(rhythm, 0, [STEP]);
    expect(made?.layer).toEqual(rhythm.layers[0]);
    expect(made?.told).toEqual([['Choose the instrument it goes to.']]);
    expect(sayStep(STEP)).toBe('On another instrument');
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryRhythm } from '../../rhythm/arbitrary.testkit.ts';
import { timed } from '../../text/timed.testkit.ts';
import { compareLayers, type LayerInCycle, sayLayers } from '../index.ts';

function one(play: string, cycle = '4x4', instrument = 'tall hand drums'): LayerInCycle {
  const { rhythm } = timed(`rhythm A\ncycle ${cycle}\nlayer L : ${instrument}\nplay ${play}`);
  const [layer] = rhythm.layers;
  if (!layer) throw new Error('no layer');
  return { name: 'L', cycle: rhythm.cycle, layer };
}
const SON = 'O . . O / . . O . / . . O . / O . . .';
function compared(a: LayerInCycle, b: LayerInCycle) {
  const result = compareLayers(a, b);
  if (!result.ok) throw new Error(result.message);
  return result.comparison;
}

describe('two layers over one another', () => {
  it('son to rumba is one stroke', () => {
    const result = compared(one(SON), one('O . . O / . . . O / . . O . / O . . .'));
    expect(result.moved).toEqual([{ from: 6, to: 7, by: 1 }]);
    expect(sayLayers(result).map(({ text }) => text)).toEqual([
      'One stroke moved: pulse 7 to pulse 8, +1.',
      '4 of 5 are as they were.',
    ]);
  });

  it('sees other strokes, forces and hands in the same place', () => {
    const result = compared(one(SON), one('S . . O! / . . O . / . . O . / O . . .'));
    expect(result.changed).toEqual([
      { at: 0, what: 'stroke' },
      { at: 3, what: 'force' },
    ]);
    expect(sayLayers(result).map(({ text }) => text)).toEqual([
      'One stroke stayed with another stroke: pulse 1.',
      'One stroke stayed with another force: pulse 4.',
      '3 of 5 are as they were.',
    ]);
    // On another instrument the codes are not compared, the force is.
    const bell = one('X . . X / . . X . / . . X . / X! . . .', '4x4', 'hand bell');
    expect(compared(one(SON), bell).changed).toEqual([{ at: 12, what: 'force' }]);
  });

  it('meets on a common grid, and the shorter one comes round', () => {
    const threes = compared(one('O . . . / . . . .', '4x2'), one('O*3 / O*3', '4x2'));
    expect(threes.ticksPerPulse).toBe(3);
    expect(threes.same).toEqual([0]);
    const twice = compared(one(`${SON} | ${SON}`), one(SON));
    expect(twice.span).toBe(32);
    expect(sayLayers(twice)[0]?.text).toBe('The two are the same line.');
  });

  it('refuses lengths of which none goes into the other, with both lengths', () => {
    const result = compareLayers(one(SON), one('O . . / O . . / O . .', '3x3'));
    expect(result).toMatchObject({ ok: false });
    expect(!result.ok && result.message).toContain('has 16 pulses and L 9');
  });

  it('a layer compared with itself has nothing to say', () => {
    fc.assert(
      fc.property(arbitraryRhythm, ({ cycle, layers }) => {
        const [layer] = layers;
        if (!layer) return;
        const side = { name: layer.name, cycle, layer };
        const result = compareLayers(side, side);
        if (!result.ok) return;
        expect(sayLayers(result.comparison)).toHaveLength(1);
        expect(result.comparison.same).toHaveLength(result.comparison.strokes[0].size);
      }),
    );
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryRhythm } from '../../rhythm/arbitrary.testkit.ts';
import { timeRhythm } from '../../rhythm/index.ts';
import { timed } from '../../text/timed.testkit.ts';
import { type Figure, readLayer, USUAL_READING, workOut } from '../index.ts';

const STEPS = `rhythm Steps
cycle 3+3+2
tempo 72 to 104 per 3
layer Bell : hand bell
play X! . . / X . . / X . | X! . . / X . . / X .
layer Walker : goblet drum
play D! (k) (t) / T (t) (k) / O! O- | D (k) O / T! (t) (k) / O! T
hand each R L`;
const { rhythm, timing } = timed(STEPS);
const steps = (figure: Figure, layer = 1) => workOut(rhythm, timing, layer, figure, USUAL_READING);

describe('how a figure is worked out', () => {
  it('writes out the sums of the demo', () => {
    expect(steps('fit')[1]).toBe('16 ÷ 8 = 2 of a turn.');
    expect(steps('strides', 0).at(-1)).toBe('3 + 3 + 2 + 3 + 3 + 2 = 16 pulses.');
    expect(steps('accents').at(-1)).toBe('6 + 5 + 3 + 2 = 16 pulses.');
    expect(steps('hands')[0]).toBe(
      'Right 8 + left 8 = 16; a stroke of both hands counts for each.',
    );
    expect(steps('tempo')[0]).toContain('60 ÷ 72 ÷ 3 = 0.278 s, and Walker 4.44 s.');
    expect(steps('tempo')[1]).toContain('8 ÷ 4.44 = 1.8 a second; at the target of 104, 2.6.');
    expect(steps('tempo')[2]).toContain('2 pulses apart: 0.556 s.');
    expect(steps('tempo')[3]).toContain('72 × 5 ÷ 1.80 = 200 a minute');
    expect(steps('together')).toEqual(['Bell: pulse 1, 4, 7, 9, 12, 15.']);
    expect(steps('weight').slice(-2)).toEqual([
      expect.stringMatching(/^Low \(.*\d % of low and high together\.$/),
      expect.stringMatching(/^High \(/),
    ]);
  });

  it('arrives at section 6’s numbers for the son clave', () => {
    const son = timed(
      'rhythm Son\ncycle 4x4\nlayer C : claves\nplay X . . X / . . X . / . . X . / X . . .\nas 3-2\nlayer D : goblet drum\nplay D! . . . / . . D . / . . . . / D . . .',
    );
    const of = (figure: Figure, layer = 0) =>
      workOut(son.rhythm, son.timing, layer, figure, USUAL_READING).join('\n');
    expect(of('evenness')).toContain('÷ 5 = 0.9877');
    expect(of('evenness')).toContain('= 0.9835');
    expect(of('syncopation')).toContain('14.0 ÷ 5 strokes = 2.80.');
    expect(of('strides')).toContain('3 + 3 + 4 + 2 + 4 = 16 pulses.');
    expect(of('sides', 1)).toContain('As the timeline stands: 3 strokes on it, 2.50 − 0 = 2.50.');
  });

  it('adds up what the sentence says where a short layer comes round under a long timeline', () => {
    const short = timed(
      'rhythm A\ncycle 4x2\nlayer C : claves\nplay X . . X / . . X . | . . X . / X . . .\nas 3-2\nlayer D : goblet drum\nplay D! . . D / . . D .',
    );
    const sentence = readLayer(short.rhythm, 1, { ...USUAL_READING, school: 'strict' })
      .flatMap((group) => group.findings)
      .find((finding) => finding.figure === 'sides');
    const [here, other] = workOut(short.rhythm, short.timing, 1, 'sides', USUAL_READING)
      .slice(1, 3)
      .map((line) => /= (−?-?[\d.]+)\.$/.exec(line)?.[1]);
    expect(sentence?.text).toContain(`${here} against ${other}`);
  });

  it('has lines for every figure that is given, and they name the figure', () => {
    fc.assert(
      fc.property(arbitraryRhythm, (any) => {
        const result = timeRhythm(any);
        if (!result.ok) return;
        any.layers.forEach((_, index) => {
          for (const { findings } of readLayer(any, index)) {
            for (const { figure } of findings) {
              if (!figure) continue;
              const lines = workOut(any, result.timing, index, figure, USUAL_READING);
              expect(lines.length).toBeGreaterThan(0);
              expect(lines.join()).not.toMatch(/NaN|undefined|Infinity/);
            }
          }
        });
      }),
    );
  });
});

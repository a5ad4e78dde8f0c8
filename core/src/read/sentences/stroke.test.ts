import { describe, expect, it } from 'vitest';
import { nth } from '../../bounds/index.ts';
import { countingOf } from '../../rhythm/index.ts';
import { timed } from '../../text/timed.testkit.ts';
import { sayKind, sayStroke } from '../index.ts';

function named(text: string) {
  const { rhythm, timing } = timed(text);
  const layer = nth(rhythm.layers, 0);
  const grid = nth(timing.layers, 0);
  return { cycle: rhythm.cycle, layer, grid, counting: countingOf(rhythm, layer) };
}

describe('a stroke as it is named', () => {
  it('is its kind and its beat, and the turn where there are several', () => {
    const one = named('rhythm A\ncycle 4x4\nlayer D : congas\nplay O . S . / H . T . / O / S');
    expect([0, 4, 8].map((slot) => sayStroke(one, slot))).toEqual([
      'open on 1',
      'heel on 2',
      'open on 3',
    ]);
    const two = named(
      'rhythm A\ncycle 4x2\nlayer D : congas\nplay O . S . / H . . . | O . . . / . . S .',
    );
    expect(sayStroke(two, 0)).toBe('open on 1 in turn 1');
    expect(sayStroke(two, 2)).toBe('open slap on & of 1 in turn 1');
    expect(sayStroke(two, 14)).toBe('open slap on & of 2 in turn 2');
  });

  it('is a stroke where nothing is known of it', () => {
    const { layer } = named('rhythm A\ncycle 4\nlayer D : congas\nplay O . . .');
    expect(sayKind(layer, 'S')).toBe('open slap');
    expect(sayKind(layer, 'Q')).toBe('stroke');
    expect(sayKind({ instrument: 'gone' }, 'S')).toBe('stroke');
  });
});

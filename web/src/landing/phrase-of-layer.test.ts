import { cycleFromSpans } from '@stride/core/cycle';
import { readRhythm } from '@stride/core/text';
import { describe, expect, it } from 'vitest';
import { phraseOfLayer } from './phrase-of-layer.ts';

const SIXTEEN = cycleFromSpans('1x16');
const rhythmOf = (play: string, cycle = '4x4') =>
  readRhythm(`rhythm A\ncycle ${cycle}\nlayer Walker : goblet drum\nplay ${play}`).rhythm;
const of = (play: string, parts: number, cycle = '4x4') => {
  const rhythm = rhythmOf(play, cycle);
  return phraseOfLayer(rhythm, rhythm.layers[0]?.id ?? '', SIXTEEN, parts);
};

describe('a phrase taken from a layer', () => {
  it('goes from its first stroke to its last, in units of the speed', () => {
    const play = '. D . T / K . . . / . . . . / . . . .';
    expect(of(play, 1)).toEqual({
      ok: true,
      text: '4',
      message: 'Walker, from its first stroke to its last: 4 units.',
    });
    // Twice as many units in the same time; the last stroke is one of them.
    expect(of(play, 2)).toMatchObject({ ok: true, text: '7' });
  });

  it('is refused where it lies between units, is too long, or is silent', () => {
    const triplet = of('D*3 / . . . . / . . . . / . . . .', 1);
    expect(!triplet.ok && triplet.message).toBe(
      'Walker lasts 8/3 units at 1 parts a beat: take another number of parts.',
    );
    expect(of('D*3 / . . . . / . . . . / . . . .', 3)).toMatchObject({ ok: true, text: '9' });
    const long = of('D . . . / . . . . / . . . . / . . . D', 9);
    expect(!long.ok && long.message).toContain('lasts 136 units; a phrase has at most 64');
    const silent = of('. . . . / . . . . / . . . . / . . . .', 4);
    expect(!silent.ok && silent.message).toBe('Walker has no strokes yet.');
  });

  it('is said where there is no such layer', () => {
    const missing = phraseOfLayer(
      rhythmOf('D . . . / . . . . / . . . . / . . . .'),
      'x',
      SIXTEEN,
      4,
    );
    expect(missing).toEqual({ ok: false, message: 'This layer cannot be read.' });
  });
});

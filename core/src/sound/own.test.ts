import { describe, expect, it } from 'vitest';
import { TIN } from '../instrument/tin.testkit.ts';
import { timeRhythm, withOwn, withoutOwn } from '../rhythm/index.ts';
import { readRhythm } from '../text/index.ts';
import { drumsToTune, findVoice } from '../voice/index.ts';
import { playersOf, renderSound, type Sound, scoreRhythm, soundKey, soundsOf } from './index.ts';

const { rhythm } = readRhythm('rhythm Tins\ncycle 4\nlayer Tin : biscuit tin\nplay X . Y .', 'a', [
  TIN,
]);

function soundsIn(of: typeof rhythm): readonly Sound[] {
  const timed = timeRhythm(of);
  if (!timed.ok) throw new Error(timed.message);
  const all = soundsOf(scoreRhythm(of, timed.timing));
  return all.filter(({ instrument }) => instrument === TIN.id);
}

describe('a sound of an instrument of one’s own', () => {
  const [lid, edge] = soundsIn(rhythm);
  if (!lid || !edge) throw new Error('nothing sounds');

  it('has the instrument with it, and a name that tells how it is made', () => {
    expect(lid).toEqual({ instrument: 'own-tin', own: TIN, kind: 'X', force: 3 });
    expect(soundKey(lid)).toBe('own-tin/X/3/metal/bell700');
    expect(soundKey({ ...edge, weak: true })).toBe('own-tin/Y/3/weak/metal/bell1100');
    const [changed] = soundsIn(
      withOwn(rhythm, [
        { ...TIN, strokes: TIN.strokes.map((one) => ({ ...one, drum: 1, family: 'slap' })) },
      ]),
    );
    expect(changed && soundKey(changed)).toBe('own-tin/X/3/slap1/bell700');
  });

  it('sounds as the instrument is now, and not without it', () => {
    const samples = renderSound(lid, 24_000);
    expect(samples.some((one) => Math.abs(one) > 0.01)).toBe(true);
    const higher = {
      ...TIN,
      strokes: TIN.strokes.map((one) => ({ ...one, sound: edge.own?.strokes[1]?.sound })),
    };
    expect(renderSound({ ...lid, own: higher as typeof TIN }, 24_000)).not.toEqual(samples);
    expect(renderSound({ ...lid, own: structuredClone(TIN) }, 24_000)).toEqual(samples);
    const [bare] = soundsIn(withoutOwn(rhythm));
    expect(() => renderSound(bare ?? lid, 24_000)).toThrow(RangeError);
  });

  it('rings on its own body, which can be tuned', () => {
    expect(findVoice('own-tin', 'X', TIN)?.on).toBe('X');
    expect(findVoice('own-tin', 'X')).toBeUndefined();
    expect(drumsToTune(TIN)).toMatchObject([{ drum: 0, on: 'X' }]);
  });

  it('goes with the player', () => {
    expect(playersOf(rhythm)).toEqual([
      { id: 'layer-1', name: 'Tin', instrument: 'own-tin', own: TIN },
    ]);
  });
});

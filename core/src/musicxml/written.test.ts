import { describe, expect, it } from 'vitest';
import { INSTRUMENTS } from '../instrument/index.ts';
import { readRhythm } from '../text/index.ts';
import { writeMusicXml } from './index.ts';
import { placesOf } from './places.ts';

describe('what is written, as people read it', () => {
  it('is every stroke at a place and with a head of its own', async () => {
    const rows = INSTRUMENTS.flatMap((instrument) => {
      const places = [...placesOf(instrument)].map(
        ([code, { step, octave, head }]) => `${code} ${step}${octave} ${head}`,
      );
      expect(new Set(places.map((row) => row.replace(/^\S+ /, ''))).size).toBe(places.length);
      return [instrument.name, ...places.map((row) => `  ${row}`)];
    });
    await expect(`${rows.join('\n')}\n`).toMatchFileSnapshot('places.txt');
  });

  it('has thirds, fifths and sixths in brackets, strokes together, rests and held ones within a beam', async () => {
    const { rhythm, problems } = readRhythm(`rhythm Thirds
cycle 4x4
tempo 72 per 4
layer Drum : congas
play B+t . O / . S S / O _ _ S O / t S+B . t _ O
hand R+L . R / . R L / R . . L R / L R+L . R . L`);
    const { text, lost } = writeMusicXml(rhythm);
    await expect(
      `${problems.map(({ message }) => message).join('\n')}\n${lost.join('\n')}\n${text}`,
    ).toMatchFileSnapshot('thirds.txt');
    const many = (part: string) => text.split(part).length - 1;
    // Each of the four begins and ends once, whatever sounds together in it.
    expect([many('<tuplet type="start"'), many('<tuplet type="stop"')]).toEqual([4, 4]);
  });

  it('is a score with its beams, its feel once, and what comes round after its own time told', async () => {
    const { rhythm, problems } = readRhythm(`rhythm Worked
cycle 3+3+2
tempo 72 to 96 per 3
layer Bell : hand bell
feel leaning : 0 3/8 3/4
play X! . X / X . X / X .
layer Drum : congas
play 'O! (t) S / B . O / S S S S
hand R L R / L . R / R L R L
variation Turn
in Drum
play O O O / S S S / B .
hand R L R / L R L / R .`);
    const { text, lost } = writeMusicXml(rhythm);
    await expect(
      `${problems.map(({ message }) => message).join('\n')}\n${lost.join('\n')}\n${text}`,
    ).toMatchFileSnapshot('worked.txt');
  });

  it('tells where variations may stand and how often, where that is said of any', () => {
    const told = (...said: readonly string[]) => {
      const varied = said.map(
        (line, at) => `variation Turn ${at}\nin Drum\n${line}\nplay B . / . .`,
      );
      const { rhythm, problems } = readRhythm(
        `rhythm A\ncycle 2x2\nlayer Drum : congas\nplay O S / O S\n${varied.join('\n')}`,
      );
      expect(problems).toEqual([]);
      return writeMusicXml(rhythm).lost.includes('Where variations may stand, and how often.');
    };
    expect([told(''), told('', 'share 1/4'), told('on 4 of 4'), told()]).toEqual([
      false,
      true,
      true,
      false,
    ]);
  });
});

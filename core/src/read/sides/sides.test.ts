import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findEntry } from '../../catalogue/index.ts';
import { timed } from '../../text/timed.testkit.ts';
import {
  type ReadSettings,
  readAgainst,
  readSides,
  sayTurnSides,
  sideAt,
  sidesOfTurn,
  type Timeline,
  timelineOf,
  timelineOfEntry,
  USUAL_READING,
} from '../index.ts';

const SON: Timeline = { name: 'son', onsets: [0, 3, 6, 10, 12], span: 16, side: '3-2' };

function read(play: string, settings: Partial<ReadSettings> = {}, cycle = '4x4', turns = 'C') {
  const { rhythm, timing } = timed(
    `rhythm A\ncycle ${cycle}\nlayer Drum : tall hand drums\nplay ${play}`,
  );
  return readAgainst(rhythm, timing, 0, { ...SON, name: turns }, { ...USUAL_READING, ...settings });
}
const texts = (found: ReturnType<typeof read>) => found.map((one) => one.text);

describe('a timeline with two sides', () => {
  it('is a marked layer, or an entry of the catalogue', () => {
    const { rhythm, timing } = timed(
      'rhythm A\ncycle 4x2\nlayer Clave : claves\nplay X . . X / . . X . | . . X . / X . . .\nas 3-2\nlayer D : goblet drum\nplay D . . . / . . . .',
    );
    expect(timelineOf(rhythm, timing, 0)).toEqual({ ...SON, name: 'Clave' });
    expect(timelineOf(rhythm, timing, 1)).toBeUndefined();
    const entry = findEntry('son-clave');
    expect(entry && timelineOfEntry(entry)).toMatchObject({ onsets: SON.onsets, side: '3-2' });
    const sideless = findEntry('tresillo');
    expect(sideless && timelineOfEntry(sideless)).toBeUndefined();
  });

  it('labels every turn with the side it is on', () => {
    const labels = (turn: number, length: number) => sayTurnSides(sidesOfTurn(SON, turn, length));
    expect([0, 1, 2, 3].map((turn) => labels(turn, 8))).toEqual([
      'three-side',
      'two-side',
      'three-side',
      'two-side',
    ]);
    expect(labels(5, 16)).toBe('3-2');
    expect(sayTurnSides(sidesOfTurn({ ...SON, side: '2-3' }, 0, 16))).toBe('2-3');
    // Turns of twelve in a timeline of sixteen: the second begins in the middle of the two.
    expect(labels(1, 12)).toBe('2-3');
  });

  it('begun from its other half has the other side everywhere', () => {
    fc.assert(
      fc.property(fc.integer({ min: -64, max: 64 }), (at) => {
        expect(sideAt(SON, at)).not.toBe(sideAt({ ...SON, side: '2-3' }, at));
        expect(sideAt(SON, at)).not.toBe(sideAt(SON, at + SON.span / 2));
      }),
    );
  });
});

describe('a layer against a timeline', () => {
  const RUB = 'O . . (t) / . . . S! / . . O . / O . . .';

  it('strict tells every rub, loose only the busier side, and no sides nothing', () => {
    const strict = read(RUB, { school: 'strict' });
    expect(texts(strict)).toContain('The accent on pulse 8 rubs.');
    expect(strict.find((one) => one.tone === 'warn')?.slots).toEqual([7]);
    const loose = texts(read(RUB, { school: 'loose' }));
    expect(loose[0]).toMatch(
      /^With C: the three-side is the busier, 3 strokes against 2; the three-side is more off the beat, [\d.]+ against [\d.]+\.$/,
    );
    // It is the usual one.
    expect(texts(read(RUB))).toEqual(loose);
    // An accent on a beat rubs nobody, whatever lies beside it.
    expect(
      texts(read('O . . . / S! . . . / . . O . / S! . . .', { school: 'strict' })).join(),
    ).not.toContain('rubs');
    expect(loose.join()).not.toContain('rubs');
    expect(read(RUB, { school: 'no sides' })).toEqual([]);
  });

  it('tells a rub of a later period though the verdict is the same', () => {
    const found = texts(
      read('O . . O / . . O . / . . O . / O . . . | O . . O / . . O S! / . . O . / O . . .', {
        school: 'strict',
      }),
    );
    expect(found).toContain('From turn 2: the accent on pulse 8 rubs.');
  });

  it('says which kinds live on which side, and low strokes that are not expected there', () => {
    const play = 'B . . S / . . S . / . . S . / B . . .';
    expect(texts(read(play))).not.toContain('lives');
    const two = 'O . . O / . . S . / . . B . / B . . .';
    const found = read(two, { lowOn: 'three-side' });
    expect(texts(found)).toContain('Open lives on the three-side: 1.50 of 1.50.');
    expect(texts(found)).toContain('Bass lives on the two-side: 1.50 of 1.50.');
    expect(found.at(-1)).toEqual({
      text: 'Low strokes on the two-side, where you do not expect them: pulse 11, 13.',
      slots: [10, 12],
      tone: 'warn',
    });
    expect(read(two, { lowOn: 'two-side' }).at(-1)?.tone).toBe('plain');
  });

  it('says what an odd number of turns does', () => {
    const even = texts(read('O . . . / . . . .', {}, '4x2'));
    expect(even.at(-1)).toBe(
      'C takes 2 turns: after a section of an odd number of turns the next one begins on the other side.',
    );
    const three = texts(
      read('O . . . / . . . . | O . . . / . . . . | O . . . / . . . .', {}, '4x2'),
    );
    expect(three.at(-1)).toMatch(/^Drum is 3 turns long: the second time through it begins on the/);
  });

  it('is read against every marked layer, and never against itself', () => {
    const { rhythm, timing } = timed(
      'rhythm A\ncycle 4x4\nlayer Clave : claves\nplay X . . X / . . X . / . . X . / X . . .\nas 3-2\nlayer D : goblet drum\nplay D! . . . / . . D . / . . . . / D . . .',
    );
    expect(readSides(rhythm, timing, 0)).toEqual([]);
    expect(readSides(rhythm, timing, 1)[0]?.text).toMatch(/^With Clave: the /);
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryRhythm } from '../../rhythm/arbitrary.testkit.ts';
import { timeRhythm } from '../../rhythm/index.ts';
import { timed } from '../../text/timed.testkit.ts';
import {
  drumMoves,
  type Found,
  hardMoves,
  kindLines,
  meetings,
  pairOf,
  readLayer,
  sayFound,
  sayKindLine,
  sayPair,
} from '../index.ts';

const BELL_AND_DRUM = `rhythm A
cycle 4x4
tempo 90 to 120 per 4
layer Bell : hand bell
play X . . . / X . . . / . . . . / . . X .
layer Drum : tall hand drums
play O . . . / . . M . / S . B . / . . M! .`;

describe('two layers', () => {
  const { rhythm, timing } = timed(BELL_AND_DRUM);

  it('meet, and one answers in the long gap of the other', () => {
    const pair = pairOf(rhythm, timing, 1, 0);
    expect(pair?.together).toEqual([0, 14]);
    expect(pair?.onlySecond).toEqual([4]);
    // From pulse 5 to 15 the bell is silent for ten pulses, over one and a half of its mean four.
    expect(pair?.firstAnswers).toEqual([{ after: 4, gap: 10, at: [6, 8, 10] }]);
    const [meets, answers] = sayPair(rhythm, timing, 1, 0);
    expect(meets).toEqual({
      text: 'They fall together twice in 5 strokes of Drum: pulse 1, 15.',
      slots: [0, 14],
    });
    expect(answers).toEqual({
      text: 'Drum answers Bell after pulse 5: three strokes in a gap of 10.',
      slots: [6, 8, 10],
    });
  });

  it('are found by asking for a stroke, in counted places', () => {
    const asked = meetings(rhythm, timing, { layer: 1, kind: 'M' }, { layer: 0 });
    expect(asked).toEqual([{ ticks: 14, slots: [14, 14], turn: 1 }]);
    expect(asked?.map((one) => sayFound(one, rhythm, timing, { layer: 1 }, 'plain'))).toEqual([
      '& of 4',
    ]);
    expect(meetings(rhythm, timing, { layer: 1, kind: 'B' }, { layer: 0 })).toEqual([]);
    const loud = meetings(rhythm, timing, { layer: 1, accents: true }, { layer: 0 });
    expect(loud).toEqual(asked);
  });

  it('of different lengths are followed until both come round', () => {
    const own = timed(
      'rhythm A\ncycle 4x1\nlayer B : hand bell\nplay X . . .\nlayer D : goblet drum\nplay <3/4> D . T\nloop own',
    );
    const found = meetings(own.rhythm, own.timing, { layer: 1 }, { layer: 0 });
    expect(pairOf(own.rhythm, own.timing, 1, 0)?.span).toBe(12);
    const say = (one: Found) => sayFound(one, own.rhythm, own.timing, { layer: 1 }, 'plain');
    expect(found?.map((one) => [one.ticks, one.turn, say(one)])).toEqual([
      [0, 1, 'pulse 1'],
      [8, 3, 'pulse 1'],
    ]);
  });

  it('that take too long to come round are not said never to meet', () => {
    const long = timed(
      `rhythm A\ncycle 1x61\nlayer B : hand bell\nplay ${Array(61).fill('X').join(' / ')}\nlayer D : goblet drum\nplay ${Array(59).fill('D*7').join(' / ')}\nloop own`,
    );
    const asked = meetings(long.rhythm, long.timing, { layer: 1 }, { layer: 0 });
    expect(asked).toBeUndefined();
    expect(pairOf(long.rhythm, long.timing, 1, 0)).toBeUndefined();
  });

  it('share out every stroke once, whichever is asked first', () => {
    fc.assert(
      fc.property(arbitraryRhythm, (any) => {
        const result = timeRhythm(any);
        if (!result.ok || any.layers.length < 2) return;
        const one = pairOf(any, result.timing, 0, 1);
        const other = pairOf(any, result.timing, 1, 0);
        expect(one?.together).toEqual(other?.together);
        expect(one?.onlyFirst).toEqual(other?.onlySecond);
        expect(one?.firstAnswers).toEqual(other?.secondAnswers);
        for (const { after, gap, at } of one?.firstAnswers ?? []) {
          for (const stroke of at) {
            expect((stroke - after + (one?.span ?? 1)) % (one?.span ?? 1)).toBeLessThan(gap);
          }
        }
      }),
    );
  });
});

describe('one kind of stroke alone', () => {
  it('is a line of its own, the most frequent first', () => {
    const { rhythm, timing } = timed(BELL_AND_DRUM);
    const [drum, grid] = [rhythm.layers[1], timing.layers[1]];
    if (!drum || !grid) throw new Error('no layer');
    const lines = kindLines(drum, grid);
    expect(lines.map((one) => one.kind)).toEqual(['M', 'O', 'S', 'B']);
    expect(lines[0] && sayKindLine(lines[0], grid, timing)).toMatch(/: 7, 15; strides 8, twice\.$/);
    const [bell, bellGrid] = [rhythm.layers[0], timing.layers[0]];
    expect(bell && bellGrid && kindLines(bell, bellGrid)).toEqual([]);
  });
});

describe('moves between drums', () => {
  const text = (hands: string) =>
    `rhythm A\ncycle 4x1\ntempo 120 to 300 per 1\nlayer D : tall hand drums\nplay O . o .\nhand ${hands}`;

  it('are those of one hand from drum to drum, over the seam', () => {
    const { rhythm, timing } = timed(text('R . R .'));
    const [layer] = rhythm.layers;
    if (!layer) throw new Error('no layer');
    const moves = drumMoves(layer, timing, 0);
    expect(moves.map(({ from, to, gap }) => [from, to, gap.num])).toEqual([
      [0, 2, 2],
      [2, 0, 2],
    ]);
    // Two pulses at 120 last a second: far from a ceiling of 5; at 0.9 a second they are too quick.
    expect(hardMoves(moves, { bpm: 120, per: 1 }, 5)).toEqual([]);
    expect(hardMoves(moves, { bpm: 120, per: 1 }, 0.9)).toHaveLength(2);
    const alternate = timed(text('R . L .'));
    const [other] = alternate.rhythm.layers;
    expect(other && drumMoves(other, alternate.timing, 0)).toEqual([]);
  });

  it('are told where they are next to impossible, and the lead where it changes over', () => {
    const quick = timed(
      'rhythm A\ncycle 4x4\ntempo 80 to 110 per 4\nlayer D : tall hand drums\nplay O o . . / O . . . / O . . . / O . . . | O . . . / . . . . / . . . . / . . . .\nhand R R . . / R . . . / L . . . / R . . . | L . . . / . . . . / . . . . / . . . .',
    );
    const found = readLayer(quick.rhythm, 0).find((group) => group.title === 'Hands')?.findings;
    const move = found?.find((one) => one.text.includes('next to impossible'));
    expect(move?.text).toMatch(
      /^One move between drums is next to impossible now: the right has 0\.19 s/,
    );
    expect(move?.slots).toEqual([0, 1]);
    const lead = found?.find((one) => one.text.includes('changes over'));
    expect(lead).toMatchObject({ text: 'The lead changes over at bar 2.', slots: [16] });
  });
});

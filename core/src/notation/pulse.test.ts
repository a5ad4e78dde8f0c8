import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { normal, seeded } from '../chance/index.ts';
import { pulseOf, turnOf } from './pulse.ts';

/** Strokes at places in beats, so many a minute, turn after turn, each as far off as is said of it. */
function played(
  places: readonly number[],
  { bpm = 96, from = 0.5, turn = 4, turns = 4, off = () => 0 }: Partial<Playing> = {},
) {
  return Array.from({ length: turns }, (_, at) => places.map((place) => place + at * turn))
    .flat()
    .map((place, at) => ({
      time: from + (place * 60) / bpm + off(at),
      loud: Number.isInteger(place) ? 0.8 : 0.5,
    }));
}
interface Playing {
  readonly bpm: number;
  readonly from: number;
  readonly turn: number;
  readonly turns: number;
  readonly off: (at: number) => number;
}

const FOURS = [0, 0.75, 1.5, 2, 2.5, 3];
const SIXES = [0, 1 / 3, 2 / 3, 1, 5 / 3, 2, 3, 10 / 3];

describe('the pulse of what was played', () => {
  it('is the one it was played at, to a thousandth of a beat, from its first stroke', () => {
    for (const places of [FOURS, SIXES]) {
      for (const bpm of [93.1, 96, 110.7, 118.2]) {
        const { beat, start } = pulseOf(played(places, { bpm }));
        expect(60 / beat).toBeCloseTo(bpm, 6);
        expect(start).toBeCloseTo(0.5, 9);
      }
    }
  });

  // Slower ones with so many strokes between the beats may as well be twice as quick: both can be chosen.
  it('is drawn through all strokes, so that a hand that is not steady makes it no other one', () => {
    fc.assert(
      fc.property(fc.integer({ min: 92, max: 120 }), fc.nat(), (bpm, seed) => {
        const random = seeded(seed);
        const off = () => normal(random) * 0.004;
        const { beat } = pulseOf(played(FOURS, { bpm, off, turns: 8 }));
        expect(Math.abs((beat * bpm) / 60 - 1)).toBeLessThan(0.002);
      }),
      { numRuns: 6 },
    );
  });

  it('is not bent by strokes that lie between all parts of the beat', () => {
    // Late ones, and towards the end only, so that a line through all strokes would be steeper.
    const strokes = played(FOURS, { turns: 8 });
    const between = [24.54, 26.54, 28.54, 30.54].map((place) => ({
      time: 0.5 + (place * 60) / 96,
      loud: 0.1,
    }));
    const { beat } = pulseOf([...strokes, ...between].sort((a, b) => a.time - b.time));
    expect(60 / beat).toBeCloseTo(96, 6);
  });

  it('begins with the first stroke, also where that is not on a beat', () => {
    const { beat, start } = pulseOf(played([0.75, 1, 2, 3, 3.5], { bpm: 90 }));
    expect(60 / beat).toBeCloseTo(90, 6);
    expect(start).toBeCloseTo(0.5 + (0.75 * 60) / 90, 6);
  });

  it('of two or three strokes is one that they lie on', () => {
    const { beat, start } = pulseOf(played([0, 1, 2], { bpm: 100, turns: 1 }));
    expect([beat, start]).toEqual([expect.closeTo(0.6, 6), expect.closeTo(0.5, 6)]);
    // Strokes that are all at one moment say nothing of how long a beat is.
    const at = [0.5, 0.503, 0.506, 0.509].map((time) => ({ time, loud: 0.5 }));
    const none = pulseOf(at);
    expect(60 / none.beat).toBeGreaterThanOrEqual(50 - 1e-9);
    expect(60 / none.beat).toBeLessThanOrEqual(180 + 1e-9);
    expect(Math.abs(none.start - 0.5)).toBeLessThan(0.02);
  });
});

describe('the turn of what was played', () => {
  const again = (places: readonly number[], turn: number, turns: number) =>
    Array.from({ length: turns }, (_, at) => places.map((place) => place + at * turn)).flat();
  const turn = (places: readonly number[], kinds: readonly number[], beats: number, turns = 4) =>
    turnOf(again(places, beats, turns), Array.from({ length: turns }, () => kinds).flat());

  it('is as long as it takes until the same strokes come again', () => {
    expect(turn(FOURS, [0, 1, 2, 0, 1, 2], 4)).toBe(4);
    expect(turn([0, 1, 1.5, 2], [0, 1, 2, 1], 3)).toBe(3);
    expect(turn([0, 1, 2.5, 3, 4], [0, 1, 2, 1, 2], 5)).toBe(5);
    expect(turn([0, 1, 2, 4, 5, 6.5], [0, 1, 2, 1, 2, 2], 7)).toBe(7);
    // The same places with other kinds of strokes are no turn: eight, not four.
    expect(turn([0, 1, 2, 3, 4, 5, 6, 7], [0, 1, 1, 1, 2, 1, 1, 2], 8)).toBe(8);
  });

  it('may differ now and then; where nothing comes again it is four', () => {
    const places = again(FOURS, 4, 6);
    const kinds = places.map((_, at) => (at % 11 === 5 ? 3 : (at % 6) % 3));
    expect(turnOf(places, kinds)).toBe(4);
    expect(turnOf([0, 1, 2.25, 3.5, 4.75, 6, 7.25], [0, 1, 2, 3, 4, 5, 6])).toBe(4);
    // Seven of eight alike at half its length, over two turns: it is as long as all are alike.
    const eight = [0, 1, 1, 2, 0, 1, 1, 2, 0, 1, 1, 2, 0, 1, 1, 0];
    expect(
      turn(
        eight.map((_, at) => at / 2),
        eight,
        8,
        2,
      ),
    ).toBe(8);
    // Once through says nothing of where it comes again.
    expect(turnOf([0, 1, 2], [0, 1, 0])).toBe(4);
  });
});

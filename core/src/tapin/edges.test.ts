import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import { readRhythm } from '../text/index.ts';
import { accentTapped, layerFromTaps, type Tap, tappedBeats } from './index.ts';

const UNEVEN = cycleFromSpans('4+2');
/** A pulse lasts a quarter of a second: the long beat a second, the short one half of one. */
const SECONDS = 0.25;

const taps = (...pulses: readonly number[]): readonly Tap[] =>
  pulses.map((at) => ({ pulses: at, kind: 'D' }));

/** The likeliest reading of each beat: places over slots, the error in milliseconds, how sure. */
const read = (tapped: readonly Tap[], delay?: number) =>
  tappedBeats(UNEVEN, tapped, {
    secondsPerPulse: SECONDS,
    ...(delay === undefined ? {} : { delay }),
  }).map(({ readings: [best] }) =>
    best
      ? `${best.places.join(' ')} of ${best.slots}, ${(best.error * 1000).toFixed(1)} ms, ${best.confidence.toFixed(3)}`
      : '–',
  );

describe('a beat that was tapped', () => {
  it('is read by what fits, and by how plain it is', () => {
    expect(read(taps(0, 1, 3, 4, 5))).toMatchInlineSnapshot(`
      [
        "0 1 3 of 4, 0.0 ms, 0.832",
        "0 1 of 2, 0.0 ms, 0.523",
      ]
    `);
    expect(read(taps(0, 4 / 3, 8 / 3, 4))).toMatchInlineSnapshot(`
      [
        "0 1 2 of 3, 0.0 ms, 0.710",
        "0 of 1, 0.0 ms, 0.394",
      ]
    `);
    expect(read(taps(0, 0.8, 1.6, 2.4, 3.2, 4, 4.5, 5, 5.5))).toMatchInlineSnapshot(`
      [
        "0 1 2 3 4 of 5, 0.0 ms, 1.000",
        "0 1 2 3 of 4, 0.0 ms, 0.832",
      ]
    `);
    expect(read([])).toEqual(['–', '–']);
  });

  it('has the error of its taps, and no reading is surer than all', () => {
    // Off by 20 ms and by −20 ms from the first and the third of four.
    const [beat] = tappedBeats(UNEVEN, taps(0.08, 1.92), { secondsPerPulse: SECONDS });
    const two = beat?.readings.find(({ slots }) => slots === 2);
    expect(two?.error).toBeCloseTo(0.02, 9);
    expect(two?.places).toEqual([0, 1]);
    expect(beat?.readings.map(({ slots }) => slots).sort()).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9]);
    const sum = beat?.readings.reduce((all, { confidence }) => all + confidence, 0);
    expect(sum).toBeCloseTo(1, 9);
    const sure = beat?.readings.map(({ confidence }) => confidence) ?? [];
    expect(sure).toEqual([...sure].sort((a, b) => b - a));
  });

  it('takes a tap a little before it as meant for it, the first of the next turn as well', () => {
    const [, short] = tappedBeats(UNEVEN, taps(3.96), { secondsPerPulse: SECONDS });
    // 10 ms before a beat of half a second.
    expect(short?.taps.map(({ place }) => place)).toEqual([expect.closeTo(-0.02, 9)]);
    const [long] = tappedBeats(UNEVEN, taps(5.98), { secondsPerPulse: SECONDS });
    expect(long?.taps.map(({ place }) => place)).toEqual([expect.closeTo(-0.005, 9)]);
    expect(read(taps(5.98, 12.02))).toMatchInlineSnapshot(`
      [
        "0 of 1, 5.0 ms, 0.394",
        "–",
      ]
    `);
    expect(read(taps(3.5))).toMatchInlineSnapshot(`
      [
        "7 of 8, 0.0 ms, 0.898",
        "–",
      ]
    `);
  });

  it('is read with the player’s own delay taken out', () => {
    expect(read(taps(0.4, 2.4), 0.1)).toEqual(read(taps(0, 2)));
  });

  it('is surer with more passes, and less sure where a pass left a place out', () => {
    const once = taps(0, 1.04, 2.9);
    const pass = (by: number, list: readonly Tap[]) =>
      list.map((tap) => ({ ...tap, pulses: tap.pulses + 6 * by }));
    expect(read(once)).toMatchInlineSnapshot(`
      [
        "0 1 3 of 4, 15.5 ms, 0.802",
        "–",
      ]
    `);
    expect(read([...once, ...pass(1, taps(0.05, 0.97, 3.02))])).toMatchInlineSnapshot(`
      [
        "0 1 3 of 4, 12.7 ms, 0.832",
        "–",
      ]
    `);
    expect(read([...once, ...pass(1, taps(0, 2.95))])).toMatchInlineSnapshot(`
      [
        "0 1 3 of 4, 13.3 ms, 0.822",
        "–",
      ]
    `);
    expect(read([...once, ...pass(1, taps(0, 0.1, 1, 3))])).toMatchInlineSnapshot(`
      [
        "0 1 3 of 4, 13.9 ms, 0.832",
        "–",
      ]
    `);
  });

  it('counts an early first stroke to the turn it was meant for, an early second beat to its own', () => {
    // Two taps about the half: one stroke struck twice in a turn, or two of seven that the other turn left out.
    const [plain, once] = [taps(0, 1.9, 2.1), taps(0, 1.9, 2.1, 6)];
    expect(read(once)).toMatchInlineSnapshot(`
      [
        "0 1 of 2, 17.7 ms, 0.521",
        "–",
      ]
    `);
    // A fiftieth early, the one of the second turn is in that turn all the same.
    expect(read([...plain, ...taps(5.98)])).toMatchInlineSnapshot(`
      [
        "0 1 of 2, 17.9 ms, 0.521",
        "–",
      ]
    `);
    // Within one turn nothing is left out; the second beat may come early.
    expect(read(taps(4, 4.875, 5.125))).toMatchInlineSnapshot(`
      [
        "–",
        "0 3 4 of 7, 3.6 ms, 0.548",
      ]
    `);
    expect(read(taps(3.98, 4.875, 5.125))).toMatchInlineSnapshot(`
      [
        "–",
        "0 3 4 of 7, 4.6 ms, 0.548",
      ]
    `);
  });

  it('counts each hand by itself: one may be played after the other', () => {
    const hand = (by: 'R' | 'L', kind: string, ...pulses: readonly number[]): readonly Tap[] =>
      pulses.map((at) => ({ pulses: at, kind, hand: by }));
    const right = hand('R', 'D', 0, 2);
    const left = hand('L', 'K', 7, 9);
    expect(read([...right, ...left])).toMatchInlineSnapshot(`
      [
        "0 1 2 3 of 4, 0.0 ms, 0.832",
        "–",
      ]
    `);
    expect(read([...right, ...hand('R', 'K', 7, 9)])).toMatchInlineSnapshot(`
      [
        "0 1 2 3 of 4, 0.0 ms, 0.832",
        "–",
      ]
    `);
    expect(read([...taps(0, 2), { pulses: 7, kind: 'K' }, { pulses: 9, kind: 'K' }])).toEqual(
      read([...right, ...left]),
    );
  });
});

describe('a hand that is not steady', () => {
  /** Twelve taps on the thirds of the long beat, over four turns, off by up to so much. */
  const unsteady = (by: number) =>
    Array.from({ length: 12 }, (_, at) => {
      const off = [1, -0.4, 0.7, -1, 0.2, 0.9, -0.8, 0.3, -0.6, 0.5, -0.1, 0.8][at] ?? 0;
      return Math.floor(at / 3) * 6 + ((at % 3) * 4) / 3 + (off * by) / SECONDS;
    });

  it('is learnt from its taps: the same thirds, surer the steadier it is', () => {
    const told = [0.005, 0.02, 0.035, 0.05, 0.08].map((by) => read(taps(...unsteady(by)))[0]);
    expect(told).toMatchInlineSnapshot(`
      [
        "0 1 2 of 3, 3.4 ms, 0.710",
        "0 1 2 of 3, 13.5 ms, 0.710",
        "0 1 2 of 3, 23.7 ms, 0.710",
        "0 1 2 of 3, 31.0 ms, 0.710",
        "0 1 2 of 3, 49.6 ms, 0.731",
      ]
    `);
  });

  it('is held to be as unsteady as it can be at most', () => {
    expect(read(taps(0.5, 1.6, 2.3, 3.4, 6.6, 7.4, 8.5, 9.6))).toMatchInlineSnapshot(`
      [
        "1 3 5 7 of 8, 26.5 ms, 0.999",
        "–",
      ]
    `);
    expect(read(taps(0.3, 6, 12, 18, 24, 30))).toMatchInlineSnapshot(`
      [
        "0 of 1, 30.6 ms, 0.410",
        "–",
      ]
    `);
  });

  it('is early by as much as it is unsteady, and no more than half a slot', () => {
    // 40 ms before the short beat: early for an unsteady hand, late for a steady one.
    const early = 4 - 0.16;
    expect(read(taps(0, 2, early, 6, 8, 10 - 0.16, 12, 14, 16 - 0.16))).toMatchInlineSnapshot(`
      [
        "0 1 of 2, 0.0 ms, 0.523",
        "0 of 1, 40.0 ms, 0.394",
      ]
    `);
    expect(read(taps(...unsteady(0.05), early, 6 + early, 12 + early))).toMatchInlineSnapshot(`
      [
        "0 1 2 of 3, 31.0 ms, 0.710",
        "0 7 of 8, 33.1 ms, 0.528",
      ]
    `);
    const [long, short] = tappedBeats(UNEVEN, taps(3.9, 5.93), { secondsPerPulse: SECONDS });
    expect([long?.taps.length, short?.taps.length]).toEqual([1, 1]);
  });
});

describe('a layer from taps', () => {
  const { rhythm } = readRhythm(
    'rhythm A\ncycle 4+2\nlayer Drum : goblet drum\nplay D . T . | . K',
  );
  const layer = rhythm?.layers[0];
  if (!layer) throw new Error('no layer');
  const made = (tapped: readonly Tap[], chosen?: ReadonlyMap<number, number>) => {
    const beats = tappedBeats(UNEVEN, tapped, { secondsPerPulse: SECONDS });
    const { cells, strokes } = layerFromTaps(UNEVEN, layer, beats, chosen);
    return `${cells.map(({ slots }) => slots).join('+')}: ${strokes.map(({ slot, kind, hand }) => `${slot}${kind}${hand ?? ''}`).join(' ')}`;
  };

  it('has the likeliest reading of each beat, its pulses where nothing was tapped, or what was chosen', () => {
    expect(made(taps(0, 1, 3))).toBe('4+2: 0D 1D 3D');
    expect(made(taps(4, 5))).toBe('4+2: 4D 5D');
    expect(made(taps(0, 1, 3, 4, 5), new Map([[0, 8]]))).toBe('8+2: 0D 2D 6D 8D 9D');
    expect(made(taps(0, 1, 3, 4, 5), new Map([[1, 3]]))).toBe('4+3: 0D 1D 3D 4D 6D');
    expect(made(taps(0, 2), new Map([[0, 12]]))).toBe('2+2: 0D 1D');
    expect(made(taps(5.98, 3.99))).toBe('1+1: 0D 1D');
  });

  it('keeps one stroke a hand in a slot', () => {
    const both: readonly Tap[] = [
      { pulses: 0, kind: 'K', hand: 'L' },
      { pulses: 0.01, kind: 'D', hand: 'R' },
      { pulses: 6, kind: 'T', hand: 'R' },
    ];
    expect(made(both)).toBe('1+2: 0DR 0KL');
  });
});

describe('accents that were tapped', () => {
  const accents = (play: string, tapped: readonly Tap[]) => {
    const { rhythm } = readRhythm(`rhythm A\ncycle 4+2\nlayer Drum : goblet drum\nplay ${play}`);
    const layer = rhythm?.layers[0];
    if (!layer) throw new Error('no layer');
    return accentTapped(UNEVEN, layer, tapped).strokes.flatMap(({ slot, force }) =>
      force === 4 ? [slot] : [],
    );
  };

  it('go to the stroke nearest to each tap in every turn, over the seam, the first of two as near', () => {
    expect(accents('D! . T . / . K', taps(2.1))).toEqual([2]);
    expect(accents('D . T . / . K!', taps(5.9, 8))).toEqual([0, 2]);
    expect(accents('D . T . / . K | D . T . / . K', taps(5.2))).toEqual([5, 11]);
    expect(accents('D . T . / . K', taps(1))).toEqual([0]);
    expect(accents('D . T . / . .', taps(-1))).toEqual([0]);
    expect(accents('D . T . / . K', [])).toEqual([]);
  });
});

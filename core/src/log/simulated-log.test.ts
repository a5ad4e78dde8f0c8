import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { asking, FOURS } from '../ear/run.testkit.ts';
import { timed } from '../text/timed.testkit.ts';
import {
  bestSoFar,
  LoggedRunSchema,
  materialOf,
  offOverAll,
  PlayedSchema,
  passageLoad,
  passesIn,
  plateauOf,
  sessionsOf,
  simulateLog,
} from './index.ts';
import { day } from './log.testkit.ts';

describe('what a line asks of the hands', () => {
  const { rhythm, timing } = timed(
    "rhythm A\ncycle 2x4\ntempo 40 to 80 per 2\nlayer D : darbuka\nplay D! k / 'D k / D k / D! k\nhand R L / R L / R R / R L",
  );

  it('is its strokes by hand with graces, the accents, and the longest row of one hand', () => {
    // A flam is one more of the other hand.
    expect(materialOf(rhythm, timing, 0)?.load).toEqual({
      R: 5,
      L: 4,
      loudR: 2,
      loudL: 0,
      row: 3,
    });
    expect(materialOf(rhythm, timing, 0)).toMatchObject({
      rhythm: { id: rhythm.id, name: 'A' },
      layer: { name: 'D' },
      instrument: 'goblet-drum',
      from: 40,
      to: 80,
      per: 2,
      pulses: 8,
    });
    expect(materialOf(rhythm, timing, 1)).toBeUndefined();
    const material = materialOf(rhythm, timing, 0);
    // Eight pulses at 40 beats of two are six seconds.
    expect(material && passesIn(material, 40, 60)).toBeCloseTo(10, 9);
  });

  it('is that of the stretch that is played, as often as it is played, by the hands that play', () => {
    const of = { rhythm, timing, index: 0 };
    const whole = { from: { num: 0, den: 1 }, to: { num: 8, den: 1 }, times: 1 } as const;
    expect(passageLoad(of, whole, 3)).toMatchObject({ R: 15, L: 12, loudR: 6, loudL: 0 });
    const half = { ...whole, to: { num: 4, den: 1 } };
    expect(passageLoad(of, half, 1)).toMatchObject({ R: 2, L: 3, loudR: 1, loudL: 0 });
    // From the second beat round to the first: over the seam.
    const seam = { ...whole, from: { num: 6, den: 1 }, to: { num: 10, den: 1 } };
    expect(passageLoad(of, seam, 1)).toMatchObject({ R: 2, L: 2 });
    // One hand alone never rests: its row is all that it plays.
    expect(passageLoad(of, { ...whole, hands: ['R'] }, 2)).toEqual({
      R: 10,
      L: 0,
      loudR: 4,
      loudL: 0,
      row: 10,
    });
    expect(passageLoad(of, { ...whole, hands: ['L'] }, 1)).toMatchObject({ R: 0, L: 3, row: 3 });
  });
});

describe('an accent that is rolled', () => {
  it('is many strokes, and one loud one', () => {
    const { rhythm, timing } = timed(
      'rhythm A\ncycle 2x2\nlayer D : frame drum\nplay ~D! k / D! k\nhand R L / L R',
    );
    const load = materialOf(rhythm, timing, 0)?.load;
    expect([load?.loudR, load?.loudL]).toEqual([1, 1]);
    expect((load?.R ?? 0) + (load?.L ?? 0)).toBeGreaterThan(4);
  });
});

describe('a line that is shorter than the cycle', () => {
  it('is counted as often as it comes round', () => {
    const { rhythm, timing } = timed(
      'rhythm A\ncycle 2x4\nlayer D : darbuka\nplay D / D / D / D\nlayer T : darbuka\nloop own\nplay D / T / K\nhand R / L / R',
    );
    const of = { rhythm, timing, index: 1 };
    const turn = { from: { num: 0, den: 1 }, to: { num: 8, den: 1 }, times: 1 } as const;
    // Three beats against four: D T K D in one turn, and the three of them four times in three turns.
    expect(passageLoad(of, turn, 1)).toMatchObject({ R: 3, L: 1 });
    expect(passageLoad(of, { ...turn, to: { num: 24, den: 1 } }, 1)).toMatchObject({ R: 8, L: 4 });
    expect(materialOf(rhythm, timing, 1)).toMatchObject({ pulses: 8, load: { R: 3, L: 1 } });
  });
});

describe('a made-up log', () => {
  const { rhythm, timing } = asking(FOURS, 1);
  const line = {
    rhythm: { ...rhythm, id: 'a' },
    timing,
    index: 0,
    version: 'v',
    begun: 40,
    on: [1, 2, 4, 5, 6],
    can: 62,
    gain: 0.8,
    most: 90,
  } as const;

  it('is what a player would have played: judged runs up to the day before, ever quicker', () => {
    const log = simulateLog([line], day(60), 7);
    const runs = log.map(({ run }) => run);
    expect(runs.length).toBeGreaterThan(80);
    for (const { run, played } of log) {
      expect(v.is(LoggedRunSchema, run)).toBe(true);
      expect(played && v.is(PlayedSchema, played)).toBe(true);
      expect(run.day < day(60) && run.day >= day(20)).toBe(true);
      expect(run.demo).toBe(true);
    }
    expect(new Set(runs.map(({ id }) => id)).size).toBe(runs.length);
    const best = bestSoFar(sessionsOf(runs)).map(({ bpm }) => bpm);
    expect((best.at(-1) ?? 0) - (best[0] ?? 0)).toBeGreaterThan(12);
    const week = { ...line, begun: 8 };
    const short = simulateLog([week], day(60), 7);
    expect(simulateLog([week], day(60), 7)).toEqual(short);
    expect(simulateLog([week], day(60), 8)).not.toEqual(short);
  });

  it('stands still where its player does, rushes what is planted, and is not heard where nothing listens', () => {
    const habits = { off: [{ slot: 5, by: -0.03 }] };
    const flat = simulateLog([{ ...line, gain: 4, most: 70, habits }], day(60), 3).map(
      ({ run }) => run,
    );
    expect(plateauOf(sessionsOf(flat))?.bpm).toBeLessThan(76);
    expect(offOverAll(flat)[0]?.bias).toBeLessThan(-0.015);
    const unheard = simulateLog([{ ...line, begun: 8, unheard: true }], day(60), 3);
    expect(unheard.length).toBeGreaterThan(8);
    expect(
      unheard.every(({ run, played }) => run.heardBy === 'none' && !run.judged && !played),
    ).toBe(true);
  });
});

import { describe, expect, it } from 'vitest';
import {
  allowance,
  dayLoads,
  levelChange,
  NO_LOAD,
  restingHands,
  rises,
  sayComing,
  sayRise,
  scaled,
  sinceRest,
  summed,
  usualBefore,
} from './index.ts';
import { day, run } from './log.testkit.ts';

const strokes = (after: number, R: number, L: number, seconds = 600) =>
  run(after, 80, { load: { ...NO_LOAD, R, L }, seconds });

/** Three times a week over four weeks, 1000 strokes of each hand. */
const FOUR_WEEKS = [0, 2, 4, 7, 9, 11, 14, 16, 18, 21, 23, 25].map((at) => strokes(at, 1000, 1000));

describe('what a day asked', () => {
  it('is summed by hand, with the longest row and the longest stretch without a rest', () => {
    const at = 20_000 * 86_400_000;
    const loads = dayLoads([
      run(0, 80, { at, seconds: 300, load: { R: 10, L: 20, loudR: 1, loudL: 2, row: 3 } }),
      // 40 seconds later: no rest.
      run(0, 80, {
        at: at + 340_000,
        seconds: 100,
        load: { R: 1, L: 2, loudR: 2, loudL: 1, row: 9 },
      }),
      // A minute later: a rest.
      run(0, 80, { at: at + 500_000, seconds: 200, load: NO_LOAD }),
      run(1, 80, { seconds: 50 }),
    ]);
    expect(loads[0]).toEqual({
      day: day(0),
      R: 11,
      L: 22,
      loudR: 3,
      loudL: 3,
      row: 9,
      seconds: 600,
      unbroken: 400,
    });
    expect(loads.map(({ day: on }) => on)).toEqual([day(0), day(1)]);
    expect(dayLoads([])).toEqual([]);
    expect(sinceRest([], at)).toBe(0);
  });

  it('goes on until one has rested for a minute', () => {
    const at = 20_000 * 86_400_000;
    const played = [
      run(0, 80, { at, seconds: 900 }),
      run(0, 80, { at: at + 930_000, seconds: 600 }),
    ];
    const end = at + 1_530_000;
    expect(sinceRest(played, end)).toBe(1500);
    expect(sinceRest(played, end + 59_000)).toBe(1500);
    expect(sinceRest(played, end + 60_000)).toBe(0);
  });
});

it('adds amounts up and takes them by a factor, each for itself', () => {
  const one = { R: 1, L: 2, loudR: 3, loudL: 4, seconds: 5 };
  const other = { R: 60, L: 50, loudR: 40, loudL: 30, seconds: 20 };
  expect(summed([one, other])).toEqual({ R: 61, L: 52, loudR: 43, loudL: 34, seconds: 25 });
  expect(summed([])).toEqual({ R: 0, L: 0, loudR: 0, loudL: 0, seconds: 0 });
  expect(scaled(one, 0.5)).toEqual({ R: 0.5, L: 1, loudR: 1.5, loudL: 2, seconds: 2.5 });
});

describe('what one is used to', () => {
  it('is the mean of the days played in the four weeks before, and of the weeks', () => {
    const usual = usualBefore(dayLoads(FOUR_WEEKS), day(28));
    expect(usual?.played).toBe(12);
    expect(usual?.day).toMatchObject({ R: 1000, L: 1000, seconds: 600 });
    expect(usual?.week).toMatchObject({ R: 3000, L: 3000, seconds: 1800 });
  });

  it('is not known from fewer than four days, nor a week from fewer than two', () => {
    expect(usualBefore(dayLoads(FOUR_WEEKS.slice(0, 3)), day(28))).toBeUndefined();
    const young = usualBefore(dayLoads(FOUR_WEEKS.slice(0, 5)), day(10));
    expect(young?.day.R).toBe(1000);
    expect(young?.week).toBeUndefined();
    // What lies further back than four weeks is forgotten.
    expect(usualBefore(dayLoads(FOUR_WEEKS), day(60))).toBeUndefined();
  });
});

describe('a rise', () => {
  it('of more than a third is said, of the day and of the week', () => {
    const loads = (L: number) => dayLoads([...FOUR_WEEKS, strokes(28, 1000, L)]);
    expect(rises(loads(1333), day(28))).toEqual([]);
    expect(rises(loads(1600), day(28))).toEqual([
      { what: 'L', over: 'day', more: expect.closeTo(0.6, 9) },
    ]);
    expect(sayRise({ what: 'L', over: 'day', more: 0.6 }, 'yesterday')).toBe(
      'The left hand had 60 % more strokes yesterday than it is used to.',
    );
    expect(sayRise({ what: 'R', over: 'day', more: 0.5 }, 'today')).toBe(
      'The right hand had 50 % more strokes today than it is used to.',
    );
    expect(sayRise({ what: 'loudL', over: 'week', more: 0.4 }, 'yesterday')).toBe(
      'The left hand had 40 % more loud strokes in the week up to yesterday than it is used to.',
    );
    expect(sayRise({ what: 'seconds', over: 'week', more: 0.4 }, 'today')).toBe(
      'You played 40 % more in the week up to today than you are used to.',
    );
    // 2000 so far in the week up to it, and 2500 now.
    expect(rises(loads(2500), day(28)).map(({ what, over }) => [what, over])).toEqual([
      ['L', 'day'],
      ['L', 'week'],
    ]);
  });

  it('is none of what one never did, nor of a little', () => {
    const days = [0, 2, 4, 7, 9, 11, 14, 16, 18, 21, 23, 25];
    const rightAlone = days.map((at) => strokes(at, 1000, 0));
    expect(rises(dayLoads([...rightAlone, strokes(28, 1000, 5000)]), day(28))).toEqual([]);
    const few = days.map((at) => strokes(at, 300, 300));
    const found = rises(dayLoads([...few, strokes(28, 600, 601)]), day(28));
    expect(found.map(({ what, over }) => [what, over])).toEqual([['L', 'day']]);
  });

  it('is said of what is planned before it is played', () => {
    const planned = { R: 1500, L: 0, loudR: 0, loudL: 0, seconds: 0 };
    const [coming, ...others] = rises(dayLoads(FOUR_WEEKS), day(28), planned);
    expect([coming, others]).toEqual([{ what: 'R', over: 'day', more: 0.5 }, []]);
    expect(coming && sayComing(coming)).toBe(
      'With the rest of the plan the right hand would have 50 % more strokes than it is used to: leave some of it out.',
    );
    expect(sayComing({ what: 'loudR', over: 'day', more: 0.5 })).toContain(
      'more loud strokes than',
    );
    expect(sayComing({ what: 'L', over: 'day', more: 0.5 })).toContain(
      'the left hand would have 50 % more strokes than',
    );
    expect(sayComing({ what: 'seconds', over: 'day', more: 0.5 })).toContain(
      'you would play 50 % more than you',
    );
  });
});

describe('what may still be asked', () => {
  it('is a third over the usual, less what was played; and nothing is known of a hand that never played', () => {
    const left = allowance(dayLoads([...FOUR_WEEKS, strokes(28, 400, 0)]), day(28));
    expect(left?.R).toBeCloseTo(1000 * (4 / 3) - 400, 6);
    expect(left?.loudR).toBe(Number.POSITIVE_INFINITY);
    expect(allowance([], day(28))).toBeUndefined();
  });

  it('is less where the week was full', () => {
    const full = [22, 24, 26, 27].map((at) => strokes(at, 900, 0));
    const left = allowance(dayLoads([...FOUR_WEEKS, ...full]), day(28));
    // The four weeks were (12 + 3.6) thousand over 28 days; the last seven hold 5600.
    const week = (15_600 / 28) * 7;
    expect(left?.R).toBe(Math.max(0, (week * 4) / 3 - 5600));
  });
});

describe('a hand that hurts', () => {
  it('rests for three days, that one alone; both where it was something else', () => {
    const hurt = (sore: 'R' | 'L' | 'back') => [run(5, 80, { feel: 'hurts', sore })];
    expect([5, 6, 7, 8].map((at) => restingHands(hurt('L'), day(at)).L)).toEqual([
      true,
      true,
      true,
      false,
    ]);
    expect(restingHands(hurt('L'), day(5)).R).toBe(false);
    expect(restingHands(hurt('back'), day(6))).toEqual({ R: true, L: true });
    expect(restingHands([run(5, 80, { feel: 'hard' })], day(5))).toEqual({ R: false, L: false });
    // What is dated after today, by a clock that was set back, says nothing of today.
    expect(restingHands(hurt('L'), day(4)).L).toBe(false);
    // Where it was not said where, all rests.
    expect(restingHands([run(5, 80, { feel: 'hurts' })], day(5))).toEqual({ R: true, L: true });
  });
});

describe('loudness in the microphone', () => {
  it('is compared with itself alone, in decibels, where enough was heard on both sides', () => {
    const heard = (after: number, level: number) => run(after, 80, { level });
    const before = [0, 3, 6, 9].map((at) => heard(at, 0.1));
    const week = [24, 25, 26, 27].map((at) => heard(at, 0.2));
    expect(levelChange([...before, ...week], day(28))).toBeCloseTo(6.02, 2);
    expect(levelChange([...before, ...week.slice(1)], day(28))).toBeUndefined();
    // What was not heard by a microphone has no level.
    expect(levelChange([...before, ...week, run(27, 80)], day(28))).toBeCloseTo(6.02, 2);
  });
});

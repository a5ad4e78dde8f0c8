import { describe, expect, it } from 'vitest';
import { normal, seeded } from '../chance/index.ts';
import { flaws, judge, judgePasses, STRICTNESS, verdict } from '../ear/index.ts';
import { asking, FOURS } from '../ear/run.testkit.ts';
import {
  addDays,
  daysBetween,
  type Goal,
  goalProblem,
  type LoggedRun,
  outlook,
  rateOf,
  sayDate,
  sayDay,
  sayOutlook,
  sessionDays,
  sessionsOf,
} from './index.ts';
import { day, judged, run } from './log.testkit.ts';

const goal = (change: Partial<Goal> = {}): Goal => ({
  id: 'g',
  rhythm: { id: 'lamp', name: 'Lamp' },
  layer: { id: 'drum', name: 'Drum' },
  bpm: 104,
  by: day(40),
  minutes: 12,
  daysOff: [],
  made: day(0),
  ...change,
});

describe('what is wrong with a goal', () => {
  it('is said with its field: a day that is over, no days left, minutes, a tempo', () => {
    const ask = (change: Partial<Goal>) => goalProblem(goal(change), day(10));
    expect(ask({})).toBeUndefined();
    expect(ask({ by: day(10) })).toBeUndefined();
    expect(ask({ by: day(9) })).toEqual({
      field: 'by',
      message: '11 November is over. Choose a day from today on.',
    });
    expect(ask({ by: '2026-02-30' })?.field).toBe('by');
    expect(ask({ minutes: 0 })?.message).toMatch(/^Between 1 and 60 whole minutes/);
    expect(ask({ minutes: 2.5 })?.field).toBe('minutes');
    expect([9.9, 400.1, Number.NaN].map((bpm) => ask({ bpm })?.field)).toEqual([
      'bpm',
      'bpm',
      'bpm',
    ]);
    expect([10, 400].map((bpm) => ask({ bpm }))).toEqual([undefined, undefined]);
    expect(ask({ daysOff: [1, 2, 3, 4, 5, 6, 7] })?.message).toMatch(/leave at least one/);
    // 12 and 13 November 2026 are a Thursday and a Friday.
    expect(ask({ by: day(11), daysOff: [4, 5] })?.message).toMatch(
      /^No day is left up to 13 November/,
    );
  });
});

it('says a day with its weekday and year', () => {
  expect([sayDate('2026-12-08'), sayDay('2026-12-08')]).toEqual([
    'Tuesday, 8 December 2026',
    '8 December',
  ]);
});

describe('days with a session', () => {
  it('are those up to the day that are not off', () => {
    expect(sessionDays(goal({ by: day(6), daysOff: [3, 7] }), day(0))).toEqual(
      [0, 1, 3, 4, 5].map(day),
    );
    expect(sessionDays(goal({ by: day(6) }), day(7))).toEqual([]);
  });
});

describe('the rate of progress', () => {
  const gaining = (bpms: readonly number[]) => bpms.map((bpm, at) => run(at, bpm));
  /** Runs of a session in which the spread goes as the cube of the tempo; what is possible grows by two in a hundred a session. */
  const spreading = (session: number, wider = 1) =>
    [60, 70, 80].map((bpm) =>
      run(session, bpm, {
        judged: judged(bpm < 75 ? 'up' : 'stay', {
          spread: wider * 0.01 * (bpm / (70 * 1.02 ** session)) ** 3,
          missed: 0,
        }),
      }),
    );

  it('is cautious until there are three sessions, then the player’s own', () => {
    expect(rateOf(gaining([70, 72]), 104)).toEqual({ bpm: 0.52, own: false, sessions: 2 });
    expect(rateOf(gaining([70, 72, 74]), 104)).toEqual({ bpm: 2, own: true, sessions: 3 });
    // A slower day takes nothing back of the best.
    expect(rateOf(gaining([70, 72, 60]), 104).bpm).toBe(1);
    expect(rateOf(gaining([70, 70, 70]), 104).bpm).toBe(0);
  });

  it('is how much quicker the same spread comes, where the spread grows with the tempo', () => {
    const runs = [0, 1, 2, 3].flatMap((session) => spreading(session));
    expect(rateOf(runs, 104).bpm).toBeCloseTo(70 * 0.02, 6);
    // The best clean tempo alone stood still.
    expect(rateOf(runs.slice(0, 9), 104).bpm).toBe(0);
    // What was heard wrongly for a half says nothing of the spread, nor does what has none.
    const unheard = [
      judged('down', { spread: 0.9, missed: 9, extra: 7 }),
      judged('down', { spread: 0.9, missed: 16 }),
      judged('down', { spread: 0.9, extra: 30 }),
      judged('up', { spread: 0 }),
      undefined,
    ].map((heard) => run(3, 70, { judged: heard }));
    expect(rateOf([...runs, ...unheard], 104).bpm).toBeCloseTo(70 * 0.02, 6);
    expect(
      rateOf([...runs, run(3, 70, { judged: judged('down', { spread: 0.9, missed: 15 }) })], 104)
        .bpm,
    ).not.toBeCloseTo(70 * 0.02, 1);
  });

  it('is read from the last ten sessions alone', () => {
    const slow = Array.from({ length: 12 }, (_, at) => 60 + at * 3);
    const flat = Array.from({ length: 10 }, () => 93);
    expect(rateOf(gaining([...slow, ...flat]), 104).bpm).toBe(0);
    // By their spread too: what was before them changes nothing, and the first of them does.
    const uneven = Array.from({ length: 11 }, (_, at) =>
      spreading(at, 1 + 0.3 * Math.sin(at * at)),
    );
    const [eleven, ten, nine] = [0, 1, 2].map((from) => rateOf(uneven.slice(from).flat(), 104).bpm);
    expect(eleven).toBeCloseTo(ten ?? 0, 9);
    expect(nine).not.toBeCloseTo(ten ?? 0, 3);
  });
});

describe('how a goal stands', () => {
  const runs = [0, 1, 2, 3, 4].map((at) => run(at, 80 + at * 2));

  it('is the way to go over the rate, on the days that are kept', () => {
    // Best 88, 2 a session: eight more. Four of four days were kept; fewer than seven are taken as 6 of 7.
    const one = outlook(goal(), runs, day(5), 72);
    expect(one).toMatchObject({ best: 88, needed: 8, have: 36, kept: 6 / 7, inTime: true });
    // 8 sessions at 6 of 7 days are 9.33: the tenth day from day 5 on.
    expect(one.reached).toBe(day(14));
    expect(sayOutlook(one, 1)).toEqual([
      'You gain about 2.0 a session. At that pace 104 is reached on 16 November, 26 days before the day.',
      '8 more sessions of 12 minutes; 5 missed days are in it.',
    ]);
    const said = (kept: number, reached: string) =>
      sayOutlook({ ...one, have: 10, kept, reached }, 1);
    expect(said(1, one.goal.by)).toEqual([
      'You gain about 2.0 a session. At that pace 104 is reached on 12 December, that very day.',
      '8 more sessions of 12 minutes; no day may be missed.',
    ]);
    expect(said(0.9, day(39))).toEqual([
      'You gain about 2.0 a session. At that pace 104 is reached on 11 December, 1 day before the day.',
      '8 more sessions of 12 minutes; 1 missed day is in it.',
    ]);
  });

  it('is known of seven days on, and never less than it is taken to be at least', () => {
    const every = (days: readonly number[]) => days.map((at) => run(at, 80 + at));
    const keptOf = (days: readonly number[], today: number) =>
      outlook(goal(), every(days), day(today), 72).kept;
    expect(keptOf([0, 1, 2, 3, 4, 5], 6)).toBe(6 / 7);
    expect(keptOf([0, 1, 2, 3, 4, 5], 7)).toBe(6 / 7);
    expect(keptOf([0, 1, 2, 3, 4, 5, 6], 7)).toBe(1);
  });

  it('counts what was missed, and no days off', () => {
    const often = [0, 2, 4, 6, 8].map((at) => run(at, 80 + at));
    const one = outlook(goal(), often, day(10), 72);
    expect(one.kept).toBe(0.5);
    // 16 at 2 a session: 8 sessions on every second day.
    expect(one.reached).toBe(day(25));
    expect(outlook(goal({ daysOff: [2, 4, 6, 7] }), often, day(10), 72).kept).toBeCloseTo(5 / 6, 1);
  });

  it('says honestly when it will not be reached, and never to play longer', () => {
    const one = outlook(goal({ by: day(8), daysOff: [7], occasion: 'walk' }), runs, day(5), 72);
    expect(one.inTime).toBe(false);
    const said = sayOutlook(one, 2);
    expect(said[0]).toMatch(/104 is reached on 18 November, 8 days after the walk\.$/);
    expect(said[1]).toBe(
      'What would help: 93 is within reach by then; a day off less gives more sessions; with fewer goals each gets more of the day; or take 18 November as the day. Playing longer each day is not among it.',
    );
    // Nothing that is not so is among it.
    const alone = outlook(goal({ by: day(8) }), runs, day(5), 72);
    expect(sayOutlook(alone, 1)[1]).toBe(
      'What would help: 94 is within reach by then; or take 16 November as the day. Playing longer each day is not among it.',
    );
    const flat = outlook(
      goal(),
      [0, 1, 2, 3].map((at) => run(at, 80)),
      day(5),
      72,
    );
    expect(flat.reached).toBeUndefined();
    expect(sayOutlook(flat, 1)[0]).toBe(
      'Your best clean tempo stands still. At that pace 104 is not reached within two years.',
    );
  });

  it('is reached where the tempo was clean, and begins at the start where nothing was', () => {
    const there = outlook(goal({ bpm: 88 }), runs, day(5), 72);
    expect(there).toMatchObject({ needed: 0, reached: day(5), inTime: true });
    expect(sayOutlook(there, 1)[0]).toMatch(/^88 is reached/);
    const none = outlook(goal({ bpm: 80 }), [], day(5), 72);
    // Eight beats at a cautious 0.4 a session, and one to get there.
    expect(none).toMatchObject({ best: undefined, from: 72, needed: 21 });
    expect(sayOutlook(none, 1)[0]).toMatch(/^How quickly you gain is not known yet/);
  });

  it('says what came of it once its day is over', () => {
    const over = outlook(goal({ by: day(4), occasion: 'walk' }), runs, day(5), 72);
    expect(over.isOver).toBe(true);
    expect(sayOutlook(over, 1)).toEqual([
      '6 November is over: 88 of 104 was clean.',
      'Choose another day, or let the goal go.',
    ]);
    expect(outlook(goal({ by: day(5) }), runs, day(5), 72).isOver).toBe(false);
    const never = outlook(goal({ by: day(4) }), [], day(5), 72);
    expect(sayOutlook(never, 1)[0]).toBe('6 November is over: nothing was clean yet.');
  });

  it('does not count today again once it was played', () => {
    const before = outlook(goal(), runs, day(4), 72);
    expect(before.have).toBe(36);
    expect(outlook(goal(), runs.slice(0, 4), day(4), 72).have).toBe(37);
  });
});

describe('a plan of one who learns at a known rate', () => {
  /** Plays at tempos around what the player can, with a spread that grows with the tempo, and is judged. */
  function practise(can: number, after: number, seed: number): readonly LoggedRun[] {
    const random = seeded(seed);
    return [-4, -2, 0, 2, 4].map((step) => {
      const bpm = Math.round(can) + step;
      const line = asking(FOURS.replace('tempo 80', `tempo ${bpm}`), 3);
      // Clean up to 15 ms: what the player can is where the spread comes near to it.
      const spread = 0.0135 * (bpm / can) ** 6;
      const heard = line.run(line.play({ seed: Math.floor(random() * 1e6), spread }));
      const clean = judgePasses(heard, judge(heard)).map(
        (pass) => flaws(pass, STRICTNESS.usual).length === 0,
      );
      const { spread: measured } = judge(heard);
      return run(after, bpm, { judged: judged(verdict(clean), { spread: measured, missed: 0 }) });
    });
  }

  it.each([
    [1, 1.4],
    [2, 0.9],
    [3, 2],
    [4, 1.1],
    [5, 1.7],
    [6, 1.2],
  ])(
    'predicts the day within 15 per cent after ten sessions (player %i, %f a session)',
    (seed, rate) => {
      const random = seeded(seed * 91);
      const can = (session: number) => 64 + rate * session + normal(random) * 0.4;
      const log = Array.from({ length: 10 }, (_, at) =>
        practise(can(at), at, seed * 100 + at),
      ).flat();
      const target = 104;
      const aim = goal({ bpm: target, by: day(100) });
      const one = outlook({ ...aim, made: day(0) }, log, day(10), 60);
      expect(one.rate.own).toBe(true);
      // The day on which the same player is first clean at the tempo, going on like this every day.
      let at = 10;
      const all = [...log];
      while (Math.max(...sessionsOf(all).map(({ best }) => best ?? 0)) < target) {
        all.push(...practise(can(at), at, seed * 100 + at));
        at += 1;
      }
      const truth = at - 1;
      const told = daysBetween(day(0), one.reached ?? addDays(day(0), 9999));
      expect(Math.abs(told - truth) / truth).toBeLessThan(0.15);
    },
  );
});

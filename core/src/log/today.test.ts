import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  allowance,
  clockProblem,
  dayLoads,
  type Goal,
  indexLog,
  type LoggedRun,
  MEASURES,
  NOTHING,
  planToday as planFrom,
  playedOf,
  summed,
  type TodayRequest,
} from './index.ts';
import { day, judged, material, run } from './log.testkit.ts';
import { NO_LOAD } from './run.ts';

/** The plan of a log that is given as its runs. */
function planToday({
  runs,
  ...request
}: Omit<TodayRequest, 'log'> & { readonly runs: readonly LoggedRun[] }) {
  return planFrom({ ...request, log: indexLog(runs) });
}

const goal = (id: string, change: Partial<Goal> = {}): Goal => ({
  id: `goal-${id}`,
  rhythm: { id, name: id },
  layer: { id: 'drum', name: 'Drum' },
  bpm: 100,
  by: day(60),
  minutes: 6,
  daysOff: [],
  made: day(0),
  ...change,
});

const of = (id: string, after: number, bpm: number, change: Partial<LoggedRun> = {}) =>
  run(after, bpm, {
    rhythm: { id, name: id },
    load: { R: 3000, L: 3000, loudR: 900, loudL: 300, row: 2 },
    seconds: 1500,
    ...change,
  });

/** Three sessions, all clean: due eight days after the last. */
const known = (id: string, from: number) => [0, 1, 2].map((at) => of(id, from + at, 80 + at));

const titles = (plan: ReturnType<typeof planToday>) =>
  plan.items.map(({ kind, rhythm, minutes, restBefore }) => [kind, rhythm.id, minutes, restBefore]);

describe('what to practise today', () => {
  it('begins with a warm-up of what one knows, then the new, the shaky, and the known that is due', () => {
    const shaky = [...known('cobbles', 0), of('cobbles', 9, 82, { judged: judged('down') })];
    const plan = planToday({
      day: day(10),
      runs: [...known('lamp', 0), ...shaky],
      goals: [goal('stairs'), goal('lamp'), goal('cobbles')],
      materials: ['lamp', 'cobbles', 'stairs'].map((id) => material(id)),
    });
    // 18 minutes are asked for and 5 for warming up; after 20 of playing there is a rest of 2.
    expect(titles(plan)).toEqual([
      ['warm-up', 'lamp', 4, 0],
      ['new', 'stairs', 6, 0],
      ['shaky', 'cobbles', 6, 0],
      ['known', 'lamp', 5, 2],
    ]);
    expect(plan.minutes).toBe(23);
    expect(plan.items.map(({ load }) => load.seconds)).toEqual([240, 360, 360, 300]);
    expect(plan.items.map(({ what, from, to, way }) => [what, from, to, way])).toEqual([
      ['slow hands, both the same', 49, 49, 'whole'],
      ['piece by piece, new', 60, 72, 'add the next'],
      ['each piece and the stroke after it, came back shaky', 70, 82, 'stroke after'],
      ['its pieces mixed, rested for 8 days', 78, 89, 'mixed'],
    ]);
    // A line of one piece is played as one, and what is nearly there too.
    const whole = planToday({
      day: day(10),
      runs: [...known('lamp', 0), ...shaky, ...known('ferry', 0)],
      goals: [goal('stairs'), goal('lamp'), goal('cobbles'), goal('ferry', { bpm: 91 })],
      materials: [
        ...['lamp', 'cobbles', 'stairs'].map((id) => material(id, { pieces: 1 })),
        material('ferry'),
      ],
    });
    expect(whole.items.slice(1).map(({ what, way }) => [what, way])).toEqual([
      ['all of it, new', 'whole'],
      ['all of it, came back shaky', 'whole'],
      ['all of it, rested for 8 days', 'whole'],
      ['all of it, rested for 8 days', 'whole'],
    ]);
  });

  it('leaves alone what rests still, and what was never begun', () => {
    const plan = planToday({
      day: day(4),
      runs: known('lamp', 0),
      goals: [],
      materials: [material('lamp'), material('stairs')],
    });
    expect(plan.items).toEqual([]);
    // Due on the tenth day.
    const due = (at: number) =>
      planToday({ day: day(at), runs: known('lamp', 0), goals: [], materials: [material('lamp')] })
        .items;
    expect(due(9)).toEqual([]);
    expect(due(10).map(({ kind }) => kind)).toEqual(['warm-up', 'known']);
  });

  it('is shorter where there is less time, and says what is left for another day', () => {
    const runs = [...known('lamp', 0), ...known('cobbles', 0)];
    const request = {
      day: day(12),
      runs,
      goals: [goal('stairs'), goal('lamp'), goal('cobbles')],
      materials: ['lamp', 'cobbles', 'stairs'].map((id) => material(id)),
    };
    const short = planToday({ ...request, minutes: 10 });
    expect(titles(short)).toEqual([
      ['warm-up', 'cobbles', 2, 0],
      ['new', 'stairs', 6, 0],
      ['known', 'cobbles', 2, 0],
    ]);
    expect(short.says).toEqual(['For another day: Lamp.']);
    expect(planToday({ ...request, minutes: 0 }).items).toEqual([]);
    const other = planToday({ ...request, minutes: 10, order: 1 });
    expect(other.items.at(-1)?.rhythm.id).toBe('lamp');
  });

  it('mixes what is safe: two visits each, with the others between', () => {
    const runs = [...known('lamp', 0), ...known('cobbles', 0)];
    const plan = planToday({
      day: day(12),
      runs,
      goals: [goal('lamp', { minutes: 8 }), goal('cobbles', { minutes: 8 })],
      materials: [material('lamp'), material('cobbles')],
      minutes: 20,
    });
    expect(plan.items.map(({ kind, rhythm }) => [kind, rhythm.id])).toEqual([
      ['warm-up', 'cobbles'],
      ['known', 'cobbles'],
      ['known', 'lamp'],
      ['known', 'cobbles'],
      ['known', 'lamp'],
    ]);
  });

  it('rests on days off, and after the day of the goal', () => {
    const plan = (goals: readonly Goal[], at = 7) =>
      planToday({ day: day(at), runs: [], goals, materials: [material('stairs')] }).items;
    expect(plan([goal('stairs')])).not.toEqual([]);
    // Day 7 is a Monday.
    expect(plan([goal('stairs', { daysOff: [1] })])).toEqual([]);
    expect(plan([goal('stairs', { by: day(6) })])).toEqual([]);
  });

  it('lets a hand rest that hurt, and everything where it was no hand', () => {
    const runs = [...known('lamp', 0), of('lamp', 11, 60, { feel: 'hurts', sore: 'L' })];
    const plan = planToday({
      day: day(12),
      runs,
      goals: [goal('lamp')],
      materials: [material('lamp')],
    });
    expect(plan.items.length).toBeGreaterThan(0);
    for (const { hand, load, what } of plan.items) {
      expect([hand, load.L, load.loudL, what]).toEqual(['R', 0, 0, 'the right hand alone']);
      expect(load.R).toBeGreaterThan(0);
    }
    expect(plan.says[0]).toMatch(/^The left hand rests/);
    const both = [...known('lamp', 0), of('lamp', 12, 60, { feel: 'hurts', sore: 'back' })];
    const none = planToday({
      day: day(12),
      runs: both,
      goals: [goal('lamp')],
      materials: [material('lamp')],
    });
    expect(none.items).toEqual([]);
    expect(none.says[0]).toMatch(/^Rest today.*tingling or numbness/);
  });

  it('has a line for one hand while the other rests, and none that asks the one that hurts', () => {
    const planned = (load: Partial<typeof NO_LOAD>, sore: 'L' | 'R') => {
      const { items } = planToday({
        day: day(12),
        runs: [...known('lamp', 0), of('lamp', 11, 60, { feel: 'hurts', sore })],
        goals: [goal('stairs')],
        materials: [material('stairs', { load: { ...NO_LOAD, ...load } })],
      });
      return [...new Set(items.map(({ rhythm, hand }) => `${rhythm.id} ${hand}`))];
    };
    expect(planned({ R: 4, L: 4 }, 'L')).toEqual(['stairs R']);
    expect(planned({ R: 4, L: 4 }, 'R')).toEqual(['stairs L']);
    expect(planned({ R: 4 }, 'L')).toEqual(['stairs R']);
    expect(planned({ R: 4 }, 'R')).toEqual([]);
    expect(planned({ L: 4 }, 'L')).toEqual([]);
  });

  it('is shortened where a hand would have more than a third over what it is used to', () => {
    const used = [0, 2, 4, 6, 8, 10, 12, 14].map((at) =>
      of('lamp', at, 80, { load: { R: 900, L: 900, loudR: 300, loudL: 0, row: 1 }, seconds: 2400 }),
    );
    const plan = planToday({
      day: day(24),
      runs: used,
      goals: [goal('lamp', { minutes: 30 })],
      materials: [material('lamp')],
    });
    const all = summed(plan.items.map(({ load }) => load));
    // 900 and a third; a minute of it at 86 is 86 strokes of each hand.
    expect(all.R).toBeLessThanOrEqual(1200);
    expect(all.R).toBeGreaterThan(1200 - 87);
    expect(plan.says[0]).toBe(
      'Shortened, so that the right hand and the left hand are not asked more than a third over the last four weeks.',
    );
    const saidOf = (load: Partial<typeof NO_LOAD>, seconds = 2400) =>
      planToday({
        day: day(24),
        runs: [0, 2, 4, 6, 8, 10, 12, 14].map((at) =>
          of('lamp', at, 80, { load: { ...NO_LOAD, ...load }, seconds }),
        ),
        goals: [goal('lamp', { minutes: 30 })],
        materials: [material('lamp')],
      }).says[0];
    expect(saidOf({ R: 900 })).toContain('so that the right hand is not asked');
    expect(saidOf({ L: 900 })).toContain('so that the left hand is not asked');
    // What is struck hard counts by itself.
    expect(saidOf({ R: 90_000, L: 90_000, loudR: 100 })).toContain('so that the right hand is not');
    expect(saidOf({ R: 9000, L: 9000 }, 900)).toContain('so that you are not asked');
  });

  it('takes what is too much from the longest, and leaves the others as they are', () => {
    const used = [0, 2, 4, 6, 8, 10, 12, 14].map((at) => of('lamp', at, 80, { seconds: 2400 }));
    const minutesWhere = (load: number) =>
      planToday({
        day: day(24),
        runs: used.map((one) => ({ ...one, load: { ...NO_LOAD, R: load, L: load } })),
        goals: [goal('lamp', { minutes: 12 }), goal('stairs', { minutes: 4 })],
        materials: [material('lamp'), material('stairs')],
      }).items.map(({ kind, rhythm, minutes }) => [kind, rhythm.id, minutes]);
    const short = [
      ['warm-up', 'lamp', 4],
      ['new', 'stairs', 4],
    ];
    expect(minutesWhere(90_000)).toEqual([...short, ['known', 'lamp', 12]]);
    expect(minutesWhere(900)).toEqual([...short, ['known', 'lamp', 8]]);
    // A line of the left hand alone stays as long as it is where the right has too much.
    const lines = planToday({
      day: day(24),
      runs: used.map((one) => ({ ...one, load: { ...NO_LOAD, R: 700, L: 90_000 } })),
      goals: [goal('lamp', { minutes: 8 }), goal('stairs', { minutes: 20 })],
      materials: [material('lamp'), material('stairs', { load: { ...NO_LOAD, L: 8 } })],
    });
    expect(titles(lines).filter(([kind]) => kind !== 'warm-up')).toEqual([
      ['new', 'stairs', 20, 2],
      ['known', 'lamp', 4, 2],
    ]);
  });

  it('stays as it is while it is played, and tells how far one has come', () => {
    const request = {
      day: day(10),
      goals: [goal('lamp')],
      materials: [material('lamp')],
    };
    const before = planToday({ ...request, runs: known('lamp', 0) });
    const played = [
      ...known('lamp', 0),
      of('lamp', 10, 60, { seconds: 90 }),
      of('lamp', 10, 80, { seconds: 60 }),
    ];
    const after = planToday({ ...request, runs: played });
    expect(after).toEqual(before);
    expect(before.items.map(({ minutes }) => minutes)).toEqual([2, 6]);
    expect(playedOf(after, played)).toEqual([2, 0.5]);
  });

  it('takes what the simulated player showed for nobody’s progress and no load', () => {
    const shown = known('lamp', 0).map((one) => ({ ...one, heardBy: 'simulated' as const }));
    const log = indexLog(shown);
    expect([log.runs.length, log.own.length, log.loads().length]).toEqual([3, 0, 0]);
    expect(log.sessionsOf('lamp/drum')).toEqual([]);
    // Of the made-up log it is the player.
    const madeUp = indexLog(shown.map((one) => ({ ...one, demo: true as const })));
    expect(madeUp.sessionsOf('lamp/drum')).toHaveLength(3);
  });

  it('says where the clock was set back', () => {
    expect(clockProblem([run(5, 80)], day(5))).toBeUndefined();
    expect(clockProblem([run(5, 80)], day(3))).toMatch(/^The newest run is 2 days ahead/);
    expect(clockProblem([], day(3))).toBeUndefined();
  });
});

describe('any plan', () => {
  const ids = ['a', 'b', 'c', 'd', 'e'];
  const runs = fc.array(
    fc
      .record({
        id: fc.constantFrom(...ids),
        after: fc.integer({ min: 0, max: 40 }),
        bpm: fc.integer({ min: 40, max: 120 }),
        verdict: fc.constantFrom('up', 'stay', 'down', undefined),
        R: fc.integer({ min: 0, max: 900 }),
        L: fc.integer({ min: 0, max: 900 }),
        seconds: fc.integer({ min: 5, max: 900 }),
        sore: fc.constantFrom('R', 'L', 'back', ...Array<undefined>(30)),
      })
      .map(({ id, after, bpm, verdict, R, L, seconds, sore }) => {
        const { judged: _, ...one } = of(id, after, bpm, {
          load: { R, L, loudR: 0, loudL: 0, row: 3 },
          seconds,
          ...(sore ? { feel: 'hurts', sore } : {}),
        });
        return verdict ? { ...one, judged: judged(verdict) } : one;
      }),
    { maxLength: 60 },
  );
  const goals = fc.uniqueArray(
    fc
      .record({
        id: fc.constantFrom(...ids),
        minutes: fc.integer({ min: 1, max: 60 }),
        by: fc.integer({ min: 0, max: 80 }),
        daysOff: fc.uniqueArray(fc.constantFrom(1, 2, 3, 4, 5, 6, 7) as fc.Arbitrary<1>, {
          maxLength: 3,
        }),
      })
      .map(({ id, by, ...one }) => goal(id, { ...one, by: day(by) })),
    { selector: ({ id }) => id, maxLength: 5 },
  );
  const request = fc.record({
    day: fc.integer({ min: 20, max: 45 }).map(day),
    runs,
    goals,
    materials: fc.constant(ids.map((id) => material(id))),
    minutes: fc.option(fc.integer({ min: 0, max: 120 }), { nil: undefined }),
    order: fc.nat(4),
  });

  it('never passes its minutes, nor what a hand may be asked', () => {
    fc.assert(
      fc.property(request, (asked) => {
        const plan = planToday(asked);
        const sum = plan.items.reduce(
          (all, { minutes, restBefore }) => all + minutes + restBefore,
          0,
        );
        expect(plan.minutes).toBe(sum);
        expect(sum).toBeLessThanOrEqual(Math.min(90, asked.minutes ?? 90));
        const allowed = allowance(
          dayLoads(asked.runs.filter((one) => one.day < asked.day)),
          asked.day,
        );
        const all = summed([NOTHING, ...plan.items.map(({ load }) => load)]);
        for (const what of MEASURES) {
          expect(all[what]).toBeLessThanOrEqual(
            (allowed?.[what] ?? Number.POSITIVE_INFINITY) + 1e-6,
          );
        }
        expect(plan.items.every(({ minutes, from, to }) => minutes >= 1 && from <= to)).toBe(true);
      }),
    );
  });

  it('is the same for the same log, in whatever order that is given, and remade twice', () => {
    fc.assert(
      fc.property(request, (asked) => {
        const plan = planToday(asked);
        expect(planToday(asked)).toEqual(plan);
        expect(
          planToday({
            ...asked,
            runs: [...asked.runs].reverse(),
            goals: [...asked.goals].reverse(),
            materials: [...asked.materials].reverse(),
          }),
        ).toEqual(plan);
      }),
    );
  });
});

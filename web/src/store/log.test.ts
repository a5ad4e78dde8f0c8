import { markOf, simulateLog } from '@stride/core/log';
import { timeRhythm } from '@stride/core/rhythm';
import { beforeEach, describe, expect, it } from 'vitest';
import { StrideDatabase, setDatabase } from './db.ts';
import { DEMO_RHYTHMS } from './demo.ts';
import { makeDemoLog } from './demo-log.ts';
import {
  bringRuns,
  changeRun,
  dropDemoLog,
  dropRuns,
  keepGoal,
  keepOtherLog,
  keepRun,
  logStamp,
  wholeLog,
} from './log.ts';
import { readRuns } from './run-months.ts';
import { bringBack, throwAway } from './trash.ts';

/** However long the machine takes. */
const AT_LAST = { timeout: 120_000 };

let count = 0;
let db: StrideDatabase;
beforeEach(() => {
  count += 1;
  db = new StrideDatabase(`log-${count}`);
  setDatabase(db);
});

const rhythm = DEMO_RHYTHMS[0] as (typeof DEMO_RHYTHMS)[number];
const timed = timeRhythm(rhythm);
if (!timed.ok) throw new Error('no timing');
const MADE = simulateLog(
  [
    {
      rhythm,
      timing: timed.timing,
      index: 1,
      version: markOf(rhythm),
      begun: 3,
      on: [1, 2, 3, 4, 5, 6, 7],
      can: 70,
      gain: 1,
      most: 90,
    },
  ],
  '2026-11-26',
  3,
);
const [first, second] = MADE as [(typeof MADE)[number], (typeof MADE)[number]];

describe('the log in the browser', () => {
  it('keeps a run with what was played, and the rhythm as it was once for all its runs', async () => {
    await keepRun(first.run, rhythm, first.played);
    await keepRun(second.run, rhythm, second.played);
    expect(await db.runs.count()).toBe(2);
    expect(await db.played.get(first.run.id)).toEqual(first.played);
    expect(await db.versions.toArray()).toEqual([{ mark: first.run.version, rhythm }]);
    // What was edited since is another.
    await keepRun({ ...first.run, id: 'x' }, { ...rhythm, target: 111 }, undefined);
    expect(await db.versions.count()).toBe(2);
  });

  it('corrects and takes out with a way back', async () => {
    await keepRun(first.run, rhythm, first.played);
    const back = await changeRun(first.run.id, { bpm: 99, note: 'cold hands', corrected: true });
    expect(await db.runs.get(first.run.id)).toMatchObject({ bpm: 99, note: 'cold hands' });
    await back();
    expect(await db.runs.get(first.run.id)).toEqual(first.run);
    const again = await dropRuns([first.run.id]);
    expect([await db.runs.count(), await db.played.count()]).toEqual([0, 0]);
    await again();
    expect(await db.runs.get(first.run.id)).toEqual(first.run);
    expect(await db.played.get(first.run.id)).toEqual(first.played);
    // What is not there any more is nobody's mistake.
    await (await changeRun('gone', { bpm: 1 }))();
    expect(await db.runs.count()).toBe(1);
  });

  it('takes runs that are there already only once', async () => {
    expect(await bringRuns(MADE.map(({ run }) => run))).toBe(MADE.length);
    expect(await bringRuns(MADE.map(({ run }) => ({ ...run, bpm: 11 })))).toBe(0);
    expect((await db.runs.get(first.run.id))?.bpm).toBe(first.run.bpm);
  });

  it('reads the runs in time from what is packed, whatever was put, changed or taken out', async () => {
    const same = async () => {
      const packed = await readRuns(db);
      expect(packed).toEqual(await db.runs.orderBy('at').toArray());
      expect((await db.months.toArray()).reduce((sum, { count: of }) => sum + of, 0)).toBe(
        packed.length,
      );
      return packed.length;
    };
    expect(await same()).toBe(0);
    await bringRuns(MADE.map(({ run }) => run));
    expect(await same()).toBe(MADE.length);
    // From one month to another, and back.
    const back = await changeRun(first.run.id, { at: first.run.at - 90 * 86_400_000 });
    expect(await same()).toBe(MADE.length);
    await back();
    await keepRun({ ...second.run, note: 'twice' }, rhythm, undefined);
    expect((await readRuns(db)).filter(({ note }) => note === 'twice')).toHaveLength(1);
    const again = await dropRuns(MADE.map(({ run }) => run.id));
    expect([await same(), await db.months.count()]).toEqual([0, 0]);
    await again();
    expect(await same()).toBe(MADE.length);
    // Where there is no room to pack them they are read all the same.
    await db.months.clear();
    const put = db.months.put;
    db.months.put = () => Promise.reject(new DOMException('full', 'QuotaExceededError')) as never;
    expect(await readRuns(db)).toHaveLength(MADE.length);
    db.months.put = put;
    // What is not packed, as after an older version, is packed when it is read.
    await db.months.clear();
    expect(await same()).toBe(MADE.length);
  });

  it('tells whoever looks that it has changed', async () => {
    const seen: string[] = [];
    const leave = logStamp.watch(() => seen.push(logStamp.now()));
    const told = () => new Set(seen).size;
    await keepRun(first.run, rhythm, undefined);
    await expect.poll(told, AT_LAST).toBeGreaterThan(0);
    const before = told();
    await changeRun(first.run.id, { bpm: 80 });
    await expect.poll(told, AT_LAST).toBeGreaterThan(before);
    leave();
  });

  it('holds a made-up log that goes in one step, and comes back; one’s own stays', async () => {
    await keepRun({ ...first.run, id: 'mine', demo: undefined }, rhythm, undefined);
    await makeDemoLog('2026-11-26');
    const runs = await db.runs.count();
    const goals = await db.goals.count();
    expect([runs > 300, goals]).toEqual([true, 3]);
    // Every line of it is on the Shelf as it was.
    for (const run of await db.runs.toArray()) {
      expect((await db.versions.get(run.version))?.rhythm).toMatchObject({ id: run.rhythm.id });
    }
    const back = await dropDemoLog();
    expect((await db.runs.toArray()).map(({ id }) => id)).toEqual(['mine']);
    expect(await db.goals.count()).toBe(0);
    await back();
    expect([await db.runs.count(), await db.goals.count()]).toEqual([runs, goals]);
    const [goal] = await db.goals.toArray();
    const again = await throwAway(db, 'goal', goal?.id ?? '', 'A goal');
    expect(await db.goals.count()).toBe(2);
    expect(await bringBack(db, again ?? '')).toBe('back');
    expect(await db.goals.count()).toBe(3);
    // A line has one goal: another is refused, the same one is changed.
    const [walk] = await db.goals.toArray();
    if (!walk) throw new Error('no goal');
    expect(await keepGoal({ ...walk, id: 'another' })).toBe(false);
    expect(await keepGoal({ ...walk, bpm: 77 })).toBe(true);
    expect(await db.goals.get(walk.id)).toMatchObject({ bpm: 77 });
    expect(await db.goals.count()).toBe(3);
  });

  it('goes out whole, and lies beside one’s own where it is read in', async () => {
    const { demo: _, ...own } = first.run;
    await keepRun(own, rhythm, first.played);
    // What is made up stays here.
    await keepRun(second.run, rhythm, second.played);
    const log = await wholeLog('Ines');
    expect(log).toMatchObject({ owner: 'Ines', runs: [own], played: [first.played] });
    expect(log.versions).toHaveLength(1);
    const id = await keepOtherLog(log);
    // Read in again it takes the place of the one before.
    expect(await keepOtherLog({ ...log, runs: [] })).toBe(id);
    expect(await db.logs.toArray()).toMatchObject([{ id, owner: 'Ines', runs: [] }]);
    expect(await db.runs.count()).toBe(2);
    const thrown = await throwAway(db, 'log', id, 'Ines');
    expect(await db.logs.count()).toBe(0);
    expect(await bringBack(db, thrown ?? '')).toBe('back');
    expect(await db.logs.count()).toBe(1);
  });
});

import {
  type Goal,
  type LogFile,
  type LoggedRun,
  lineOf,
  markOf,
  type Played,
  type SimulatedRun,
  type Version,
} from '@stride/core/log';
import { type Rhythm, withoutOwn } from '@stride/core/rhythm';
import { liveQuery } from 'dexie';
import { createStore } from '../ui/store.ts';
import { database, openSafely, type StrideDatabase } from './db.ts';
import { putRuns, readRuns, takeRuns } from './run-months.ts';
import { STAMP, stampLog } from './stamp.ts';

/** Says which log this is, and which Shelf: goals and the plan hang on the rhythms as well. */
export async function readStamp(): Promise<string> {
  await openSafely(database);
  const [newest] = await database.rhythms.orderBy('updated').reverse().limit(1).keys();
  const rhythms = `${await database.rhythms.count()} ${String(newest)}`;
  return `${String((await database.settings.get(STAMP))?.value)} ${rhythms}`;
}

/** A mark that changes with every write to the log, in whatever tab; what is worked out from the log hangs on it. */
export const logStamp = createStore('', ({ set }) => {
  const subscription = liveQuery(readStamp).subscribe({ next: set, error: () => set('unread') });
  return () => subscription.unsubscribe();
});

/** Writes to the log, all or nothing, and says so. */
async function writing<T>(db: StrideDatabase, write: () => Promise<T>): Promise<T> {
  await openSafely(db);
  const tables = [db.runs, db.months, db.played, db.versions, db.goals, db.logs, db.settings];
  return db.transaction('rw', tables, async () => {
    const result = await write();
    await stampLog(db);
    return result;
  });
}

/** Keeps a run with what was played in it, and the rhythm as it was. */
export function keepRun(
  run: LoggedRun,
  rhythm: Rhythm,
  played: Played | undefined,
  db = database,
): Promise<void> {
  return writing(db, async () => {
    await putRuns(db, [run]);
    if (played) await db.played.put(played);
    await db.versions.put({ mark: markOf(withoutOwn(rhythm)), rhythm });
  });
}

/** Corrects a run, or notes something of it. @returns puts it back as it was */
export async function changeRun(
  id: string,
  change: Partial<LoggedRun>,
  db = database,
): Promise<() => Promise<void>> {
  const before = await writing(db, async () => {
    const found = await db.runs.get(id);
    if (found) await putRuns(db, [{ ...found, ...change }]);
    return found;
  });
  return async () => {
    if (before) await writing(db, () => putRuns(db, [before]));
  };
}

/** Takes runs out of the log. @returns brings them back */
export async function dropRuns(
  ids: readonly string[],
  db = database,
): Promise<() => Promise<void>> {
  const gone = await writing(db, () => takeOut(ids, db));
  return () => writing(db, () => putBack(gone, db));
}

interface TakenRuns {
  readonly runs: readonly LoggedRun[];
  readonly played: readonly Played[];
}

async function takeOut(ids: readonly string[], db: StrideDatabase): Promise<TakenRuns> {
  const played = await db.played.bulkGet([...ids]);
  await db.played.bulkDelete([...ids]);
  return {
    runs: await takeRuns(db, ids),
    played: played.filter((one) => one !== undefined),
  };
}

async function putBack({ runs, played }: TakenRuns, db: StrideDatabase): Promise<void> {
  await putRuns(db, runs);
  await db.played.bulkPut([...played]);
}

/** Keeps a goal. @returns whether it was kept: it is not where its line has another one already */
export function keepGoal(goal: Goal, db = database): Promise<boolean> {
  return writing(db, async () => {
    const others = await db.goals.filter(({ id }) => id !== goal.id).toArray();
    if (others.some((one) => lineOf(one) === lineOf(goal))) return false;
    await db.goals.put(goal);
    return true;
  });
}

/** Puts runs there that are not there yet. @returns how many came */
export function bringRuns(
  runs: readonly LoggedRun[],
  more: { readonly played?: readonly Played[]; readonly versions?: readonly Version[] } = {},
  db = database,
): Promise<number> {
  return writing(db, () => addRuns(runs, more, db));
}

async function addRuns(
  runs: readonly LoggedRun[],
  more: { readonly played?: readonly Played[]; readonly versions?: readonly Version[] },
  db: StrideDatabase,
): Promise<number> {
  const there = new Set(await db.runs.toCollection().primaryKeys());
  const fresh = runs.filter(({ id }) => !there.has(id));
  await putRuns(db, fresh);
  await db.played.bulkPut([...(more.played ?? [])].filter(({ id }) => !there.has(id)));
  await db.versions.bulkPut([...(more.versions ?? [])]);
  return fresh.length;
}

/** Puts the made-up log there, with its goals, in one step. */
export function bringDemoLog(
  made: readonly SimulatedRun[],
  rhythms: readonly Rhythm[],
  goals: readonly Goal[],
  db = database,
): Promise<void> {
  const more = {
    played: made.flatMap(({ played }) => played ?? []),
    versions: rhythms.map((rhythm) => ({ mark: markOf(rhythm), rhythm })),
  };
  return writing(db, async () => {
    await addRuns(
      made.map(({ run }) => run),
      more,
      db,
    );
    await db.goals.bulkPut([...goals]);
  });
}

/** Takes everything made up out of the log, in one step. @returns brings it back */
export async function dropDemoLog(db = database): Promise<() => Promise<void>> {
  const gone = await writing(db, async () => {
    const ids = await db.runs.filter(({ demo }) => demo === true).primaryKeys();
    const goals = await db.goals.filter(({ demo }) => demo === true).toArray();
    await db.goals.bulkDelete(goals.map(({ id }) => id));
    return { ...(await takeOut(ids, db)), goals };
  });
  return () =>
    writing(db, async () => {
      await putBack(gone, db);
      await db.goals.bulkPut(gone.goals);
    });
}

/** The whole log as it is taken away, without what is made up. */
export async function wholeLog(owner: string, db = database): Promise<LogFile> {
  await openSafely(db);
  const runs = (await readRuns(db)).filter(({ demo }) => !demo);
  const played = await db.played.bulkGet(runs.map(({ id }) => id));
  const versions = await db.versions.bulkGet([...new Set(runs.map(({ version }) => version))]);
  return {
    owner,
    runs,
    played: played.filter((one) => one !== undefined),
    versions: versions.filter((one) => one !== undefined),
    goals: (await db.goals.toArray()).filter(({ demo }) => !demo),
  };
}

/** Keeps the log of somebody else beside one's own; one of the same name is replaced. @returns its id */
export function keepOtherLog(log: LogFile, db = database): Promise<string> {
  return writing(db, async () => {
    const known = await db.logs.filter(({ owner }) => owner === log.owner).first();
    const id = known?.id ?? crypto.randomUUID();
    await db.logs.put({ ...log, id, readIn: Date.now() });
    return id;
  });
}

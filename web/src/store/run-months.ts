import type { LoggedRun } from '@stride/core/log';
import type { StrideDatabase } from './db.ts';

const LENGTH = 30 * 86_400_000;

/** Puts runs there, or in place of those of the same id. Within a transaction that writes `runs` and `months`. */
export async function putRuns(db: StrideDatabase, runs: readonly LoggedRun[]): Promise<void> {
  const before = await db.runs.bulkGet(runs.map(({ id }) => id));
  await db.runs.bulkPut([...runs]);
  await packMonths(db, [...runs, ...before]);
}

/** Takes runs out. Within a transaction that writes `runs` and `months`. @returns those that were there */
export async function takeRuns(
  db: StrideDatabase,
  ids: readonly string[],
): Promise<readonly LoggedRun[]> {
  const found = (await db.runs.bulkGet([...ids])).filter((run) => run !== undefined);
  await db.runs.bulkDelete([...ids]);
  await packMonths(db, found);
  return found;
}

async function packMonths(
  db: StrideDatabase,
  changed: readonly (LoggedRun | undefined)[],
): Promise<void> {
  const months = new Set(changed.flatMap((run) => (run ? [Math.floor(run.at / LENGTH)] : [])));
  for (const month of months) {
    const runs = await db.runs
      .where('at')
      .between(month * LENGTH, (month + 1) * LENGTH, true, false)
      .toArray();
    if (runs.length === 0) await db.months.delete(month);
    else await db.months.put({ month, count: runs.length, text: JSON.stringify(runs) });
  }
}

/** All runs, in time. */
export async function readRuns(db: StrideDatabase): Promise<readonly LoggedRun[]> {
  const [months, count] = await db.transaction('r', db.months, db.runs, async () => [
    await db.months.toArray(),
    await db.runs.count(),
  ]);
  const packed = months.reduce((sum, month) => sum + month.count, 0);
  if (packed === count) return months.flatMap(({ text }) => JSON.parse(text) as LoggedRun[]);
  const runs = await db.runs.orderBy('at').toArray();
  try {
    await db.transaction('rw', db.months, db.runs, async () => {
      await db.months.clear();
      await packMonths(db, runs);
    });
  } catch {
    // Without room for it the rows are read one by one, each time.
  }
  return runs;
}

import type { Goal } from '@stride/core/log';
import { type LoggedRun, lineOf } from '@stride/core/log';
import Dexie, { type Collection, type Table } from 'dexie';
import { cardOf } from './cards.ts';
import { openSafely, type StrideDatabase } from './db.ts';
import type { RhythmRecord, TrashKind, TrashRecord } from './records.ts';
import { bareRow } from './rows-with-instruments.ts';
import { putRuns, takeRuns } from './run-months.ts';
import { stampLog } from './stamp.ts';

/** How long what was deleted can be brought back, in days. */
export const TRASH_DAYS = 30;
const DAY = 86_400_000;

/** How something came back: as it was, or not at all, since it is there again already. */
export type Restored = 'back' | 'there already';

type Find = (table: Table, id: string) => Collection;
const own: Find = (table, id) => table.where(':id').equals(id);
const stepped: Find = (table, id) =>
  table.where('[id+at]').between([id, Dexie.minKey], [id, Dexie.maxKey]);

/** The rows that belong to a thing of each kind, its own table first. */
const BELONGING: Readonly<Record<TrashKind, Readonly<Record<string, Find>>>> = {
  rhythm: {
    rhythms: own,
    practice: own,
    steps: stepped,
    history: stepped,
    recordings: (table, id) => table.where('rhythm').equals(id),
  },
  form: { forms: own },
  cycle: { cycles: own },
  instrument: { instruments: own },
  run: { runs: own, played: own },
  goal: { goals: own },
  cadence: { cadences: own },
  'set-up': { setups: own },
  log: { logs: own },
};

/** What is kept beside a table and made of its rows. */
const MADE_OF: Readonly<
  Record<
    string,
    {
      readonly put: (db: StrideDatabase, rows: readonly unknown[]) => Promise<unknown>;
      readonly take: (db: StrideDatabase, ids: readonly string[]) => Promise<unknown>;
    }
  >
> = {
  rhythms: {
    put: (db, rows) => db.cards.bulkPut((rows as RhythmRecord[]).map(cardOf)),
    take: (db, ids) => db.cards.bulkDelete([...ids]),
  },
  runs: {
    put: (db, rows) => putRuns(db, rows as LoggedRun[]),
    take: takeRuns,
  },
};

/** Kinds of which the log hangs. */
const OF_LOG: ReadonlySet<TrashKind> = new Set(['run', 'goal', 'log']);

function tablesOf(db: StrideDatabase, kind: TrashKind): Table[] {
  const beside = kind === 'rhythm' ? [db.cards] : kind === 'run' ? [db.months] : [];
  return [...Object.keys(BELONGING[kind]).map((name) => db.table(name)), ...beside, db.settings];
}

/**
 * Deletes something with all that belongs to it, and keeps it in the trash.
 * @param name as it is told in the trash
 * @returns what brings it back; undefined where there was no such thing
 */
export async function throwAway(
  db: StrideDatabase,
  kind: TrashKind,
  id: string,
  name: string,
): Promise<string | undefined> {
  await openSafely(db);
  return db.transaction('rw', [db.trash, ...tablesOf(db, kind)], async () => {
    const rows: Record<string, readonly unknown[]> = {};
    for (const [table, find] of Object.entries(BELONGING[kind])) {
      const found = find(db.table(table), id);
      rows[table] = (await found.toArray()).map(bareRow);
      await MADE_OF[table]?.take(db, [id]);
      await found.delete();
    }
    const [main] = Object.values(rows);
    if (!main?.length) return undefined;
    const record: TrashRecord = { id: crypto.randomUUID(), kind, name, at: Date.now(), rows };
    await db.trash.put(record);
    if (OF_LOG.has(kind)) await stampLog(db);
    return record.id;
  });
}

/** Whether what would come back is there already, or something stands in its place. */
async function isThere(
  db: StrideDatabase,
  kind: TrashKind,
  rows: TrashRecord['rows'],
): Promise<boolean> {
  const [table = '', main = []] = Object.entries(rows)[0] ?? [];
  if (kind === 'goal') {
    // A line has one goal at a time.
    const lines = new Set((main as readonly Goal[]).map(lineOf));
    return (await db.goals.filter((goal) => lines.has(lineOf(goal))).count()) > 0;
  }
  const ids = main.map((row) => (row as { id: string }).id);
  return (await db.table(table).where(':id').anyOf(ids).count()) > 0;
}

/** Brings something back out of the trash; where it is there again already, the newer one stays and so does this. */
export async function bringBack(db: StrideDatabase, id: string): Promise<Restored> {
  await openSafely(db);
  const record = await db.trash.get(id);
  if (!record) return 'there already';
  const restored = await db.transaction(
    'rw',
    [db.trash, ...tablesOf(db, record.kind)],
    async (): Promise<Restored> => {
      const { kind, rows } = record;
      if (await isThere(db, kind, rows)) return 'there already';
      for (const [table, found] of Object.entries(rows)) {
        await db.table(table).bulkPut([...found]);
        await MADE_OF[table]?.put(db, found);
      }
      await db.trash.delete(id);
      if (OF_LOG.has(kind)) await stampLog(db);
      return 'back';
    },
  );
  // An instrument that is there again is known again.
  await openSafely(db);
  return restored;
}

/** What was deleted, the last first. */
export function listTrash(db: StrideDatabase): Promise<TrashRecord[]> {
  return db.trash.orderBy('at').reverse().toArray();
}

/** Days until something in the trash is gone, at least one. */
export function daysLeft({ at }: Pick<TrashRecord, 'at'>, now: number): number {
  return Math.max(1, Math.ceil((at + TRASH_DAYS * DAY - now) / DAY));
}

/** Lets go of what has been in the trash for longer than it stays. */
export async function clearOldTrash(db: StrideDatabase, now: number): Promise<void> {
  await db.trash
    .where('at')
    .below(now - TRASH_DAYS * DAY)
    .delete();
}

/** Lets go of some of the trash, or all of it, for good. */
export async function emptyTrash(db: StrideDatabase, ids?: readonly string[]): Promise<void> {
  if (ids) await db.trash.bulkDelete([...ids]);
  else await db.trash.clear();
}

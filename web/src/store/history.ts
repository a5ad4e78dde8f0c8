import { CLOSEST, tooClose } from '@stride/core/safekeeping';
import Dexie from 'dexie';
import type { StrideDatabase } from './db.ts';
import type { HistoryRecord, RhythmRecord } from './records.ts';

const of = (db: StrideDatabase, id: string) =>
  db.history.where('[id+at]').between([id, Dexie.minKey], [id, Dexie.maxKey]);

/**
 * Keeps a rhythm as it is before it becomes another one, where no version was kept within the last minute; those that
 * stand too close together by now go. Within a transaction that writes `history` and reads `rhythms`.
 */
export async function keepBefore(db: StrideDatabase, id: string, now: number): Promise<void> {
  const newest = (await of(db, id).reverse().limit(1).primaryKeys())[0]?.[1] ?? 0;
  // A clock that was ahead once keeps nothing from being kept.
  const isPast = newest <= now;
  if (isPast && now - newest < CLOSEST) return;
  const before = await db.rhythms.get(id);
  // What is kept already, as under a name, is not kept again.
  if (!before || before.updated === newest || (isPast && before.updated < newest)) return;
  await db.history.put({ id, at: before.updated, rhythm: before.rhythm });
  await thin(db, id, now);
}

async function thin(db: StrideDatabase, id: string, now: number): Promise<void> {
  const times = (await of(db, id).primaryKeys()).map(([, at]) => at);
  const gone: [string, number][] = [];
  for (const at of tooClose(times, now)) {
    const record = await db.history.get([id, at]);
    if (record?.name === undefined) gone.push([id, at]);
  }
  await db.history.bulkDelete(gone);
}

/** The earlier versions of a rhythm, the last first. */
export function listHistory(db: StrideDatabase, id: string): Promise<HistoryRecord[]> {
  return of(db, id).reverse().toArray();
}

/** Keeps the rhythm as it is now under a name, which stays until it is deleted. */
export async function keepVersion(
  db: StrideDatabase,
  { id, rhythm }: Pick<RhythmRecord, 'id' | 'rhythm'>,
  name: string,
  now = Date.now(),
): Promise<void> {
  await db.history.put({ id, at: now, name, rhythm });
}

/** Gives a version a name, or takes it away: then it goes with the others when its time comes. */
export async function nameVersion(
  db: StrideDatabase,
  { id, at }: Pick<HistoryRecord, 'id' | 'at'>,
  name: string,
): Promise<void> {
  await db.transaction('rw', db.history, async () => {
    const record = await db.history.get([id, at]);
    if (!record) return;
    const { name: _, ...rest } = record;
    await db.history.put(name === '' ? rest : { ...rest, name });
  });
}

/** Lets go of a version. @returns brings it back */
export async function dropVersion(
  db: StrideDatabase,
  { id, at }: Pick<HistoryRecord, 'id' | 'at'>,
): Promise<() => Promise<void>> {
  const record = await db.history.get([id, at]);
  await db.history.delete([id, at]);
  return async () => {
    if (record) await db.history.put(record);
  };
}

import { checkRhythm, type Rhythm } from '@stride/core/rhythm';
import Dexie from 'dexie';
import { NewerDatabaseError, openSafely, type RhythmRecord, type StrideDatabase } from './db.ts';
import { DEMO_RHYTHMS } from './demo.ts';

/** How a save went. */
export type SaveResult =
  | { readonly status: 'saved'; readonly record: RhythmRecord }
  /** Another tab saved a newer state, which this one has not seen; nothing was written. */
  | { readonly status: 'elsewhere'; readonly theirs: RhythmRecord }
  | { readonly status: 'failed'; readonly message: string };

/** A record that was read, or why it cannot be used. */
export type LoadResult =
  | { readonly status: 'found'; readonly record: RhythmRecord }
  | { readonly status: 'missing' }
  | { readonly status: 'broken'; readonly messages: readonly string[] };

/** Puts the demo rhythms there the first time the program starts in this browser. */
export async function seedOnce(db: StrideDatabase): Promise<void> {
  await openSafely(db);
  await db.transaction('rw', db.rhythms, db.settings, async () => {
    if (await db.settings.get('seeded')) return;
    await db.settings.put({ key: 'seeded', value: true });
    const now = Date.now();
    await db.rhythms.bulkPut(
      DEMO_RHYTHMS.map((rhythm, index) => newRecord(rhythm, now - index * 1000)),
    );
  });
}

export function newRecord(rhythm: Rhythm, updated = Date.now()): RhythmRecord {
  return { id: rhythm.id, rhythm, drafts: {}, revision: 1, updated };
}

/** All records, the one edited last first. */
export function listRhythms(db: StrideDatabase): Promise<RhythmRecord[]> {
  return db.rhythms.orderBy('updated').reverse().toArray();
}

export async function loadRhythm(db: StrideDatabase, id: string): Promise<LoadResult> {
  const record = await db.rhythms.get(id);
  if (!record) return { status: 'missing' };
  const checked = checkRhythm(record.rhythm);
  return checked.ok
    ? { status: 'found', record: { ...record, rhythm: checked.rhythm } }
    : { status: 'broken', messages: checked.messages };
}

/** The revision that is kept now, read from the index alone; undefined where there is no such rhythm. */
export async function storedRevision(db: StrideDatabase, id: string): Promise<number | undefined> {
  const [key] = await db.rhythms
    .where('[id+revision]')
    .between([id, Dexie.minKey], [id, Dexie.maxKey])
    .keys();
  return Array.isArray(key) ? Number(key[1]) : undefined;
}

/**
 * Saves over the revision this tab knows. When another tab has saved since, nothing is written and
 * theirs comes back.
 * @param beside what else is written with it, or not at all
 */
export async function saveRhythm(
  db: StrideDatabase,
  next: Omit<RhythmRecord, 'revision' | 'updated'>,
  known: number,
  beside: () => Promise<void> = () => Promise.resolve(),
): Promise<SaveResult> {
  try {
    return await db.transaction('rw', db.rhythms, db.steps, async (): Promise<SaveResult> => {
      const revision = await storedRevision(db, next.id);
      if (revision !== undefined && revision !== known) {
        const theirs = await db.rhythms.get(next.id);
        if (theirs) return { status: 'elsewhere', theirs };
      }
      const record = { ...next, revision: known + 1, updated: Date.now() };
      await db.rhythms.put(record);
      await beside();
      return { status: 'saved', record };
    });
  } catch (error) {
    return { status: 'failed', message: storageSentence(error) };
  }
}

/** Takes a rhythm from the Shelf with what its undo goes back to. @returns brings both back */
export async function deleteRhythm(db: StrideDatabase, id: string): Promise<() => Promise<void>> {
  return db.transaction('rw', db.rhythms, db.steps, async () => {
    const record = await db.rhythms.get(id);
    const steps = db.steps.where('[id+at]').between([id, Dexie.minKey], [id, Dexie.maxKey]);
    const kept = await steps.toArray();
    await db.rhythms.delete(id);
    await steps.delete();
    return () =>
      db.transaction('rw', db.rhythms, db.steps, async () => {
        if (record) await db.rhythms.put(record);
        await db.steps.bulkPut(kept);
      });
  });
}

/** What went wrong with the browser's storage, and what to do, in one sentence. */
export function storageSentence(error: unknown): string {
  if (error instanceof NewerDatabaseError) {
    return 'This browser holds rhythms that a newer version of the program has written. They are left untouched: bring the program up to date to open them.';
  }
  const name = error instanceof Error ? error.name : '';
  const inner = error instanceof Error && error.cause instanceof Error ? error.cause.name : '';
  if (/Quota/.test(`${name} ${inner} ${String(error)}`)) {
    return 'The browser has no room left. Your last edits are in this tab only: take the rhythm away as a file, then free some space.';
  }
  return 'The browser could not keep the last edit. It is in this tab only: take the rhythm away as a file, then reload.';
}

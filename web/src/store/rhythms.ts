import { checkRhythm, type Rhythm } from '@stride/core/rhythm';
import Dexie from 'dexie';
import { type Card, cardOf } from './cards.ts';
import {
  newerIn,
  openSafely,
  type PracticeRecord,
  type RhythmRecord,
  type StrideDatabase,
} from './db.ts';
import { keepBefore } from './history.ts';
import { NoAnswerError } from './in-time.ts';

/** How a save went. */
export type SaveResult =
  | {
      readonly status: 'saved';
      readonly record: RhythmRecord;
      /** Set where the rhythm had been deleted elsewhere and is there again. */
      readonly cameBack?: true;
    }
  /** Another tab saved a newer state, which this one has not seen; nothing was written. */
  | { readonly status: 'elsewhere'; readonly theirs: RhythmRecord }
  | { readonly status: 'failed'; readonly message: string };

/** A record that was read, or why it cannot be used. */
export type LoadResult =
  | { readonly status: 'found'; readonly record: RhythmRecord }
  | { readonly status: 'missing' }
  | {
      readonly status: 'broken';
      readonly messages: readonly string[];
      /** As it is kept, whatever its shape. */
      readonly data: unknown;
    };

/** Keeps records with their cards, all or none. */
export async function putRhythms(
  db: StrideDatabase,
  records: readonly RhythmRecord[],
): Promise<void> {
  await db.transaction('rw', db.rhythms, db.cards, async () => {
    await db.rhythms.bulkPut([...records]);
    await db.cards.bulkPut(records.map(cardOf));
  });
}

/** Puts the demo rhythms there the first time the program starts in this browser. */
export async function seedOnce(db: StrideDatabase): Promise<void> {
  await openSafely(db);
  if (await db.settings.get('seeded')) return;
  const { DEMO_RHYTHMS } = await import('./demo.ts');
  await db.transaction('rw', db.rhythms, db.cards, db.settings, async () => {
    if (await db.settings.get('seeded')) return;
    await db.settings.put({ key: 'seeded', value: true });
    await putMissing(db, DEMO_RHYTHMS);
  });
}

/** Puts the demo rhythms on the Shelf; one that is there already stays as it is. */
export async function bringDemo(db: StrideDatabase): Promise<void> {
  const { DEMO_RHYTHMS } = await import('./demo.ts');
  await putMissing(db, DEMO_RHYTHMS);
}

/** Puts rhythms on the Shelf; one that is there already stays as it is. */
export async function putMissing(db: StrideDatabase, rhythms: readonly Rhythm[]): Promise<void> {
  await db.transaction('rw', db.rhythms, db.cards, async () => {
    const there = new Set(await db.rhythms.toCollection().primaryKeys());
    const now = Date.now();
    await putRhythms(
      db,
      rhythms
        .filter(({ id }) => !there.has(id))
        .map((rhythm, index) => newRecord(rhythm, now - index * 1000)),
    );
  });
}

export function newRecord(rhythm: Rhythm, updated = Date.now()): RhythmRecord {
  return { id: rhythm.id, rhythm, drafts: {}, revision: 1, updated };
}

/** The same rhythm as another one. */
export function copyOf(rhythm: Rhythm, id: string): Rhythm {
  return { ...rhythm, id, name: `${rhythm.name.slice(0, 110)} (copy)` };
}

/** All cards, the rhythm edited last first. */
export async function listCards(db: StrideDatabase): Promise<readonly Card[]> {
  const cards = await db.cards.toArray();
  return cards.sort((a, b) => b.updated - a.updated);
}

/** The cards of the rhythms edited last. */
export function lastCards(db: StrideDatabase, count: number): Promise<readonly Card[]> {
  return db.cards.orderBy('updated').reverse().limit(count).toArray();
}

/** All records, the one edited last first. */
export function listRhythms(db: StrideDatabase): Promise<RhythmRecord[]> {
  return db.rhythms.orderBy('updated').reverse().toArray();
}

export async function loadRhythm(db: StrideDatabase, id: string): Promise<LoadResult> {
  // An instrument of one's own may have come with it a moment ago, from a file or in another tab.
  await openSafely(db);
  const record = await db.rhythms.get(id);
  return record ? readRecord(record) : { status: 'missing' };
}

/** A record of the storage, which may hold anything. */
export function readRecord(record: RhythmRecord): LoadResult {
  const checked = checkRhythm(record.rhythm);
  if (!checked.ok) return { status: 'broken', messages: checked.messages, data: record.rhythm };
  return { status: 'found', record: { ...record, rhythm: checked.rhythm } };
}

/** How a rhythm is practised; nothing where that was never set. */
export async function loadPractice(db: StrideDatabase, id: string): Promise<PracticeRecord> {
  return (await db.practice.get(id)) ?? { id };
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
 * theirs comes back; a rhythm that was deleted elsewhere is there again.
 * @param beside what else is written with it, or not at all
 */
export async function saveRhythm(
  db: StrideDatabase,
  next: Omit<RhythmRecord, 'revision' | 'updated'>,
  known: number,
  beside: () => Promise<void> = () => Promise.resolve(),
): Promise<SaveResult> {
  try {
    return await db.transaction(
      'rw',
      db.rhythms,
      db.cards,
      db.steps,
      db.history,
      async (): Promise<SaveResult> => {
        const revision = await storedRevision(db, next.id);
        if (revision !== undefined && revision !== known) {
          const theirs = await db.rhythms.get(next.id);
          const own = next.writer !== undefined && theirs?.writer === next.writer;
          if (theirs && !own) return { status: 'elsewhere', theirs };
        }
        const now = Date.now();
        await keepBefore(db, next.id, now);
        const record = { ...next, revision: (revision ?? known) + 1, updated: now };
        await db.rhythms.put(record);
        await db.cards.put(cardOf(record));
        await beside();
        return revision === undefined
          ? { status: 'saved', record, cameBack: true }
          : { status: 'saved', record };
      },
    );
  } catch (error) {
    return { status: 'failed', message: storageSentence(error) };
  }
}

/** What went wrong with the browser's storage, and what to do, in one sentence. */
export function storageSentence(error: unknown): string {
  if (newerIn(error)) {
    return 'This browser holds rhythms that a newer version of the program has written. They are left untouched: bring the program up to date to open them.';
  }
  if (error instanceof NoAnswerError) {
    return 'The browser’s storage does not answer. Your last edits are in this tab only: take the rhythm away as a file, and leave the tab open; it is tried again.';
  }
  const name = error instanceof Error ? error.name : '';
  const inner = error instanceof Error && error.cause instanceof Error ? error.cause.name : '';
  if (/Quota/.test(`${name} ${inner} ${String(error)}`)) {
    return 'The browser has no room left. Your last edits are in this tab only: take the rhythm away as a file, then free some space.';
  }
  return 'The browser could not keep the last edit. It is in this tab only: take the rhythm away as a file, then reload.';
}

import { newerIn, openSafely, StrideDatabase, setDatabase } from './db.ts';
import { inTime } from './in-time.ts';

/** Where rhythms are kept: in this browser, or in this tab alone. */
export type Storage = 'browser' | 'memory';

let storage: Storage = 'browser';
export const storageInUse = (): Storage => storage;

/** How long the browser's storage may take to open, in milliseconds. */
const OPENS_WITHIN = 4000;

/**
 * Opens the browser's storage. Where there is none, or it does not answer, the program works in memory:
 * nothing outlives the tab, and files are the way out. A newer database is not that: it is refused.
 */
export async function chooseStorage(limit = OPENS_WITHIN): Promise<Storage> {
  const db = new StrideDatabase();
  try {
    if (typeof indexedDB === 'undefined') throw new Error('there is no storage');
    await inTime(openSafely(db), limit);
    setDatabase(db);
    storage = 'browser';
  } catch (error) {
    if (newerIn(error)) {
      setDatabase(db);
      storage = 'browser';
      return storage;
    }
    const { IDBFactory, IDBKeyRange } = await import('fake-indexeddb');
    const memory = new StrideDatabase('humble-stride-memory', {
      indexedDB: new IDBFactory(),
      IDBKeyRange,
    });
    setDatabase(memory);
    storage = 'memory';
  }
  return storage;
}

import { liveQuery, type Subscription } from 'dexie';
import type { Card } from './cards.ts';
import { database } from './db.ts';
import { listCards, seedOnce } from './rhythms.ts';

/** What is known of the Shelf: not read yet, read, or not to be read. */
export type Shelf =
  | { readonly status: 'reading'; readonly cards?: undefined; readonly error?: undefined }
  | { readonly status: 'read'; readonly cards: readonly Card[]; readonly error?: undefined }
  | { readonly status: 'failed'; readonly cards?: undefined; readonly error: unknown };

let shelf: Shelf = { status: 'reading' };
const listeners = new Set<() => void>();
let watching: Subscription | undefined;

function set(next: Shelf): void {
  shelf = next;
  for (const listener of listeners) listener();
}

export const shelfNow = (): Shelf => shelf;

/**
 * Follows what this and other tabs write while anybody looks; what was read last is there at once when
 * somebody looks again.
 */
export function watchShelf(listener: () => void): () => void {
  listeners.add(listener);
  watching ??= liveQuery(async () => {
    await seedOnce(database);
    return listCards(database);
  }).subscribe({
    next: (cards: readonly Card[]) => set({ status: 'read', cards }),
    error: (error: unknown) => set({ status: 'failed', error }),
  });
  return () => {
    listeners.delete(listener);
    if (listeners.size > 0) return;
    watching?.unsubscribe();
    watching = undefined;
  };
}

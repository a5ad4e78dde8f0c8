import { liveQuery, type Subscription } from 'dexie';
import { createStore, type Store } from '../ui/store.ts';
import { afterPaint } from '../ui/use-after-paint.ts';
import type { Card } from './cards.ts';
import { database } from './db.ts';
import { lastCards, listCards, seedOnce } from './rhythms.ts';

/** What is known of the Shelf: not read yet, read, or not to be read. */
export type Shelf =
  | { readonly status: 'reading'; readonly cards?: undefined; readonly error?: undefined }
  | { readonly status: 'read'; readonly cards: readonly Card[]; readonly error?: undefined }
  | { readonly status: 'failed'; readonly cards?: undefined; readonly error: unknown };

/** How many cards are read before all the others. */
const FIRST = 24;

/**
 * Follows what this and other tabs write while anybody looks; what was read last is there at once when
 * somebody looks again.
 */
export const shelf = createStore<Shelf>({ status: 'reading' }, follow);

/** @returns stops following */
function follow({ now, set }: Store<Shelf>): () => void {
  let left = false;
  let subscription: Subscription | undefined;
  const failed = (error: unknown) => {
    if (!left) set({ status: 'failed', error });
  };
  const begin = async () => {
    await seedOnce(database);
    if (now().status === 'read' || left) return;
    // A long Shelf begins with what is seen first.
    const cards = await lastCards(database, FIRST);
    if (left) return;
    set({ status: 'read', cards });
    // They are painted before the rest is read.
    await new Promise<void>((resolve) => afterPaint(() => setTimeout(resolve, 50)));
  };
  begin().then(() => {
    if (left) return;
    subscription = liveQuery(() => listCards(database)).subscribe({
      next: (cards) => set({ status: 'read', cards }),
      error: failed,
    });
  }, failed);
  return () => {
    left = true;
    subscription?.unsubscribe();
  };
}

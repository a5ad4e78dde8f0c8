import { createStore, useStore } from '../ui/store.ts';
import { toast } from '../ui/toasts.ts';
import { database } from './db.ts';
import { closeDocument, isUnkept } from './open-documents.ts';
import { deleteRhythm, type Restored, storageSentence } from './rhythms.ts';

/** A rhythm that was taken from the Shelf since the program was started in this tab. */
export interface Deleted {
  readonly id: string;
  readonly name: string;
  readonly restore: () => Promise<Restored>;
}

const deleted = createStore<readonly Deleted[]>([]);

/** What was deleted since the start, the last first; each can be brought back. */
export function useDeleted(): readonly Deleted[] {
  return useStore(deleted);
}

/** Takes a rhythm from the Shelf, and says how it comes back. */
export async function takeFromShelf(id: string, name: string): Promise<void> {
  try {
    if (await isUnkept(id)) {
      toast(
        `${name} was not deleted: it has edits that are in this tab only. Open it to keep them or to let them go.`,
      );
      return;
    }
    const one: Deleted = { id, name, restore: await deleteRhythm(database, id) };
    closeDocument(id);
    deleted.set([one, ...deleted.now()]);
    toast(`${name} was deleted.`, () => void bringBack(one));
  } catch (error) {
    toast(storageSentence(error));
  }
}

/** Brings a deleted rhythm back; one that is there again already is left as it is. */
export async function bringBack(one: Deleted): Promise<void> {
  if (!deleted.now().includes(one)) return;
  try {
    const restored = await one.restore();
    deleted.set(deleted.now().filter((other) => other !== one));
    if (restored === 'there already') {
      toast(`${one.name} is on the Shelf already: another tab has put it back, with newer edits.`);
    }
  } catch (error) {
    toast(storageSentence(error));
  }
}

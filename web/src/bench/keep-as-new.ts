import type { Rhythm } from '@stride/core/rhythm';
import type { NavigateFunction } from 'react-router';
import { database } from '../store/db.ts';
import { newRecord, putRhythms, storageSentence } from '../store/rhythms.ts';
import { toast } from '../ui/toasts.ts';

/**
 * Puts what was made of a rhythm on the Shelf as one of its own, which knows what it came from, and goes there.
 * @param what it is called beside its parent: `varied`, `written out`
 * @param by what was done
 * @returns whether it was kept; what stands in the way is said
 */
export async function keepAsNew(
  parent: Rhythm,
  made: Rhythm,
  { what, by, stage }: { readonly what: string; readonly by: string; readonly stage: string },
  navigate: NavigateFunction,
): Promise<boolean> {
  const fresh: Rhythm = {
    ...made,
    id: crypto.randomUUID(),
    name: `${parent.name.slice(0, 100)}, ${what}`,
    origin: { rhythm: parent.id, by: by.slice(0, 200) },
  };
  try {
    await putRhythms(database, [newRecord(fresh)]);
  } catch (error) {
    toast(storageSentence(error));
    return false;
  }
  toast(`${fresh.name} is on the Shelf, and knows where it came from.`);
  navigate(`/bench/${fresh.id}/${stage}`);
  return true;
}

import { type Cadence, writeSizes } from '@stride/core/landing';
import { cadenceRecord, keyOf, MOST_CADENCES } from '../store/cadences.ts';
import { database, openSafely } from '../store/db.ts';
import { discard } from '../store/discard.ts';
import { storageSentence } from '../store/rhythms.ts';
import { useLive } from '../store/use-live.ts';
import { toast } from '../ui/toasts.ts';

export interface Kept {
  readonly cadences: readonly Cadence[];
  has(cadence: Cadence): boolean;
  toggle(cadence: Cadence): void;
}

/** Cadences that the player keeps in this browser, the last kept first. */
export function useKept(): Kept {
  const records = useLive((db) => db.cadences.orderBy('at').reverse().toArray()) ?? [];
  const keys = new Set(records.map(({ id }) => id));
  return {
    cadences: records.map(({ cadence }) => cadence),
    has: (cadence) => keys.has(keyOf(cadence)),
    toggle(cadence) {
      if (keys.has(keyOf(cadence)))
        void discard('cadence', keyOf(cadence), `The cadence ${writeSizes(cadence)}`);
      else keep(cadence).catch((error: unknown) => toast(storageSentence(error)));
    },
  };
}

async function keep(cadence: Cadence): Promise<void> {
  await openSafely(database);
  if ((await database.cadences.count()) >= MOST_CADENCES) {
    toast(`${MOST_CADENCES} cadences are kept already: let go of one first.`);
    return;
  }
  await database.cadences.put(cadenceRecord(cadence, Date.now()));
}

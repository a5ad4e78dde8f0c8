import type { Form } from '@stride/core/form';
import type { Instrument } from '@stride/core/instrument';
import type { Rhythm } from '@stride/core/rhythm';
import { database, openSafely } from '../store/db.ts';
import { discard } from '../store/discard.ts';
import { putForm } from '../store/forms.ts';
import { newRecord, putMissing, putRhythms, seedOnce } from '../store/rhythms.ts';
import { toast } from '../ui/toasts.ts';

/** A rhythm with the instruments of one's own that came with it. */
export interface Coming {
  readonly rhythm: Rhythm;
  readonly instruments: readonly Instrument[];
}

/**
 * Puts rhythms on the Shelf, all or none, each under an id of its own, and says how they go again.
 * @returns their ids
 */
export async function takeIn(coming: readonly Coming[]): Promise<readonly string[]> {
  await seedOnce(database);
  const records = coming.map(({ rhythm }) => newRecord({ ...rhythm, id: crypto.randomUUID() }));
  await database.transaction(
    'rw',
    database.instruments,
    database.rhythms,
    database.cards,
    async () => {
      await putInstruments(coming.flatMap(({ instruments }) => instruments));
      await putRhythms(database, records);
    },
  );
  // What was taken in is read with the instruments that came with it.
  await openSafely(database);
  const [first] = records;
  const what =
    records.length === 1 && first
      ? `${first.rhythm.name} is on the Shelf.`
      : `${records.length} rhythms are on the Shelf.`;
  toast(what, () => {
    for (const { id, rhythm } of records) void discard('rhythm', id, rhythm.name);
  });
  return records.map(({ id }) => id);
}

/** Keeps instruments that are not there yet: the player's own stay as they are. */
async function putInstruments(instruments: readonly Instrument[]): Promise<void> {
  const there = new Set(await database.instruments.toCollection().primaryKeys());
  await database.instruments.bulkPut(instruments.filter(({ id }) => !there.has(id)));
}

/** Keeps a form, and on the Shelf what it plays from, where that is not there yet. @returns its id */
export async function takeFormIn(
  form: Form,
  rhythms: readonly Rhythm[],
  instruments: readonly Instrument[],
): Promise<string> {
  const id = crypto.randomUUID();
  await seedOnce(database);
  await database.transaction(
    'rw',
    database.instruments,
    database.rhythms,
    database.cards,
    database.forms,
    async () => {
      await putInstruments(instruments);
      await putMissing(database, rhythms);
      await putForm(database, { ...form, id });
    },
  );
  await openSafely(database);
  toast(`${form.name} is among the forms.`, () => void discard('form', id, form.name));
  return id;
}

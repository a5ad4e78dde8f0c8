import { checkForm, type Form, rhythmsOf } from '@stride/core/form';
import type { Rhythm } from '@stride/core/rhythm';
import { type FormRecord, openSafely, type StrideDatabase } from './db.ts';
import { putMissing, readRecord, storageSentence } from './rhythms.ts';

/** A form that was read, or why it cannot be used. */
export type LoadForm =
  | { readonly status: 'found'; readonly record: FormRecord }
  | { readonly status: 'missing' }
  | { readonly status: 'broken'; readonly messages: readonly string[] };

/** How a save went; where another tab saved a newer state, nothing was written. */
export type FormSave =
  | { readonly status: 'saved'; readonly revision: number }
  | { readonly status: 'elsewhere'; readonly theirs: FormRecord }
  | { readonly status: 'failed'; readonly message: string };

/** All forms, the one edited last first. */
export function listForms(db: StrideDatabase): Promise<FormRecord[]> {
  return db.forms.orderBy('updated').reverse().toArray();
}

export async function loadForm(db: StrideDatabase, id: string): Promise<LoadForm> {
  await openSafely(db);
  const record = await db.forms.get(id);
  if (!record) return { status: 'missing' };
  const checked = checkForm(record.form);
  return checked.ok
    ? { status: 'found', record: { ...record, form: checked.form } }
    : { status: 'broken', messages: checked.messages };
}

/** The same under another id and name. */
export function copyOfForm(form: Form, id: string): Form {
  return { ...form, id, name: `${form.name.slice(0, 110)} (copy)` };
}

/** Puts a new form there. */
export async function putForm(db: StrideDatabase, form: Form): Promise<void> {
  await db.forms.put({ id: form.id, form, revision: 1, updated: Date.now() });
}

/** Saves over the revision this tab knows; one that was deleted elsewhere is there again. */
export async function saveForm(
  db: StrideDatabase,
  form: Form,
  writer: string,
  known: number,
): Promise<FormSave> {
  try {
    return await db.transaction('rw', db.forms, async (): Promise<FormSave> => {
      const theirs = await db.forms.get(form.id);
      if (theirs && theirs.revision !== known && theirs.writer !== writer)
        return { status: 'elsewhere', theirs };
      const revision = (theirs?.revision ?? known) + 1;
      await db.forms.put({ id: form.id, form, revision, writer, updated: Date.now() });
      return { status: 'saved', revision };
    });
  } catch (error) {
    return { status: 'failed', message: storageSentence(error) };
  }
}

/** Puts the set of the Lantern Street Players there with the rhythms it plays from; what is there stays as it is. */
export async function bringSet(db: StrideDatabase): Promise<string> {
  const { DEMO_FORM, DEMO_FORM_RHYTHMS } = await import('./demo-form.ts');
  await putMissing(db, DEMO_FORM_RHYTHMS);
  if (!(await db.forms.get(DEMO_FORM.id))) await putForm(db, DEMO_FORM);
  return DEMO_FORM.id;
}

/** The rhythms a form plays from, by id; one that is not there, or cannot be read, is left out. */
export async function rhythmsFor(
  db: StrideDatabase,
  form: Form,
): Promise<ReadonlyMap<string, Rhythm>> {
  const records = await db.rhythms.bulkGet([...rhythmsOf(form)]);
  return new Map(
    records.flatMap((record): [string, Rhythm][] => {
      const read = record && readRecord(record);
      return read?.status === 'found' ? [[read.record.id, read.record.rhythm]] : [];
    }),
  );
}

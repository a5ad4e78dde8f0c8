import { checkForm } from '@stride/core/form';
import { liveQuery } from 'dexie';
import { createStore } from '../ui/store.ts';
import { toast } from '../ui/toasts.ts';
import { askBeforeLeaving } from './at-stake.ts';
import { database, type FormRecord } from './db.ts';
import { type FormDocument, openFormDocument } from './form-document.ts';
import { copyOfForm, listForms, loadForm, putForm } from './forms.ts';
import { lastEditsOf } from './last-edits.ts';
import { seedOnce, storageSentence } from './rhythms.ts';
import { tellUnkept } from './unkept.ts';

/** Forms stay open when one leaves the page, so that undo is still there on return. */
const open = new Map<string, FormDocument>();

const look = () =>
  tellUnkept('form', open.values(), ({ getState }) => ({ name: getState().history.present.name }));

export type OpenForm =
  | { readonly status: 'open'; readonly document: FormDocument }
  | { readonly status: 'missing' }
  | { readonly status: 'broken'; readonly messages: readonly string[] };

/** Opens a form, or gives the one that is open already; nothing in it that is not kept is replaced. */
export async function openForm(id: string): Promise<OpenForm> {
  await seedOnce(database);
  const known = open.get(id);
  if (known) {
    await known.settled();
    if (known.getState().save.status !== 'saved') return { status: 'open', document: known };
  }
  const result = await loadForm(database, id);
  if (result.status !== 'found') {
    open.delete(id);
    return result;
  }
  const isAsKept =
    known &&
    JSON.stringify(known.getState().history.present) === JSON.stringify(result.record.form);
  if (isAsKept) return { status: 'open', document: known };
  const document = openFormDocument(database, result.record, { say: toast });
  document.subscribe(look);
  document.subscribe(() => {
    if (document.getState().save.status === 'saved') lastFormEdits.forget(id);
  });
  open.set(id, document);
  await lastFormEdits.takeUp(id, {
    kept: result.record,
    again: ({ form }) => document.edit(() => form),
    beside: keepBeside,
    failed: (error) => toast(storageSentence(error)),
  });
  return { status: 'open', document };
}

/** Edits that were not kept when their page was left. */
export const lastFormEdits = lastEditsOf<Pick<FormRecord, 'form'>>('form-edits', ({ form }) => {
  const checked = checkForm(form);
  return checked.ok ? { form: checked.form } : undefined;
});

async function keepBeside({ form }: Pick<FormRecord, 'form'>): Promise<void> {
  const copy = copyOfForm(form, crypto.randomUUID());
  await putForm(database, copy);
  toast(
    `Edits of ${form.name} were not kept when their page was left, and it was changed since: they stand as ${copy.name}.`,
  );
}

askBeforeLeaving(
  () => [...open.values()].some(({ getState }) => getState().save.status !== 'saved'),
  () => {
    for (const document of open.values()) {
      document.hurry();
      const edits = document.lastEdits();
      if (edits) lastFormEdits.note(document.id, edits);
    }
  },
);

/** All forms, kept up to date with what this and other tabs write; undefined until they are read. */
export const forms = createStore<readonly FormRecord[] | undefined>(undefined, ({ set }) => {
  let left = false;
  let stop = () => {
    left = true;
  };
  const failed = (error: unknown) => {
    toast(storageSentence(error));
    set([]);
  };
  seedOnce(database).then(() => {
    if (left) return;
    const subscription = liveQuery(() => listForms(database)).subscribe({
      next: set,
      error: failed,
    });
    stop = () => subscription.unsubscribe();
  }, failed);
  return () => stop();
});

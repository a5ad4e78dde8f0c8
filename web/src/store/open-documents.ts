import { checkRhythm, type Rhythm } from '@stride/core/rhythm';
import * as v from 'valibot';
import { toast } from '../ui/toasts.ts';
import { askBeforeLeaving } from './at-stake.ts';
import { database, openSafely } from './db.ts';
import { type Draft, openDocument, type RhythmDocument } from './document.ts';
import { lastEditsOf } from './last-edits.ts';
import {
  copyOf,
  loadPractice,
  loadRhythm,
  newRecord,
  putRhythms,
  readRecord,
  storageSentence,
} from './rhythms.ts';
import { stepsOf } from './steps.ts';
import { tellUnkept } from './unkept.ts';

/** Documents stay open when one leaves the Bench, so that undo is still there on return. */
const open = new Map<string, RhythmDocument>();

export type OpenResult =
  | { readonly status: 'open'; readonly document: RhythmDocument }
  | { readonly status: 'missing' }
  | { readonly status: 'broken'; readonly messages: readonly string[]; readonly data: unknown };

const look = () =>
  tellUnkept('rhythm', open.values(), ({ getState }) => {
    const rhythm = () => getState().history.present.rhythm;
    return { name: rhythm().name, rhythm };
  });

const DraftsSchema = v.record(v.string(), v.string());

/** Edits that were not kept when their page was left. */
export const lastEdits = lastEditsOf<Draft>('edits', ({ rhythm, drafts }) => {
  const checked = checkRhythm(rhythm);
  return checked.ok && v.is(DraftsSchema, drafts) ? { rhythm: checked.rhythm, drafts } : undefined;
});

askBeforeLeaving(
  () => [...open.values()].some((document) => document.getState().save.status !== 'saved'),
  () => {
    for (const document of open.values()) {
      document.hurry();
      const edits = document.lastEdits();
      if (edits) lastEdits.note(document.id, edits);
    }
  },
);

async function keepBeside({ rhythm, drafts }: Draft): Promise<void> {
  const copy = copyOf(rhythm, crypto.randomUUID());
  await putRhythms(database, [{ ...newRecord(copy), drafts }]);
  toast(
    `Edits of ${rhythm.name} were not kept when their page was left, and it was changed since: they are on the Shelf as ${copy.name}.`,
  );
}

/**
 * Opens a rhythm, or gives the document of it that is open already. Nothing in it that is not kept is
 * ever replaced by what the storage holds.
 */
export async function openRhythm(id: string): Promise<OpenResult> {
  const known = open.get(id);
  if (known) {
    await known.settled();
    if (known.getState().save.status !== 'saved') return { status: 'open', document: known };
  }
  const result = await loadRhythm(database, id);
  if (result.status !== 'found') {
    open.delete(id);
    return result;
  }
  if (known) {
    known.notice(result.record);
    // What was kept here is a step that undo goes back to.
    known.takeTheirs();
    return { status: 'open', document: known };
  }
  const document = openDocument(database, result.record, {
    steps: await stepsOf(database, id),
    practice: await loadPractice(database, id),
    say: toast,
  });
  document.subscribe(look);
  document.subscribe(() => {
    if (document.getState().save.status === 'saved') lastEdits.forget(id);
  });
  open.set(id, document);
  await lastEdits.takeUp(id, {
    kept: result.record,
    again: ({ rhythm, drafts }) => document.type(() => ({ rhythm, drafts })),
    beside: keepBeside,
    failed: (error) => toast(storageSentence(error)),
  });
  return { status: 'open', document };
}

/** Told that the storage has another revision of an open rhythm than this tab has seen. */
export async function noticeRevision(document: RhythmDocument, revision: number): Promise<void> {
  if (!document.isNews(revision)) return;
  await openSafely(database);
  const stored = await database.rhythms.get(document.id);
  const read = stored && readRecord(stored);
  if (read?.status === 'found') document.notice(read.record);
}

/** Whether a rhythm has edits that are in this tab only, once what is being kept is kept. */
export async function isUnkept(id: string): Promise<boolean> {
  const document = open.get(id);
  await document?.settled();
  return document !== undefined && document.getState().save.status !== 'saved';
}

/** Lets documents go of which everything is kept; they are opened anew when they are wanted. */
export function closeKept(which: (rhythm: Rhythm) => boolean): void {
  for (const [id, document] of open) {
    const { history, save } = document.getState();
    if (save.status === 'saved' && which(history.present.rhythm)) open.delete(id);
  }
}

/** Lets a document go whose rhythm was taken from the Shelf on purpose. */
export function closeDocument(id: string): void {
  open.delete(id);
  look();
}

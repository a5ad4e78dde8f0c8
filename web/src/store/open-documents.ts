import type { Rhythm } from '@stride/core/rhythm';
import { createStore } from '../ui/store.ts';
import { toast } from '../ui/toasts.ts';
import { askBeforeLeaving } from './at-stake.ts';
import { database, openSafely, type RhythmRecord } from './db.ts';
import { openDocument, type RhythmDocument, type SaveStatus } from './document.ts';
import { forgetLastEdits, noteLastEdits, takeLastEdits } from './last-edits.ts';
import { copyOf, loadPractice, loadRhythm, newRecord, putRhythms, readRecord } from './rhythms.ts';
import { stepsOf } from './steps.ts';

/** Documents stay open when one leaves the Bench, so that undo is still there on return. */
const open = new Map<string, RhythmDocument>();

export type OpenResult =
  | { readonly status: 'open'; readonly document: RhythmDocument }
  | { readonly status: 'missing' }
  | { readonly status: 'broken'; readonly messages: readonly string[]; readonly data: unknown };

/** What is in this tab only, and why. */
export interface Unkept {
  readonly document: RhythmDocument;
  readonly name: string;
  readonly save: Extract<SaveStatus, { status: 'failed' | 'elsewhere' }>;
}

/** Everything that is in this tab only, until it is kept. */
export const unkept = createStore<readonly Unkept[]>([]);

function look(): void {
  const next = [...open.values()].flatMap((document): Unkept[] => {
    const { save, history } = document.getState();
    if (save.status !== 'failed' && save.status !== 'elsewhere') return [];
    return [{ document, name: history.present.rhythm.name, save }];
  });
  const before = unkept.now();
  const same =
    next.length === before.length &&
    next.every((one, at) => one.save === before[at]?.save && one.name === before[at]?.name);
  if (!same) unkept.set(next);
}

askBeforeLeaving(
  () => [...open.values()].some((document) => document.getState().save.status !== 'saved'),
  () => {
    for (const document of open.values()) {
      document.hurry();
      const edits = document.lastEdits();
      if (!edits) continue;
      noteLastEdits(document.id, edits);
      noted.set(document, edits.writer);
    }
  },
);

/** Last edits that were noted when the page was put away, and may be kept since, with who made them. */
const noted = new Map<RhythmDocument, string>();

function forgetKept(document: RhythmDocument): void {
  const writer = noted.get(document);
  if (writer === undefined || document.getState().save.status !== 'saved') return;
  forgetLastEdits(document.id, writer);
  noted.delete(document);
}

/** Edits that were not kept when their page was left are done now, or kept beside what another tab has saved since. */
async function takeUp(document: RhythmDocument, record: RhythmRecord): Promise<void> {
  for (const { rhythm, drafts, revision, writer } of takeLastEdits(document.id)) {
    const isSame =
      JSON.stringify([rhythm, drafts]) === JSON.stringify([record.rhythm, record.drafts]);
    if (isSame) continue;
    if (revision === record.revision || writer === record.writer) {
      document.type(() => ({ rhythm, drafts }));
      continue;
    }
    const copy = copyOf(rhythm, crypto.randomUUID());
    await putRhythms(database, [{ ...newRecord(copy), drafts }]);
    toast(
      `Edits of ${rhythm.name} were not kept when their page was left, and it was changed since: they are on the Shelf as ${copy.name}.`,
    );
  }
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
  document.subscribe(() => forgetKept(document));
  open.set(id, document);
  await takeUp(document, result.record);
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

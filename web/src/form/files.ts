import { type Form, isFormText, readForm, writeForm } from '@stride/core/form';
import { readFormJson, writeFormJson } from '@stride/core/formats';
import type { Rhythm } from '@stride/core/rhythm';
import { forgetInstruments } from '../shelf/bring-in.ts';
import { database } from '../store/db.ts';
import { putForm } from '../store/forms.ts';
import { listRhythms, putMissing, readRecord } from '../store/rhythms.ts';
import { fileName, saveFile } from '../ui/save-file.ts';

/** Gives a form to the player as a file: as text, or as JSON with the rhythms it plays from. */
export function takeFormAway(
  form: Form,
  rhythms: ReadonlyMap<string, Rhythm>,
  as: 'stride' | 'json',
): void {
  const text =
    as === 'json' ? writeFormJson(form, rhythms) : writeForm(form, [...rhythms.values()]);
  saveFile(
    text,
    `${fileName(form.name)}.${as}`,
    as === 'json' ? 'application/json' : 'text/plain;charset=utf-8',
  );
}

/** All rhythms of the Shelf that can be read, so that a text can name them. */
export async function shelfRhythms(): Promise<readonly Rhythm[]> {
  return (await listRhythms(database)).flatMap((record) => {
    const read = readRecord(record);
    return read.status === 'found' ? [read.record.rhythm] : [];
  });
}

/** The largest file that is opened, in bytes. */
const FILE_LIMIT = 5_000_000;

export type BroughtForm =
  | { readonly ok: true; readonly id: string; readonly notes: readonly string[] }
  | { readonly ok: false; readonly messages: readonly string[] };

/** Brings a file in as a form of its own; rhythms that came with it and are not on the Shelf are put there. */
export async function bringForm(file: File): Promise<BroughtForm> {
  if (file.size > FILE_LIMIT)
    return {
      ok: false,
      messages: [
        `It is ${(file.size / 1e6).toFixed(1)} MB; a form is a text of at most a million characters.`,
      ],
    };
  const text = await file.text();
  const id = crypto.randomUUID();
  if (text.trimStart().startsWith('{')) {
    const read = readFormJson(text);
    if (!read.ok) return read;
    const { form, rhythms, instruments } = read;
    // The form, its rhythms and what they are played on, or nothing of it.
    await database
      .transaction(
        'rw',
        database.instruments,
        database.rhythms,
        database.cards,
        database.forms,
        async () => {
          await database.instruments.bulkPut([...instruments]);
          await putMissing(database, rhythms);
          await putForm(database, { ...form, id });
        },
      )
      .catch((error: unknown) => {
        forgetInstruments(instruments);
        throw error;
      });
    return { ok: true, id, notes: [] };
  }
  if (!isFormText(text))
    return {
      ok: false,
      messages: [
        'It is not a form: its text begins with “form” and a name. A rhythm is brought in on the Shelf.',
      ],
    };
  const { form, problems, usable } = readForm(text, await shelfRhythms(), id);
  const said = problems.map(
    ({ line, column, message }) => `Line ${line}, column ${column}: ${message}`,
  );
  if (!usable) return { ok: false, messages: said.slice(0, 6) };
  await putForm(database, form);
  return { ok: true, id, notes: said };
}

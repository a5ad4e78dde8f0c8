import { type Form, writeForm } from '@stride/core/form';
import { writeFormJson } from '@stride/core/formats';
import type { Rhythm } from '@stride/core/rhythm';
import { database } from '../store/db.ts';
import { listRhythms, readRecord } from '../store/rhythms.ts';
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

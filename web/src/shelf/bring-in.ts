import { formatOf } from '@stride/core/formats';
import { type Instrument, knowInstruments, ownInstruments } from '@stride/core/instrument';
import type { StrideDatabase } from '../store/db.ts';
import { newRecord, putRhythms, storageSentence } from '../store/rhythms.ts';

export type BroughtIn =
  | { readonly status: 'kept'; readonly id: string; readonly name: string }
  | { readonly status: 'refused'; readonly file: string; readonly messages: readonly string[] };

/** The largest file that is opened, in bytes; a rhythm has at most a million characters. */
const FILE_LIMIT = 4_000_000;

/** Reads a file in one of the forms there are and puts it on the Shelf as a new rhythm, or says what is wrong with it. */
export async function bringIn(db: StrideDatabase, file: File): Promise<BroughtIn> {
  const refuse = (...messages: string[]): BroughtIn => ({
    status: 'refused',
    file: file.name,
    messages,
  });
  if (file.size > FILE_LIMIT) {
    return refuse(
      `It is ${(file.size / 1e6).toFixed(1)} MB; a rhythm is a text of at most a million characters.`,
    );
  }
  try {
    const text = await file.text();
    if (text.includes('\u0000')) return refuse('It is not a text. A .stride file is plain text.');
    const id = crypto.randomUUID();
    const result = formatOf(file.name, text).read(text, id);
    if (!result.ok) return refuse(...result.messages);
    const { rhythm, instruments } = result;
    // The rhythm and the instruments it is played on, or neither.
    await db
      .transaction('rw', db.instruments, db.rhythms, db.cards, async () => {
        await db.instruments.bulkPut([...instruments]);
        await putRhythms(db, [newRecord(rhythm)]);
      })
      .catch((error: unknown) => {
        forgetInstruments(instruments);
        throw error;
      });
    return { status: 'kept', id, name: rhythm.name };
  } catch (error) {
    return refuse(storageSentence(error));
  }
}

/** Instruments that a file made known and that could not be kept are not known after all. */
export function forgetInstruments(brought: readonly Instrument[]): void {
  const ids = new Set(brought.map((one) => one.id));
  knowInstruments(ownInstruments().filter((one) => !ids.has(one.id)));
}

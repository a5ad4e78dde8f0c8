import type { Instrument } from '@stride/core/instrument';
import type { LoggedRun } from '@stride/core/log';
import {
  type Answer,
  type Item,
  keyOfRow,
  type Library,
  type Row,
  rowsMore,
  TABLES,
  type TableName,
  type Tables,
  tableOf,
} from '@stride/core/safekeeping';
import Dexie, { type Table } from 'dexie';
import { cardOf } from './cards.ts';
import { openSafely, type StrideDatabase } from './db.ts';
import type { FormRecord, RhythmRecord, TrashKind } from './records.ts';
import { bareRow, rowWith } from './rows-with-instruments.ts';
import { putRuns } from './run-months.ts';
import { stampLog } from './stamp.ts';
import { throwAway } from './trash.ts';

/** Settings that speak of this browser alone. */
const OF_THIS_BROWSER: ReadonlySet<string> = new Set([
  'seeded',
  'log-stamp',
  'backup-folder',
  'backup-last',
  'asked-lasting',
]);

/** Everything that is kept here, as a backup holds it. */
export async function readLibrary(db: StrideDatabase, now = Date.now()): Promise<Library> {
  await openSafely(db);
  const tables = {} as Record<TableName, readonly Row[]>;
  await db.transaction(
    'r',
    TABLES.map((name) => db.table(name)),
    async () => {
      for (const name of TABLES) tables[name] = (await db.table(name).toArray()).map(bareRow);
    },
  );
  tables.settings = tables.settings.filter(({ key }) => !OF_THIS_BROWSER.has(String(key)));
  // A sound is read once nothing waits for it.
  for (const name of TABLES) {
    tables[name] = await Promise.all(tables[name].map((row) => unwrap(row) as Promise<Row>));
  }
  return { made: now, tables };
}

/** The same with the bytes of each blob in its place. */
async function unwrap(value: unknown): Promise<unknown> {
  if (value instanceof Blob) return new Uint8Array(await value.arrayBuffer());
  if (Array.isArray(value)) {
    // Strokes by the thousand hold no sound.
    return value.some((one) => typeof one === 'object') ? Promise.all(value.map(unwrap)) : value;
  }
  if (typeof value !== 'object' || value === null || value instanceof Uint8Array) return value;
  if (!hasBlob(value)) return value;
  const entries = await Promise.all(
    Object.entries(value).map(async ([key, one]) => [key, await unwrap(one)] as const),
  );
  return Object.fromEntries(entries);
}

function hasBlob(value: unknown): boolean {
  if (value instanceof Blob) return true;
  if (typeof value !== 'object' || value === null || ArrayBuffer.isView(value)) return false;
  return Object.values(value).some(hasBlob);
}

/** The same with each sound as the browser keeps it. */
function wrap(value: unknown): unknown {
  if (value instanceof Uint8Array) return new Blob([value as BlobPart], { type: 'audio/wav' });
  if (Array.isArray(value)) return value.map(wrap);
  if (typeof value !== 'object' || value === null || value instanceof Blob) return value;
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, wrap(one)]));
}

/** What is decided of a backup. */
export interface Decisions {
  readonly items: readonly { readonly item: Item; readonly answer: Answer }[];
  /** Runs, versions, sounds, trash and settings that only the backup has come in as well; its settings go before those here. */
  readonly replace: boolean;
}

/** Takes a backup in as was decided, all of it or nothing. */
export async function restoreLibrary(
  db: StrideDatabase,
  { made, tables }: Library,
  { items, replace }: Decisions,
): Promise<void> {
  await openSafely(db);
  await db.transaction('rw', db.tables, async () => {
    const there = await here(db);
    const brought = tables.instruments as unknown as readonly Instrument[];
    const more = (table: TableName) => rowsMore(table, there[table], tables[table]);
    /** Rhythms that stand twice, by the id they have in the backup. */
    const twice = new Map<string, string>();
    for (const { item, answer } of items) {
      const table = tableOf(item.thing);
      const row = tables[table].find((one) => keyOfRow(table, one) === item.id);
      if (answer === 'trash') {
        await throwAway(db, item.thing satisfies TrashKind, item.id, item.name);
      } else if (row && answer === 'both') {
        const id = crypto.randomUUID();
        if (item.thing === 'rhythm') twice.set(item.id, id);
        await putBeside(db, item, row, id, brought);
      } else if (row && answer === 'take') await putThing(db, item, row, made, brought);
    }
    const taken = new Set(
      items
        .filter(({ item, answer }) => item.thing === 'rhythm' && answer === 'take')
        .map(({ item }) => item.id),
    );
    await db.practice.bulkPut(
      tables.practice.flatMap((row): never[] => {
        const id = String(row.id);
        const copy = twice.get(id);
        if (copy !== undefined) return [{ ...row, id: copy } as never];
        return taken.has(id) ? [row as never] : [];
      }),
    );
    const known = new Set(await db.rhythms.toCollection().primaryKeys());
    const ofKnown = ({ id }: Row) => known.has(String(id));
    await put(db.history, more('history').filter(ofKnown));
    // Of a rhythm that was left out nothing comes in; a recording without one does.
    const leftOut = new Set(
      items
        .filter(({ item, answer }) => item.thing === 'rhythm' && answer === 'keep')
        .map(({ item }) => item.id),
    );
    await put(
      db.recordings,
      more('recordings').filter(
        ({ rhythm }) => known.has(String(rhythm)) || !leftOut.has(String(rhythm)),
      ),
    );
    await put(db.trash, more('trash'));
    await putRuns(db, more('runs') as unknown as LoggedRun[]);
    await put(db.played, more('played'));
    await put(db.versions, more('versions'));
    const settings = (replace ? tables.settings : more('settings')).filter(
      ({ key }) => !OF_THIS_BROWSER.has(String(key)),
    );
    await put(db.settings, settings);
    await stampLog(db);
  });
  // Instruments that came are known from now on.
  await openSafely(db);
}

async function here(db: StrideDatabase): Promise<Tables> {
  const tables = {} as Record<TableName, readonly Row[]>;
  for (const name of TABLES) tables[name] = (await db.table(name).toArray()).map(bareRow);
  return tables;
}

const put = (table: Table, rows: readonly Row[]) =>
  table.bulkPut(rows.map((row) => wrap(row) as never));

/** In place of what is here, or as new; a rhythm that is replaced stays in its history, all else in the trash. */
async function putThing(
  db: StrideDatabase,
  item: Item,
  row: Row,
  made: number,
  brought: readonly Instrument[],
): Promise<void> {
  if (item.thing !== 'rhythm') {
    // What was here goes into the trash first.
    await throwAway(db, item.thing, item.id, `${item.name}, before the backup`);
    await put(db.table(tableOf(item.thing)), [row]);
    return;
  }
  const record = row as unknown as RhythmRecord;
  const old = await db.rhythms.get(item.id);
  if (old) {
    const name = `Before the backup of ${new Date(made).toISOString().slice(0, 10)}`;
    await db.history.put({ id: old.id, at: Date.now(), name, rhythm: old.rhythm });
    // Its steps of undo lead to what was here.
    await db.steps
      .where('[id+at]')
      .between([old.id, Dexie.minKey], [old.id, Dexie.maxKey])
      .delete();
  }
  // An open tab sees that it is another one.
  const revision = old ? Math.max(old.revision, record.revision) + 1 : record.revision;
  const next = { ...record, revision };
  await db.rhythms.put(next);
  await db.cards.put(cardOf(rowWith(next, brought)));
}

async function putBeside(
  db: StrideDatabase,
  item: Item,
  row: Row,
  id: string,
  brought: readonly Instrument[],
): Promise<void> {
  // What cannot be read may have no name.
  const named = (name: unknown) =>
    `${typeof name === 'string' ? name.slice(0, 100) : item.name} (from the backup)`;
  if (item.thing === 'rhythm') {
    const record = row as unknown as RhythmRecord;
    const next = {
      ...record,
      id,
      rhythm: { ...record.rhythm, id, name: named(record.rhythm.name) },
      revision: 1,
    };
    await db.rhythms.put(next);
    await db.cards.put(cardOf(rowWith(next, brought)));
  } else if (item.thing === 'form') {
    const record = row as unknown as FormRecord;
    const form = { ...record.form, id, name: named(record.form.name) };
    await db.forms.put({ ...record, id, form, revision: 1 });
  }
}

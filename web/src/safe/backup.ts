import { database } from '../store/db.ts';
import { saveFile } from '../ui/save-file.ts';
import { askLibrary } from './ask-library.ts';
import { backupName, folderInUse, mayWrite, writeInto } from './folder.ts';

const LAST = 'backup-last';
const DAY = 86_400_000;
/** How old a backup may be before one is reminded, and how long “Not now” lasts. */
const REMIND_AFTER = 14 * DAY;
const LATER = 7 * DAY;
/** How old the backup in the folder may be before another is written. */
const ANEW_AFTER = 20 * 3_600_000;

/** When the library was backed up last; nothing where it never was. */
export interface LastBackup {
  readonly at?: number;
  readonly where?: 'file' | 'folder';
  /** Not reminded before. */
  readonly later?: number;
}

export async function lastBackup(): Promise<LastBackup> {
  const value: unknown = (await database.settings.get(LAST))?.value;
  return typeof value === 'object' && value !== null ? value : {};
}

const keepLast = (value: LastBackup) => database.settings.put({ key: LAST, value });

/** Gives the whole library to the player as one file. */
export async function backUpToFile(now = Date.now()): Promise<void> {
  const zip = await askLibrary((api) => api.backup(now));
  saveFile(new Blob([zip as BlobPart], { type: 'application/zip' }), backupName(now));
  await keepLast({ at: now, where: 'file' });
}

/** Writes it into the folder of the player's choice. @returns false where there is none, or it may not be written to */
export async function backUpToFolder(ask: boolean, now = Date.now()): Promise<boolean> {
  const folder = await folderInUse();
  if (!folder || !(await mayWrite(folder, ask))) return false;
  await writeInto(folder, backupName(now), await askLibrary((api) => api.backup(now)));
  await keepLast({ at: now, where: 'folder' });
  return true;
}

/** When the library was changed last, by rhythms, forms and runs; nothing where nothing is one's own. */
async function lastChange(): Promise<number | undefined> {
  const [rhythm] = await database.rhythms.orderBy('updated').reverse().limit(1).keys();
  const [form] = await database.forms.orderBy('updated').reverse().limit(1).keys();
  const [run] = await database.runs.orderBy('at').reverse().limit(1).keys();
  return Math.max(...[rhythm, form, run].map((time) => Number(time ?? 0))) || undefined;
}

/** Writes the folder's backup anew where it is old and something changed since. */
export async function backUpByItself(now = Date.now()): Promise<boolean> {
  const { at: last = 0, where } = await lastBackup();
  // One that was taken away as a file is none in the folder.
  const at = where === 'folder' ? last : 0;
  const changed = await lastChange();
  if (now - at < ANEW_AFTER || changed === undefined || changed <= at) return false;
  return backUpToFolder(false, now);
}

/** What a reminder says; undefined where there is no need of one. */
export async function reminder(now = Date.now()): Promise<string | undefined> {
  const { at, later = 0 } = await lastBackup();
  if (now < later) return undefined;
  const changed = await lastChange();
  if (at !== undefined) {
    if (now - at < REMIND_AFTER || changed === undefined || changed <= at) return undefined;
    return `The last backup is ${Math.floor((now - at) / DAY)} days old, and there are changes since.`;
  }
  // The work that is two weeks old and was never backed up.
  const made = (await database.history.toCollection().primaryKeys()).map(([, time]) => time);
  const since = made.reduce((least, time) => Math.min(least, time), now);
  if (now - since < REMIND_AFTER) return undefined;
  return 'What you have written is in this browser only: there is no backup of it yet.';
}

/** Puts the reminder off for a week. */
export async function remindLater(now = Date.now()): Promise<void> {
  await keepLast({ ...(await lastBackup()), later: now + LATER });
}

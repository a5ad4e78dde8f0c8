import { format } from 'date-fns';
import { database } from '../store/db.ts';

/** What the File System Access interface adds to a handle where the browser has it. */
interface Permitted {
  queryPermission?(how: { mode: 'readwrite' }): Promise<PermissionState>;
  requestPermission?(how: { mode: 'readwrite' }): Promise<PermissionState>;
}
export type Folder = FileSystemDirectoryHandle & Permitted;
type Picker = (how: { id: string; mode: 'readwrite' }) => Promise<Folder>;

const KEY = 'backup-folder';
/** The most backups that are left in a folder. */
const MOST = 10;
const OURS = /^humble-stride-\d{4}-\d\d-\d\d\.zip$/;

/** What a backup is called: one a day. */
export const backupName = (now: number): string => `humble-stride-${format(now, 'yyyy-MM-dd')}.zip`;

const pickerOf = (): Picker | undefined =>
  (globalThis as { showDirectoryPicker?: Picker }).showDirectoryPicker;

/** Whether this browser can write into a folder of the player's choice. */
export const canUseFolder = (): boolean => pickerOf() !== undefined;

/** Asks for a folder, and remembers it. @returns undefined where none was chosen */
export async function chooseFolder(): Promise<Folder | undefined> {
  try {
    const folder = await pickerOf()?.({ id: 'humble-stride-backup', mode: 'readwrite' });
    if (folder) await database.settings.put({ key: KEY, value: folder });
    return folder;
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') return undefined;
    throw error;
  }
}

export async function forgetFolder(): Promise<void> {
  await database.settings.delete(KEY);
}

export async function folderInUse(): Promise<Folder | undefined> {
  return (await database.settings.get(KEY))?.value as Folder | undefined;
}

/** Whether the folder may be written to, without asking the player or with asking. */
export async function mayWrite(folder: Folder, ask: boolean): Promise<boolean> {
  const how = { mode: 'readwrite' } as const;
  if (!folder.queryPermission || (await folder.queryPermission(how)) === 'granted') return true;
  return ask && (await folder.requestPermission?.(how)) === 'granted';
}

/** Writes a backup; what is there under its name is replaced once all of it is written. The oldest of many go. */
export async function writeInto(folder: Folder, name: string, content: Uint8Array): Promise<void> {
  const file = await folder.getFileHandle(name, { create: true });
  const stream = await file.createWritable();
  await stream.write(content as BufferSource & Uint8Array<ArrayBuffer>);
  await stream.close();
  const names: string[] = [];
  for await (const entry of folder.keys()) if (OURS.test(entry)) names.push(entry);
  for (const old of names.sort().slice(0, -MOST)) await folder.removeEntry(old);
}

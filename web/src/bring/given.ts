import { createStore } from '../ui/store.ts';

/** A file that was given to be brought in. */
export interface Given {
  readonly key: string;
  readonly name: string;
  readonly file: Blob;
}

/** Files that wait to be looked at, in this tab. */
export const given = createStore<readonly Given[]>([]);

/** The most files that are looked at together. */
export const MOST_FILES = 100;

/** Adds files to those that wait. @returns how many there was no room for */
export function give(files: readonly File[]): number {
  const room = MOST_FILES - given.now().length;
  const added = files.slice(0, room).map((file) => ({
    key: crypto.randomUUID(),
    name: file.name,
    file,
  }));
  given.set([...given.now(), ...added]);
  return files.length - added.length;
}

/** Adds a text as if it were a file. */
export function giveText(text: string): void {
  give([new File([text], 'pasted text')]);
}

export function letGo(key: string): void {
  given.set(given.now().filter((one) => one.key !== key));
}

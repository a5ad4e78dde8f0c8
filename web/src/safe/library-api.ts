import {
  type BackupResult,
  type Library,
  planRestore,
  type RestorePlan,
  readBackup,
  type Tables,
  writeBackup,
} from '@stride/core/safekeeping';
import { database } from '../store/db.ts';
import { type Decisions, readLibrary, restoreLibrary } from '../store/library.ts';
import { seedOnce } from '../store/rhythms.ts';

/** How much room something takes. */
export interface Size {
  readonly what: string;
  readonly count: number;
  readonly bytes: number;
}

/** What a backup would change, before anything is done. */
export type Looked =
  | Extract<BackupResult, { ok: false }>
  | {
      readonly ok: true;
      readonly made: number;
      readonly plan: RestorePlan;
      readonly problems: readonly string[];
    };

/** What is measured together, as a player calls it. */
const GROUPS: readonly { readonly what: string; readonly tables: readonly (keyof Tables)[] }[] = [
  { what: 'Rhythms', tables: ['rhythms', 'practice'] },
  { what: 'Earlier versions', tables: ['history'] },
  { what: 'Recordings', tables: ['recordings'] },
  { what: 'Log', tables: ['runs', 'played', 'versions', 'goals', 'logs'] },
  { what: 'Forms', tables: ['forms'] },
  {
    what: 'Cycles, instruments, cadences, set-ups',
    tables: ['cycles', 'instruments', 'cadences', 'setups'],
  },
  { what: 'Deleted', tables: ['trash'] },
];

function bytesOf(value: unknown): number {
  if (value instanceof Uint8Array) return value.length;
  if (typeof value !== 'object' || value === null) return JSON.stringify(value)?.length ?? 0;
  return Object.entries(value).reduce((sum, [key, one]) => sum + key.length + bytesOf(one), 2);
}

/** The backup that was looked at last. */
let looked: Library | undefined;

/** What is done with the whole library: in a worker, and on the page where the browser's storage is not to be had. */
export const libraryApi = {
  async sizes(): Promise<readonly Size[]> {
    await seedOnce(database);
    const { tables } = await readLibrary(database);
    const sizes = GROUPS.map(({ what, tables: names }) => {
      const [main] = names;
      return {
        what,
        count: what.startsWith('Cycles')
          ? names.reduce((sum, name) => sum + tables[name].length, 0)
          : main
            ? tables[main].length
            : 0,
        bytes: names.reduce((sum, name) => sum + bytesOf(tables[name]), 0),
      };
    });
    return sizes.filter(({ count }) => count > 0);
  },
  async backup(now: number): Promise<Uint8Array> {
    await seedOnce(database);
    return writeBackup(await readLibrary(database, now));
  },
  async look(zip: Uint8Array): Promise<Looked> {
    const read = readBackup(zip);
    if (!read.ok) return read;
    looked = read.library;
    const { tables } = await readLibrary(database);
    const { made } = read.library;
    return {
      ok: true,
      made,
      plan: planRestore(tables, read.library.tables),
      problems: read.problems,
    };
  },
  /** Takes in the backup that was looked at last. */
  async restore(decisions: Decisions): Promise<void> {
    if (!looked) throw new Error('no backup was looked at');
    await restoreLibrary(database, looked, decisions);
    looked = undefined;
  },
};
export type LibraryApi = typeof libraryApi;

import { strFromU8, strToU8, zipSync } from 'fflate';
import * as v from 'valibot';
import { unpack } from '../bounds/index.ts';
import { checkInstrument } from '../instrument/index.ts';
import { checkRhythm } from '../rhythm/index.ts';
import { writeRhythm } from '../text/index.ts';
import { counted } from '../wording/index.ts';
import { crc32 } from './crc.ts';
import {
  keyOfRow,
  NO_ROWS,
  problemOf,
  type Row,
  TABLES,
  type TableName,
  type Tables,
} from './tables.ts';

/** What a backup says it is, and the newest that can be read. */
const FORMAT = 'humble-stride-library';
const VERSION = 1;

/** More than this no library has: two hours of recorded sound, and all the rest beside it. */
export const BACKUP_LIMITS = { bytes: 1_500_000_000, files: 60_000 };

/** A whole library. */
export interface Library {
  /** When it was taken, in milliseconds since 1970. */
  readonly made: number;
  readonly tables: Tables;
}

/** A library from a backup, or the sentence that says what is wrong with it. */
export type BackupResult =
  | {
      readonly ok: true;
      readonly library: Library;
      /** What of it cannot be taken in, in sentences. */
      readonly problems: readonly string[];
    }
  | { readonly ok: false; readonly message: string };

const ManifestSchema = v.object({
  format: v.literal(FORMAT),
  version: v.number(),
  made: v.pipe(v.number(), v.minValue(0)),
  files: v.record(v.string(), v.object({ bytes: v.number(), crc: v.number() })),
});

const ABOUT = `A whole library of Humble Stride.

rhythms/   each rhythm as text, to be read and opened by itself
data/      everything, as the program takes it in again
recordings/  sounds that were kept, as WAV files

To bring it back: open the program, Safekeeping, Restore.
`;

/** Where a sound lies that a row speaks of. */
const FILE = '$file';
/** A zip knows no time before 1980, and says it in the clock of the machine; all are written as of one moment. */
const ALWAYS = new Date(2026, 0, 1);

/**
 * A library as one zip file: the same one is written as the same bytes.
 * @example writeBackup({ made: Date.now(), tables })
 */
export function writeBackup({ made, tables }: Library): Uint8Array {
  const files = new Map<string, Uint8Array>();
  const sounds = new Map<string, Uint8Array>();
  for (const table of TABLES) {
    const rows = inOrder(table, tables[table]);
    const lines = rows.map((row) => JSON.stringify(orderly(row, sounds)));
    files.set(`data/${table}.json`, strToU8(`[\n${lines.join(',\n')}\n]\n`));
  }
  for (const [path, text] of readable(inOrder('rhythms', tables.rhythms), tables.instruments))
    files.set(path, strToU8(text));
  for (const [path, sound] of sounds) files.set(path, sound);
  const manifest = {
    format: FORMAT,
    version: VERSION,
    made,
    files: Object.fromEntries(
      [...files].map(([path, content]) => [path, { bytes: content.length, crc: crc32(content) }]),
    ),
  };
  const entries: [string, Uint8Array][] = [
    ['library.json', strToU8(`${JSON.stringify(manifest, undefined, 1)}\n`)],
    ['README.txt', strToU8(ABOUT)],
    ...files,
  ];
  return zipSync(
    Object.fromEntries(
      entries.map(([path, content]) => [path, [content, { level: path.endsWith('.wav') ? 0 : 6 }]]),
    ),
    { mtime: ALWAYS },
  );
}

function inOrder(table: TableName, rows: readonly Row[]): readonly Row[] {
  return [...rows].sort((a, b) => compare(keyOfRow(table, a), keyOfRow(table, b)));
}

const compare = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);

/** The same with its keys in order; bytes lie in a file of their own, named for what they are. */
function orderly(value: unknown, sounds: Map<string, Uint8Array>): unknown {
  if (value instanceof Uint8Array) {
    const path = `recordings/${crc32(value).toString(16).padStart(8, '0')}-${value.length}.wav`;
    sounds.set(path, value);
    return { [FILE]: path };
  }
  if (Array.isArray(value)) return value.map((one) => orderly(one, sounds));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => compare(a, b))
      .map(([key, one]) => [key, orderly(one, sounds)]),
  );
}

/** Each rhythm as text, under a name that any system can keep. */
function readable(rows: readonly Row[], instruments: readonly Row[]): ReadonlyMap<string, string> {
  const own = instruments.flatMap((one) => {
    const checked = checkInstrument(one);
    return checked.ok ? [checked.instrument] : [];
  });
  const texts = new Map<string, string>();
  for (const row of rows) {
    const checked = checkRhythm(row.rhythm, own);
    if (!checked.ok) continue;
    const plain = checked.rhythm.name.replace(/[^\p{L}\p{N} ,()-]/gu, '').trim() || 'rhythm';
    let path = `rhythms/${plain.slice(0, 80)}.stride`;
    for (let more = 2; texts.has(path); more += 1)
      path = `rhythms/${plain.slice(0, 80)} ${more}.stride`;
    texts.set(path, writeRhythm(checked.rhythm));
  }
  return texts;
}

/** Reads a backup, which may be anything; nothing of it is used before all of it was looked at. */
export function readBackup(zip: Uint8Array): BackupResult {
  const unpacked = unpack(zip, BACKUP_LIMITS);
  if (!unpacked.ok) return unpacked;
  const { files } = unpacked;
  const head = v.safeParse(ManifestSchema, parsed(files.get('library.json')));
  if (!head.success) {
    return { ok: false, message: 'It is no backup of a library: it has no list of what is in it.' };
  }
  const { version, made, files: listed } = head.output;
  if (version > VERSION) {
    return {
      ok: false,
      message:
        'It was written by a newer version of the program. Update this one, and restore it then.',
    };
  }
  const names = Object.keys(listed);
  const missing = names.filter((name) => files.get(name)?.length !== listed[name]?.bytes);
  if (missing.length > 0) {
    return {
      ok: false,
      message: `It is cut off: ${counted(missing.length, 'part')} of ${names.length} ${missing.length === 1 ? 'is' : 'are'} missing, the first ${missing[0] ?? ''}.`,
    };
  }
  const damaged = names.find(
    (name) => crc32(files.get(name) ?? new Uint8Array()) !== listed[name]?.crc,
  );
  if (damaged !== undefined) {
    return { ok: false, message: `It is damaged: ${damaged} is not what was written.` };
  }
  const problems: string[] = [];
  const tables: Record<TableName, readonly Row[]> = { ...NO_ROWS };
  for (const table of TABLES) {
    const rows = parsed(files.get(`data/${table}.json`)) ?? [];
    if (!Array.isArray(rows)) {
      problems.push(`data/${table}.json is no list, and was left out.`);
      continue;
    }
    tables[table] = rows.flatMap((row: unknown, at): Row[] => {
      const whole = withFiles(row, files);
      const problem = problemOf(table, whole);
      if (problem === undefined) return [whole as Row];
      problems.push(`data/${table}.json, row ${at + 1}, was left out: ${problem}`);
      return [];
    });
  }
  return { ok: true, library: { made, tables }, problems };
}

/** What a JSON file says; undefined where it says nothing. Keys that would reach beyond the data are dropped. */
function parsed(file: Uint8Array | undefined): unknown {
  if (!file) return undefined;
  try {
    return JSON.parse(strFromU8(file), (key, value: unknown) =>
      key === '__proto__' ? undefined : value,
    );
  } catch {
    return undefined;
  }
}

/** The same with each file that it speaks of in its place. */
function withFiles(value: unknown, files: ReadonlyMap<string, Uint8Array>): unknown {
  if (Array.isArray(value)) return value.map((one) => withFiles(one, files));
  if (typeof value !== 'object' || value === null) return value;
  const path: unknown = (value as Record<string, unknown>)[FILE];
  if (typeof path === 'string') return files.get(path);
  return Object.fromEntries(
    Object.entries(value).map(([key, one]) => [key, withFiles(one, files)]),
  );
}

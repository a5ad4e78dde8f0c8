import { keyOfRow, type Row, type TableName, type Tables } from './tables.ts';

/** Kinds of things in a library that are looked at one by one before a backup is taken in. */
export const THINGS = [
  'rhythm',
  'form',
  'cycle',
  'instrument',
  'cadence',
  'set-up',
  'goal',
  'log',
] as const;
/** One of {@link THINGS}. */
export type Thing = (typeof THINGS)[number];

/** The table of each kind, and what of a row is the thing itself; the rest is how it is kept. */
const OF_THING: Readonly<Record<Thing, { readonly table: TableName; readonly part: string }>> = {
  rhythm: { table: 'rhythms', part: 'rhythm' },
  form: { table: 'forms', part: 'form' },
  cycle: { table: 'cycles', part: '' },
  instrument: { table: 'instruments', part: '' },
  cadence: { table: 'cadences', part: 'cadence' },
  'set-up': { table: 'setups', part: 'value' },
  goal: { table: 'goals', part: '' },
  log: { table: 'logs', part: 'runs' },
};

/** The table in which things of a kind are kept. */
export function tableOf(thing: Thing): TableName {
  return OF_THING[thing].table;
}

/** What is to be done with one thing. */
export type Answer =
  /** As it is here. */
  | 'keep'
  /** Taken in. */
  | 'take'
  /** Taken in beside the one here, under a name of its own. */
  | 'both'
  /** Into the trash, since the backup has none. */
  | 'trash';

/** One thing as it is here and in a backup. */
export interface Item {
  readonly thing: Thing;
  readonly id: string;
  readonly name: string;
  readonly state: 'new' | 'same' | 'differs' | 'only here';
  /** When it was changed last, here and there, where that is known: milliseconds since 1970. */
  readonly here: number | undefined;
  readonly there: number | undefined;
}

/** What hangs on no single thing: how many rows the backup has more. */
export interface Beside {
  readonly runs: number;
  readonly history: number;
  readonly recordings: number;
  readonly trash: number;
  readonly settings: number;
}

/** What a backup holds, thing by thing, against what is there. */
export interface RestorePlan {
  readonly items: readonly Item[];
  readonly beside: Beside;
}

/** Things that can stand twice, under two names. */
const TWICE: ReadonlySet<Thing> = new Set<Thing>(['rhythm', 'form']);

/** What can be done with a thing; the first is the one that loses nothing. */
export function answersTo({ thing, state }: Pick<Item, 'thing' | 'state'>): readonly Answer[] {
  if (state === 'same') return ['keep'];
  if (state === 'new') return ['take', 'keep'];
  if (state === 'only here') return ['keep', 'trash'];
  return TWICE.has(thing) ? ['both', 'keep', 'take'] : ['keep', 'take'];
}

/** What is done with a thing where the library becomes what the backup is. */
export function answerToReplace(item: Pick<Item, 'thing' | 'state'>): Answer {
  const wanted: Answer = item.state === 'only here' ? 'trash' : 'take';
  const possible = answersTo(item);
  return possible.includes(wanted) ? wanted : (possible[0] ?? 'keep');
}

/** What would come of a backup, before anything is done. */
export function planRestore(here: Tables, there: Tables): RestorePlan {
  const items = THINGS.flatMap((thing) => itemsOf(thing, here, there));
  const more = (table: TableName) => rowsMore(table, here[table], there[table]).length;
  return {
    items,
    beside: {
      runs: more('runs'),
      history: more('history'),
      recordings: more('recordings'),
      trash: more('trash'),
      settings: more('settings'),
    },
  };
}

function itemsOf(thing: Thing, here: Tables, there: Tables): readonly Item[] {
  const { table, part } = OF_THING[thing];
  const byKey = (rows: readonly Row[]) => new Map(rows.map((row) => [keyOfRow(table, row), row]));
  const mine = byKey(here[table]);
  const theirs = byKey(there[table]);
  const content = (row: Row | undefined) => canonical(part === '' ? row : row?.[part]);
  return [...new Set([...theirs.keys(), ...mine.keys()])].map((id): Item => {
    const [old, fresh] = [mine.get(id), theirs.get(id)];
    const state = !old
      ? 'new'
      : !fresh
        ? 'only here'
        : content(old) === content(fresh)
          ? 'same'
          : 'differs';
    const named = nameOf(thing, fresh ?? old ?? {});
    const before = old ? nameOf(thing, old) : named;
    const name = before === named ? named : `${named}, here ${before}`;
    return { thing, id, name, state, here: timeOf(old), there: timeOf(fresh) };
  });
}

function timeOf(row: Row | undefined): number | undefined {
  const time = row?.updated ?? row?.at;
  return typeof time === 'number' ? time : undefined;
}

function nameOf(thing: Thing, row: Row): string {
  const inside = row[thing === 'rhythm' || thing === 'form' ? thing : ''] as Row | undefined;
  if (thing === 'goal') {
    const { rhythm, bpm } = row as { rhythm?: Row; bpm?: unknown };
    return `${String(rhythm?.name)} to ${String(bpm)}`;
  }
  if (thing === 'log') return `The log of ${String(row.owner)}`;
  return String(inside?.name ?? row.name ?? row.id);
}

/** One text for all data that says the same. */
export function canonical(value: unknown): string {
  return JSON.stringify(value, (_, one: unknown) => {
    if (one instanceof Uint8Array) return one.length;
    if (typeof one !== 'object' || one === null || Array.isArray(one)) return one;
    return Object.fromEntries(Object.entries(one).sort(([a], [b]) => (a < b ? -1 : 1)));
  });
}

/** Rows of a table that another one has not, by their keys. */
export function rowsMore(
  table: TableName,
  here: readonly Row[],
  there: readonly Row[],
): readonly Row[] {
  const known = new Set(here.map((row) => keyOfRow(table, row)));
  return there.filter((row) => !known.has(keyOfRow(table, row)));
}

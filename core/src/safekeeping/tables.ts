import * as v from 'valibot';
import { sayIssue } from '../bounds/index.ts';
import { CycleSchema } from '../cycle/index.ts';
import { checkForm } from '../form/index.ts';
import { checkInstrument } from '../instrument/index.ts';
import { GoalSchema, LoggedRunSchema, PlayedSchema } from '../log/index.ts';

/** What a library is made of, in the order in which it is written: rhythms before what hangs on them. */
export const TABLES = [
  'rhythms',
  'practice',
  'history',
  'recordings',
  'forms',
  'cycles',
  'instruments',
  'cadences',
  'setups',
  'runs',
  'played',
  'versions',
  'goals',
  'logs',
  'trash',
  'settings',
] as const;
/** One of {@link TABLES}. */
export type TableName = (typeof TABLES)[number];

/** A row as it is kept; bytes of a sound stand in it as they are. */
export type Row = Readonly<Record<string, unknown>>;
/** All rows of a library. */
export type Tables = Readonly<Record<TableName, readonly Row[]>>;

/** A library in which nothing is. */
export const NO_ROWS: Tables = Object.fromEntries(
  TABLES.map((name) => [name, []]),
) as unknown as Tables;

const id = v.pipe(v.string(), v.minLength(1), v.maxLength(200));
const time = v.pipe(v.number(), v.minValue(0));
const text = v.pipe(v.string(), v.maxLength(2000));
const object = v.record(v.string(), v.unknown());
const bytes = v.instance(Uint8Array);
const optional = <Schema extends v.GenericSchema>(schema: Schema) => v.optional(schema);

/**
 * What each row must be to be taken in. A rhythm itself is looked at when it is opened, as ever: one that cannot be
 * read is kept, since it may be mended.
 */
const SHAPES: Readonly<Record<TableName, v.GenericSchema>> = {
  rhythms: v.looseObject({
    id,
    rhythm: object,
    drafts: v.record(v.string(), v.string()),
    revision: v.pipe(v.number(), v.integer()),
    updated: time,
  }),
  practice: v.looseObject({
    id,
    ladder: optional(
      v.looseObject({ from: v.number(), to: v.number(), passes: v.number(), step: object }),
    ),
    mix: optional(
      v.looseObject({
        levels: v.record(v.string(), v.number()),
        muted: v.array(v.string()),
        solo: v.array(v.string()),
        click: v.boolean(),
        countIn: v.boolean(),
      }),
    ),
    learning: optional(object),
  }),
  history: v.looseObject({ id, at: time, name: optional(text), rhythm: object }),
  recordings: v.looseObject({
    id,
    rhythm: id,
    name: text,
    made: time,
    seconds: v.number(),
    wav: bytes,
  }),
  forms: v.looseObject({
    id,
    form: v.custom<object>((value) => checkForm(value).ok, 'The form cannot be read.'),
    revision: v.pipe(v.number(), v.integer()),
    updated: time,
  }),
  cycles: CycleSchema,
  instruments: v.custom<object>(
    (value) => checkInstrument(value).ok,
    'The instrument cannot be read.',
  ),
  cadences: v.looseObject({
    id,
    at: time,
    cadence: v.looseObject({
      sizes: v.pipe(v.array(v.number()), v.minLength(1)),
      gaps: v.array(v.number()),
      parts: v.number(),
      landing: v.string(),
    }),
  }),
  setups: v.looseObject({
    id,
    screen: v.picklist(['crossing', 'landing']),
    name: text,
    value: v.unknown(),
    updated: time,
  }),
  runs: LoggedRunSchema,
  played: PlayedSchema,
  versions: v.looseObject({ mark: v.pipe(v.string(), v.maxLength(64)), rhythm: v.unknown() }),
  goals: GoalSchema,
  logs: v.looseObject({
    id,
    owner: text,
    runs: v.array(LoggedRunSchema),
    played: v.array(PlayedSchema),
    versions: v.array(object),
    goals: v.array(GoalSchema),
    readIn: time,
  }),
  trash: v.looseObject({
    id,
    kind: v.string(),
    name: text,
    at: time,
    // What comes back out of the trash is looked at as if it had never been in it.
    rows: v.pipe(
      v.record(v.picklist([...TABLES, 'steps']), v.array(object)),
      v.check(
        (rows) =>
          Object.entries(rows).every(
            ([table, list]) =>
              table === 'steps' ||
              list.every((row) => problemOf(table as TableName, row) === undefined),
          ),
        'Something in it cannot be read.',
      ),
    ),
  }),
  settings: v.looseObject({ key: id, value: v.unknown() }),
};

/** Why a row cannot be taken in; undefined where it can. */
export function problemOf(table: TableName, row: unknown): string | undefined {
  const checked = v.safeParse(SHAPES[table], row);
  return checked.success ? undefined : sayIssue(checked.issues[0]);
}

/** What a row is known by within its table. */
export function keyOfRow(table: TableName, row: Row): string {
  if (table === 'history') return `${String(row.id)} ${String(row.at)}`;
  return String(row[table === 'versions' ? 'mark' : table === 'settings' ? 'key' : 'id']);
}

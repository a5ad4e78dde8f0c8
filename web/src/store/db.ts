import type { Cycle } from '@stride/core/cycle';
import { checkInstrument, type Instrument } from '@stride/core/instrument';
import type { Goal, LoggedRun, Played, Version } from '@stride/core/log';
import Dexie, { type DexieOptions, type EntityTable, type Table } from 'dexie';
import { cadencesOf } from './cadences.ts';
import { type Card, cardOf } from './cards.ts';
import type { StepRecord } from './draft.ts';
import { ownInstruments } from './known-instruments.ts';
import type {
  CadenceRecord,
  FormRecord,
  HistoryRecord,
  OtherLog,
  PracticeRecord,
  RecordingRecord,
  RhythmRecord,
  RunMonth,
  SetupRecord,
  TrashRecord,
} from './records.ts';
import { withInstruments } from './rows-with-instruments.ts';

export {
  type FormRecord,
  type Learning,
  type Mix,
  type OtherLog,
  PLAIN_MIX,
  type PracticeRecord,
  type RecordingRecord,
  type RhythmRecord,
} from './records.ts';

/** A setting of this browser. */
export interface SettingRecord {
  readonly key: string;
  readonly value: unknown;
}

/** The database was written by a newer version of the program; nothing in it is touched. */
export class NewerDatabaseError extends Error {
  override readonly name = 'NewerDatabaseError';
}

/** The newest schema this program knows. */
export const SCHEMA_VERSION = 13;

/** The tables; each version of the schema stays listed so that older databases are brought up. */
export class StrideDatabase extends Dexie {
  declare rhythms: EntityTable<RhythmRecord, 'id'>;
  declare cards: EntityTable<Card, 'id'>;
  declare practice: EntityTable<PracticeRecord, 'id'>;
  declare settings: EntityTable<SettingRecord, 'key'>;
  declare instruments: EntityTable<Instrument, 'id'>;
  declare cycles: EntityTable<Cycle, 'id'>;
  declare recordings: EntityTable<RecordingRecord, 'id'>;
  declare steps: Table<StepRecord, [id: string, at: number]>;
  /** The log: runs, what was played in them, and rhythms as they were then, by their mark. */
  declare runs: EntityTable<LoggedRun, 'id'>;
  /** The runs once more, packed by thirty days. */
  declare months: EntityTable<RunMonth, 'month'>;
  declare played: EntityTable<Played, 'id'>;
  declare versions: EntityTable<Version, 'mark'>;
  declare goals: EntityTable<Goal, 'id'>;
  declare forms: EntityTable<FormRecord, 'id'>;
  /** Logs of others that were read in. */
  declare logs: EntityTable<OtherLog, 'id'>;
  /** Rhythms as they were, by id and time. */
  declare history: Table<HistoryRecord, [id: string, at: number]>;
  declare trash: EntityTable<TrashRecord, 'id'>;
  declare cadences: EntityTable<CadenceRecord, 'id'>;
  declare setups: EntityTable<SetupRecord, 'id'>;

  constructor(name = 'humble-stride', options?: DexieOptions) {
    super(name, options);
    this.version(1).stores({ rhythms: 'id, updated', settings: 'key' });
    // 2: a rhythm's revision can be asked for without reading the rhythm.
    this.version(2).stores({ rhythms: 'id, updated, [id+revision]' });
    // 3: cycles of one's own.
    this.version(3).stores({ cycles: 'id, name' });
    // 4: instruments of one's own.
    this.version(4).stores({ instruments: 'id, name' });
    // 5: what undo goes back to.
    this.version(5).stores({ steps: '[id+at]' });
    // 6: cards, and practice apart from the rhythm.
    this.version(6)
      .stores({ cards: 'id, updated', practice: 'id' })
      .upgrade(async (tx) => {
        const cards: Card[] = [];
        const practice: PracticeRecord[] = [];
        await tx.table('rhythms').each((record: RhythmRecord & PracticeRecord) => {
          const { id, ladder, mix } = record;
          cards.push(cardOf(record));
          if (ladder ?? mix) {
            practice.push({ id, ...(ladder ? { ladder } : {}), ...(mix ? { mix } : {}) });
          }
        });
        await tx.table('cards').bulkPut(cards);
        await tx.table('practice').bulkPut(practice);
      });
    // 7: rhythms with a second counting, an eduppu, turns with a level and counted rolls, which an older
    // program would drop or refuse; the tables stay.
    this.version(7).stores({});
    // 8: how lines are learnt, in practice, and the sound of runs that was asked for.
    this.version(8).stores({ recordings: 'id, rhythm' });
    // 9: the log, with goals, and the logs of others.
    this.version(9).stores({
      runs: 'id, at',
      played: 'id',
      versions: 'mark',
      goals: 'id',
      logs: 'id',
    });
    // 10: runs packed by thirty days; they are packed when they are first read.
    this.version(10).stores({ months: 'month' });
    // 11: rhythms with variations, layers with a feel, which an older program would drop; the tables stay.
    this.version(11).stores({});
    // 12: forms.
    this.version(12).stores({ forms: 'id, updated' });
    // 13: rhythms as they were, the trash, set-ups with a name; kept cadences in a table of their own.
    this.version(13)
      .stores({
        history: '[id+at]',
        trash: 'id, at',
        cadences: 'id, at',
        setups: 'id, updated',
      })
      .upgrade(async (tx) => {
        const kept: SettingRecord | undefined = await tx.table('settings').get('landing-kept');
        await tx.table('cadences').bulkPut([...cadencesOf(kept?.value, Date.now())]);
        await tx.table('settings').delete('landing-kept');
      });
    withInstruments(this);
    // Asked each time the database is opened, and so before every write after another tab has brought
    // it up to a newer version: the browser closes it here then.
    this.on('ready', () => this.refuseNewer(), true);
  }

  private refuseNewer(): void {
    // Dexie counts its versions in tens.
    if (this.backendDB().version / 10 > SCHEMA_VERSION) {
      throw new NewerDatabaseError('the database has a newer schema');
    }
  }
}

/** Reads the instruments of one's own that are kept here, before rhythms are read that are played on them. */
async function loadInstruments(db: StrideDatabase): Promise<void> {
  const kept = await db.instruments.toArray();
  if (JSON.stringify(kept) === JSON.stringify(ownInstruments.now())) return;
  ownInstruments.set(
    kept.flatMap((one) => {
      const checked = checkInstrument(one);
      return checked.ok ? [checked.instrument] : [];
    }),
  );
}

/**
 * Opens the database, and refuses one that a newer version of the program has written.
 * @throws NewerDatabaseError
 */
export async function openSafely(db: StrideDatabase): Promise<void> {
  try {
    if (!db.isOpen()) await db.open();
    await loadInstruments(db);
  } catch (error) {
    throw newerIn(error) ?? error;
  }
}

/** The refusal of a newer database, however the library has wrapped it. */
export function newerIn(error: unknown): NewerDatabaseError | undefined {
  for (
    let one = error;
    one instanceof Error;
    one = (one as { inner?: unknown }).inner ?? one.cause
  ) {
    if (one instanceof NewerDatabaseError) return one;
    if (/newer schema/.test(one.message)) return new NewerDatabaseError(one.message);
  }
  return undefined;
}

/** The database of this browser, or what stands in for it in memory: see `storage.ts`. */
export let database = new StrideDatabase();

export function setDatabase(other: StrideDatabase): void {
  database = other;
}

import type { Ladder } from '@stride/core/climb';
import type { Rhythm } from '@stride/core/rhythm';
import Dexie, { type EntityTable } from 'dexie';

/** A rhythm as it is kept in the browser. */
export interface RhythmRecord {
  readonly id: string;
  readonly rhythm: Rhythm;
  /** Typed lines that do not read yet, by layer id, so that half-written text survives a reload. */
  readonly drafts: Readonly<Record<string, string>>;
  /** How the player climbs this rhythm, once it was set. */
  readonly ladder?: Ladder;
  /** Goes up by one with every save; tells a tab that another one was here. */
  readonly revision: number;
  /** Milliseconds since 1970. */
  readonly updated: number;
}

/** A setting of this browser. */
export interface SettingRecord {
  readonly key: string;
  readonly value: unknown;
}

/** The tables; each version of the schema stays listed so that older databases are brought up. */
export class StrideDatabase extends Dexie {
  declare rhythms: EntityTable<RhythmRecord, 'id'>;
  declare settings: EntityTable<SettingRecord, 'key'>;

  constructor(name = 'humble-stride') {
    super(name);
    this.version(1).stores({ rhythms: 'id, updated', settings: 'key' });
  }
}

export const database = new StrideDatabase();

import type { Ladder } from '@stride/core/climb';
import type { Rhythm } from '@stride/core/rhythm';

/** How a rhythm is heard; by layer id. */
export interface Mix {
  /** 0 to 1; a layer that is not named sounds in full. */
  readonly levels: Readonly<Record<string, number>>;
  readonly muted: readonly string[];
  /** Where any layer is named here, only those are heard. */
  readonly solo: readonly string[];
  readonly click: boolean;
  /** The counts of a second counting are clicked. */
  readonly second?: boolean;
  /** The order in which turns are played where that is asked for, as it is written: 1x3 2. */
  readonly order?: string;
  /** A turn is counted in before the rhythm plays. */
  readonly countIn: boolean;
}

export const PLAIN_MIX: Mix = { levels: {}, muted: [], solo: [], click: false, countIn: false };

/** A rhythm as it is kept in the browser. */
export interface RhythmRecord {
  readonly id: string;
  readonly rhythm: Rhythm;
  /** Typed lines that do not read yet, by layer id, so that half-written text survives a reload. */
  readonly drafts: Readonly<Record<string, string>>;
  /** Goes up by one with every save; tells a tab that another one was here. */
  readonly revision: number;
  /** Which open document wrote it, so that a save whose answer was lost is known as one's own. */
  readonly writer?: string;
  /** Milliseconds since 1970. */
  readonly updated: number;
}

/** How a rhythm is practised: no part of it, so that another tab may change it at any time. */
export interface PracticeRecord {
  /** Of the rhythm. */
  readonly id: string;
  /** How the player climbs this rhythm, once it was set. */
  readonly ladder?: Ladder;
  /** How loud the player hears each layer. */
  readonly mix?: Mix;
}

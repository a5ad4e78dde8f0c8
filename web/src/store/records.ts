import type { Ladder, PracticePlan } from '@stride/core/climb';
import type { KeptRun } from '@stride/core/ear';
import type { Form } from '@stride/core/form';
import type { Cadence } from '@stride/core/landing';
import type { LogFile } from '@stride/core/log';
import type { Rhythm } from '@stride/core/rhythm';
import type { Bpm } from '@stride/core/time';
import type { OptionalPlayed, VariationPlan } from '@stride/core/variation';

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
  /** By which rules variations come where they are mixed in, or one after another. */
  readonly variations?: Partial<Omit<VariationPlan, 'way'>>;
  /** What is heard of strokes that may be left out; always where it is not given. */
  readonly optional?: OptionalPlayed;
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

/** A form as it is kept in the browser. */
export interface FormRecord {
  readonly id: string;
  readonly form: Form;
  /** Goes up by one with every save. */
  readonly revision: number;
  /** Which open document wrote it. */
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
  /** How its lines are learnt, and how far one has come. */
  readonly learning?: Learning;
}

/** How a rhythm is learnt. */
export interface Learning {
  readonly plan?: PracticePlan;
  /** The quickest tempo at which the whole of a line was clean, by layer id. */
  readonly best?: Readonly<Record<string, Bpm>>;
  /** The last run of each stone, by layer id and the stone's name. */
  readonly last?: Readonly<Record<string, KeptRun>>;
}

/** The sound of a run, kept because the player asked for it. */
export interface RecordingRecord {
  readonly id: string;
  /** Id of the rhythm. */
  readonly rhythm: string;
  /** What was played and how fast: “Walker, piece 1 at 72”. */
  readonly name: string;
  /** Milliseconds since 1970. */
  readonly made: number;
  readonly seconds: number;
  /** Mono, 16 bits, as a WAV file. */
  readonly wav: Blob;
}

/** The log of somebody else, read in to be looked at. */
export interface OtherLog extends LogFile {
  readonly id: string;
  /** Milliseconds since 1970. */
  readonly readIn: number;
}

/**
 * The runs of thirty days as one text. A browser hands over rows one by one, each with a price of its own: ten years
 * are read from such texts in a fraction of the time. They only repeat what the rows say, and are made anew where
 * they do not.
 */
export interface RunMonth {
  /** Which thirty days, counted from 1970. */
  readonly month: number;
  readonly count: number;
  /** JSON of the runs, in time. */
  readonly text: string;
}

/** What can be deleted and brought back. */
export type TrashKind =
  | 'rhythm'
  | 'form'
  | 'cycle'
  | 'instrument'
  | 'run'
  | 'goal'
  | 'cadence'
  | 'set-up'
  | 'log';

/** Something that was deleted, with every row that belonged to it. */
export interface TrashRecord {
  readonly id: string;
  readonly kind: TrashKind;
  /** As it is told. */
  readonly name: string;
  /** When it was deleted, in milliseconds since 1970. */
  readonly at: number;
  /** By table; its own table first. */
  readonly rows: Readonly<Record<string, readonly unknown[]>>;
}

/** A rhythm as it was once. */
export interface HistoryRecord {
  /** Of the rhythm. */
  readonly id: string;
  /** When it became so, in milliseconds since 1970. */
  readonly at: number;
  /** Given by the player; such a one stays until it is deleted. */
  readonly name?: string;
  readonly rhythm: Rhythm;
}

/** A cadence that the player keeps. */
export interface CadenceRecord {
  /** What it is, whatever cycle it lands in: `keyOf` in core/landing. */
  readonly id: string;
  readonly cadence: Cadence;
  /** When it was kept, in milliseconds since 1970. */
  readonly at: number;
}

/** What Crossing or Landing is set up as, under a name. */
export interface SetupRecord {
  readonly id: string;
  readonly screen: 'crossing' | 'landing';
  readonly name: string;
  /** What its screen understands, in the shape it has there. */
  readonly value: unknown;
  /** Milliseconds since 1970. */
  readonly updated: number;
}

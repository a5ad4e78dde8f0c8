import type { Force, Hand, Ornament } from '../rhythm/index.ts';
import type { Rational } from '../time/index.ts';

/** A length or a moment in quarter notes, from the beginning of a piece: exact. */
export type Quarters = Rational;

/** How a bar is written at its beginning: the beats it is made of, in notes of one value. */
export interface WrittenMeter {
  /** 3 3 2 in 3+3+2 over 8; 1 1 1 1 in 4 over 4. */
  readonly beats: readonly number[];
  /** The note value that is counted: 4 a quarter, 8 an eighth. */
  readonly under: number;
}

/** One bar; bars follow one another without a gap. */
export interface Bar {
  readonly start: Quarters;
  readonly length: Quarters;
  readonly meter: WrittenMeter;
  /** What stands over its beginning: a name of a section, a rehearsal mark. */
  readonly label?: string;
}

/** From where on which tempo holds. */
export interface TempoMark {
  readonly at: Quarters;
  /** Quarter notes a minute. */
  readonly quarters: number;
  /** How many quarters the beat that is counted lasts, where that is written. */
  readonly beat?: Quarters;
}

/** One sound of a part, as the file names it: what a stroke stands for. */
export interface PartSound {
  /** The same for the same sound, within its part. */
  readonly key: string;
  /** What a player reads of it: “open hi conga, note 63”, “x on G5”. */
  readonly name: string;
  /** Note number, 0 to 127, where the file has one. */
  readonly note?: number;
  /** How high it is written, in steps; only to be compared within its part. */
  readonly height?: number;
  /** The shape of its head, where it is another than the usual one. */
  readonly head?: string;
  /** How many notes have it. */
  readonly count: number;
}

/** One note of a part, at its exact place. */
export interface PartNote {
  readonly at: Quarters;
  /** Key of its sound. */
  readonly sound: string;
  readonly force: Force;
  readonly hand?: Hand;
  readonly say?: string;
  readonly ornament?: Ornament;
  readonly optional?: true;
  readonly damp?: true;
  /** How long it rings, where that is written. */
  readonly rings?: Quarters;
}

/** One player's line, as it was written or played. */
export interface Part {
  readonly id: string;
  readonly name: string;
  readonly sounds: readonly PartSound[];
  /** Ascending. */
  readonly notes: readonly PartNote[];
  /** What the file says of the instrument, beside the name of the part. */
  readonly instrument?: string;
  /** Its feel, in the written form. */
  readonly feel?: string;
}

/** Bars that stand after the end, to be played in place of as many others. */
export interface VariedBars {
  readonly name: string;
  /** Of its first bar, from 0. */
  readonly from: number;
  readonly bars: number;
}

/** What another program wrote, or a recording holds, as notes: before it is a rhythm. */
export interface Notation {
  readonly name: string;
  /** One at least. */
  readonly bars: readonly Bar[];
  /** Ascending; the tempo of the first one holds before it too. */
  readonly tempos: readonly TempoMark[];
  readonly parts: readonly Part[];
  /** What is no part of the piece itself, and comes after it. */
  readonly variations?: readonly VariedBars[];
  /** What a rhythm has no place for, or what could not be read, in sentences. */
  readonly lost: readonly string[];
  /** What the file says of itself in words that this program wrote there: see {@link Hints}. */
  readonly hints?: Hints;
}

/** What this program writes beside the notes; each is used only where it agrees with them. */
export interface Hints {
  /** The cycle in its written form. */
  readonly cycle?: string;
  /** The tempo to reach, in counted beats a minute. */
  readonly target?: number;
  readonly tags?: readonly string[];
  readonly notes?: string;
}

/** A file as notes, or in a sentence why nothing can be made of it. */
export type NotationResult =
  | { readonly ok: true; readonly notation: Notation }
  | { readonly ok: false; readonly message: string };

/** Counts the sounds of notes, in the order of what `describe` says of each. */
export function soundsOfNotes(
  notes: readonly Pick<PartNote, 'sound'>[],
  describe: (key: string) => Omit<PartSound, 'key' | 'count'>,
): readonly PartSound[] {
  const counts = new Map<string, number>();
  for (const { sound } of notes) counts.set(sound, (counts.get(sound) ?? 0) + 1);
  return [...counts]
    .map(([key, count]): PartSound => ({ key, ...describe(key), count }))
    .sort((a, b) => (a.height ?? 0) - (b.height ?? 0) || (a.key < b.key ? -1 : 1));
}

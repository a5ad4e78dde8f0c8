/** Families of sound. Each has its own head shape on the stride line and its own place in the weight. */
export const FAMILIES = [
  'bass',
  'open',
  'slap',
  'muted',
  'touch',
  'metal',
  'shaken',
  'voice',
] as const;
/** One of {@link FAMILIES}. */
export type Family = (typeof FAMILIES)[number];

/** Which hand usually plays a stroke: the player's strong or weak one, either, both, or a foot. */
export type UsualHand = 'strong' | 'weak' | 'either' | 'both' | 'foot';

/** Kinds of sound that can be computed at any pitch; the sound folder has the recipe of each. */
export const TIMBRES = [
  'skin-bass',
  'skin-open',
  'skin-slap',
  'skin-crack',
  'skin-muffled',
  'skin-touch',
  'stick-open',
  'stick-muffled',
  'rim',
  'shell',
  'bell',
  'bell-damped',
  'wood',
  'scrape',
  'scrape-short',
  'shake',
  'shake-accent',
  'jingle',
  'jingle-short',
  'palm',
  'stamp',
  'clay-bass',
  'clay-ring',
  'clay-touch',
  'wires',
  'cymbal',
  'cymbal-damped',
] as const;
/** One of {@link TIMBRES}. */
export type Timbre = (typeof TIMBRES)[number];

/** A sound from the recipe of a timbre. */
export interface StrokeSound {
  readonly timbre: Timbre;
  /** Lowest ringing pitch, or the middle of the noise, in hertz. */
  readonly pitch: number;
}

/** One kind of stroke in an instrument's vocabulary. */
export interface StrokeKind {
  /** What is typed; unique in its instrument, letters and digits only, upper and lower case differ. */
  readonly code: string;
  readonly name: string;
  readonly family: Family;
  readonly hand: UsualHand;
  /** How it is played, in one sentence. */
  readonly how: string;
  /** Code of an easier stroke of the same instrument to use in its place. */
  readonly easier?: string;
  /** How it sounds, where the instrument has no voices of its own. */
  readonly sound?: StrokeSound;
  /** Codes of strokes after which it comes in one motion of the same hand, as toe after heel. */
  readonly after?: readonly string[];
  /** Which drum or pitch it is played on, from 0 for the lowest, where the player has several. */
  readonly drum?: number;
}

/** A spoken stroke that is two strokes at once, such as a low ring with a high one. */
export interface Compound {
  /** What is typed; it stands for its parts joined with `+`. */
  readonly code: string;
  readonly name: string;
  /** Codes of the strokes it is made of, of different hands. */
  readonly parts: readonly [string, string];
  readonly how: string;
}

/** An instrument: its strokes, with letters, syllables, hands and places. */
export interface Instrument {
  readonly id: string;
  /** The name that is written in the text, in lower case. */
  readonly name: string;
  /** One line on what it is. */
  readonly note: string;
  readonly strokes: readonly StrokeKind[];
  /** Other names it goes by; they can be typed as well. */
  readonly also?: readonly string[];
  readonly compounds?: readonly Compound[];
  /** Its pitches lie on one frame, so that a hand need not travel between them. */
  readonly oneFrame?: true;
  /** False for what is not played with the hands; nothing is then read of hands. */
  readonly byHand?: false;
}

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
export type Family = (typeof FAMILIES)[number];

/** Which hand usually plays a stroke: the player's strong or weak one, either, both, or a foot. */
export type UsualHand = 'strong' | 'weak' | 'either' | 'both' | 'foot';

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
}

export interface Instrument {
  readonly id: string;
  /** The name that is written in the text, in lower case. */
  readonly name: string;
  /** One line on what it is. */
  readonly note: string;
  readonly strokes: readonly StrokeKind[];
  /** False for what is not played with the hands; nothing is then read of hands. */
  readonly byHand?: false;
}

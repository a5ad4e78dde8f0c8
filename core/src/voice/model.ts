import type { Speaker } from '../speech/index.ts';
import type { Hertz, Seconds } from '../time/index.ts';

/** What meets the instrument. */
export const TOOLS = [
  'palm',
  'heel',
  'thumb',
  'fingers',
  'tips',
  'tip',
  'nail',
  'knuckle',
  'stick',
  'shaft',
  'tipper',
  'switch',
  'mallet',
  'beater',
] as const;
/** One of {@link TOOLS}. */
export type Tool = (typeof TOOLS)[number];

/** What the hand or stick does after it has struck. */
export const AFTERS = ['leaves', 'stays', 'rests', 'presses', 'slides'] as const;
/** One of {@link AFTERS}. */
export type After = (typeof AFTERS)[number];

/** Where and how something is struck. */
export interface Strike {
  readonly tool: Tool;
  /** On the way from the middle (0) to the edge (1); along a bar from its middle to its end. */
  readonly place: number;
  readonly after: After;
  /** How hard beside the others of the instrument, 1 for as hard. */
  readonly weight: number;
  /** True where another finger rests on the skin, as the ring finger does for na: what moves as one then dies. */
  readonly held?: true;
}

/** One way in which a body rings. */
export interface Mode {
  readonly frequency: Hertz;
  /** Time to fall by 60 dB where nothing holds it. */
  readonly ring: Seconds;
  /** How well it is heard where all of it moves alike. */
  readonly heard: number;
  /** How far it moves at a place, at an angle from where the ear is; −1 to 1 or so. */
  moves(place: number, angle: number): number;
  /** True where it moves the same all round, so that a finger resting anywhere holds it. */
  readonly even?: true;
  /** True where the air rings and not what is struck: a hand on the skin holds it less, tuning leaves it alone. */
  readonly air?: true;
}

/** Small parts that rattle when the body moves, or are all there is. */
export interface Rattle {
  readonly kind: 'jingles' | 'rings' | 'wires' | 'beads';
  readonly pitch: Hertz;
  /** How loud beside the body. */
  readonly gain: number;
  /** How long it goes on after a full stroke. */
  readonly ring: Seconds;
}

/** Something that rings when it is struck. */
export interface RingingBody {
  readonly kind: 'ringing';
  readonly modes: readonly Mode[];
  readonly rattle?: Rattle;
  /** Share by which a full stroke tightens it, so that its pitch starts higher and falls. */
  readonly tightens: number;
  /** True for a head with a spot of paste, whose partials are harmonic: it has a note to be tuned to. */
  readonly harmonic?: true;
  /** How wide it is, in metres: a hand covers more of a small drum. */
  readonly width: number;
}

/** Something that is shaken or scraped: many small grains, each with its own sound. */
export interface GrainBody {
  readonly kind: 'grains';
  readonly pitch: Hertz;
  /** Grains in a plain stroke. */
  readonly grains: number;
  /** How long they go on. */
  readonly lasts: Seconds;
  /** How sharply they gather at the beginning: 0 spread out, 1 all together. */
  readonly together: number;
  /** True for ribs that are passed one after the other. */
  readonly ribs: boolean;
  /** Resonances of the vessel against the pitch. */
  readonly vessel: readonly number[];
}

/** Two hands that meet. */
export interface PalmBody {
  readonly kind: 'palms';
  /** Of the air between them. */
  readonly pitch: Hertz;
  readonly ring: Seconds;
}

/** A mouth: see the concept `speech`. */
export interface MouthBody {
  readonly kind: 'mouth';
  readonly speaker: Speaker;
  readonly syllable: string;
  /** How long its last vowel is held; as long as one says it by itself where it is not given. */
  readonly lasts?: Seconds;
}

/** What is struck and sounds. */
export type Body = RingingBody | GrainBody | PalmBody | MouthBody;

/** How one stroke of an instrument is made. */
export interface Voice {
  readonly body: Body;
  readonly strike: Strike;
  /** Name of the body in its instrument: strokes on one body ring into and hold one another. */
  readonly on: string;
}

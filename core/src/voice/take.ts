import { normal, seeded } from '../chance/index.ts';
import type { Force } from '../rhythm/index.ts';
import type { Hertz, Seconds } from '../time/index.ts';
import { type SharedNoise, sharedNoise } from './noise.ts';

/** One stroke among many of its kind. */
export interface Take {
  readonly force: Force;
  /** Which of its kind it is: each differs a little, and each is the same every time. */
  readonly take: number;
  /** True for the player's other hand: a little softer, a little further in. */
  readonly weak?: boolean;
  /** Pitch of what is struck against its usual one. */
  readonly tuned?: number;
}

/** What differs from stroke to stroke of a good player. */
export interface Chance {
  readonly place: number;
  readonly angle: number;
  /** Where the waves of its group begin, in radians. */
  readonly turn: number;
  readonly speed: number;
  readonly lasts: number;
  /** A skin is never quite as tight as it was. */
  readonly pitch: number;
  /** Small, for phases. */
  phase(): number;
  /** For a part of the sound, the same for all strokes of the kind. */
  common(part: Part): () => number;
  /** Noise for a part, mostly the same for all strokes of the kind. */
  noise(part: Part): SharedNoise;
  /** Of this stroke alone. */
  own(): number;
}

/** One stroke as it is to be computed. */
export interface Struck {
  /** How fast the hand was to come down; how fast it did differs a little. */
  readonly meant: number;
  readonly chance: Chance;
  /** Pitch of what is struck against its usual one. */
  readonly tuned: number;
  readonly sampleRate: Hertz;
  /** What comes later of what rings is left out. */
  readonly most: Seconds;
}

/**
 * Takes stand in so many groups, whose waves begin apart from one another by so many radians: two strokes of different
 * groups are never the same wave, however plain it is.
 */
export const GROUPS = 3;
const APART = 0.335;
const PARTS = { contact: 0x51, grains: 0x5eed, rattle: 0x7a77 } as const;
type Part = keyof typeof PARTS;

/** What differs in this take of a stroke. @param name tells strokes apart */
export function chanceOf(name: string, { take, weak }: Take): Chance {
  let seed = 7;
  for (const letter of name) seed = (seed * 31 + letter.charCodeAt(0)) | 0;
  const own = seeded(seed ^ Math.imul(take + 1, 0x9e3779b1));
  const spread = () => Math.max(-1.6, Math.min(1.6, normal(own)));
  const side = weak ? 1 : 0;
  const turn = ((take % GROUPS) - (GROUPS - 1) / 2) * APART;
  return {
    place: spread() * 0.0045 - 0.02 * side,
    turn,
    angle: spread() * 0.04 + 0.3 * side,
    speed: (1 + spread() * 0.04) * (1 - 0.07 * side),
    lasts: (1 + spread() * 0.022) * (1 + 0.08 * side),
    pitch: 1 + spread() * 0.0001,
    phase: () => turn + spread() * 0.03,
    common: (part) => seeded(seed ^ PARTS[part]),
    noise: (part) => sharedNoise(seed ^ PARTS[part], Math.floor(own() * 2 ** 32)),
    own,
  };
}

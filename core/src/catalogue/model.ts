import type { CountingSystem } from '../counting/index.ts';
import type { Cycle } from '../cycle/index.ts';
import type { Tempo } from '../time/index.ts';

/** Where an entry of the catalogue comes from, as it is grouped on screen. */
export const TRADITIONS = [
  'plain',
  'south-indian',
  'north-indian',
  'compas',
  'usul',
  'timeline',
  'part',
] as const;
/** One of {@link TRADITIONS}. */
export type Tradition = (typeof TRADITIONS)[number];

/** Each tradition's name and a sentence for those who meet it first here. */
export const TRADITION_NOTES: Readonly<Record<Tradition, { name: string; note: string }>> = {
  plain: {
    name: 'Simple, compound and uneven',
    note: 'Beats of twos, threes and fours, alike or mixed.',
  },
  'south-indian': {
    name: 'South Indian tala',
    note: 'Seven families by five sizes, shown by claps, finger counts and waves.',
  },
  'north-indian': {
    name: 'North Indian tal',
    note: 'Claps and empty beats, carried by a spoken pattern.',
  },
  compas: { name: 'Compás', note: 'Cycles of 12, 4, 3 and 6 known by their accents.' },
  usul: {
    name: 'Middle Eastern and Turkish',
    note: 'Cycles known by a skeleton of low and high strokes.',
  },
  timeline: {
    name: 'Timelines',
    note: 'Claves and bells that the other players are measured against.',
  },
  part: {
    name: 'Drum parts',
    note: 'Parts that stand beside the timelines, in their most usual form; every player has their own.',
  },
};

/** A stroke of the skeleton that an entry is known by. */
export interface SkeletonStroke {
  /** Where in the turn, in whole pulses from 0. */
  readonly pulse: number;
  /** Where in the pulse, where it is cut: which part, from 0, of how many. */
  readonly part?: readonly [at: number, of: number];
  /** Codes of the strokes it is on the instrument of the entry. */
  readonly kinds?: readonly string[];
  /** An accent. */
  readonly loud?: true;
  /** `low` and `high` where the tradition tells them apart, else `plain`. */
  readonly sound: 'low' | 'high' | 'plain';
  /** What is spoken there. */
  readonly say?: string;
}

/** One traditional cycle or timeline: common property, kept apart from the demo. */
export interface CatalogueEntry {
  /** Written after `cycle`: lower case, ASCII, no spaces. */
  readonly id: string;
  readonly name: string;
  /** Other names it goes by. */
  readonly also: readonly string[];
  readonly tradition: Tradition;
  readonly cycle: Cycle;
  /** How it groups, what is clapped, how it is counted, where people differ. */
  readonly text: string;
  /** The two tempos it is usually counted at: a slower one and a quicker one. */
  readonly tempos: readonly [Tempo, Tempo];
  readonly counting?: CountingSystem;
  /** Pulses that are usually accented, from 0. */
  readonly accents?: readonly number[];
  readonly skeleton?: readonly SkeletonStroke[];
  /** Id of the instrument that the skeleton’s strokes are of, where it has one of its own. */
  readonly instrument?: string;
  /** Turns that the skeleton lasts; one where it is left out. */
  readonly turns?: number;
  /** Id of the entry whose line this is as well, begun elsewhere or written in other bars. */
  readonly writes?: string;
  /** Set on a two-sided timeline: the side that this entry starts from. */
  readonly side?: '3-2' | '2-3';
  /** Parts of a beat, where the entry comes in several speeds. */
  readonly speed?: number;
}

/** Where a stroke of a skeleton lies, in pulses from the one. */
export function pulseOf({ pulse, part }: Pick<SkeletonStroke, 'pulse' | 'part'>): number {
  return part ? pulse + part[0] / part[1] : pulse;
}

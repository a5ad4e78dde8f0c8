import type { PartSound } from '../notation/index.ts';
import type { Rational } from '../time/index.ts';
import { all, attribute, childrenOf, type Node, textIn } from './xml.ts';

/** What is known of a part while its bars are read, and what is told of it. */
export interface PartReader {
  readonly name: string;
  /** What each of its listed instruments is called, by id; empty where one instrument plays it all. */
  readonly instruments: ReadonlyMap<string, string>;
  /** Note numbers of the percussion channel, by id. */
  readonly notes: ReadonlyMap<string, number>;
  /** Sounds that were met, by key. */
  readonly sounds: Map<string, Omit<PartSound, 'key' | 'count'>>;
  /** Parts of a quarter that durations are counted in; goes on from bar to bar. */
  divisions: number;
  /** Says that something was left out; how often is counted. */
  tell(what: string): void;
  /** The last note of each sound: a tie over the barline goes on with it. */
  readonly last: Map<string, LastNote>;
  /** A feel written over the part. */
  feel: string | undefined;
}

/** A note that can still go on. */
export interface LastNote {
  length: Rational;
  rings?: Rational;
  tied: boolean;
}

/** What the list of parts says of one. */
export function partReader(
  scorePart: Node | undefined,
  id: string,
  tell: (what: string) => void,
): PartReader {
  const inside = scorePart ? childrenOf(scorePart) : [];
  const instruments = all(inside, 'score-instrument').map(
    (node) => [attribute(node, 'id') ?? '', textIn(childrenOf(node), 'instrument-name')] as const,
  );
  const notes = all(inside, 'midi-instrument').flatMap((node) => {
    const number = Number(textIn(childrenOf(node), 'midi-unpitched'));
    const of = attribute(node, 'id') ?? '';
    return number >= 1 && number <= 128 ? [[of, number - 1] as const] : [];
  });
  return {
    name: textIn(inside, 'part-name') || instruments[0]?.[1] || id,
    instruments: new Map(instruments.length > 1 ? instruments : []),
    notes: new Map(notes),
    sounds: new Map(),
    divisions: 1,
    tell,
    last: new Map(),
    feel: undefined,
  };
}

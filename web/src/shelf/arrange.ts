import { sortedByName } from '@stride/core/wording';
import type { Card } from '../store/cards.ts';

export const SORTS = [
  { key: 'edited', label: 'Last edited first' },
  { key: 'name', label: 'By name' },
  { key: 'pulses', label: 'By length of the cycle' },
  { key: 'target', label: 'By tempo to reach' },
] as const;
export type SortKey = (typeof SORTS)[number]['key'];

export interface Arrangement {
  /** Every one of these words must be found. */
  readonly words: string;
  readonly sort: SortKey;
  readonly tag: string | undefined;
}

const ORDERS: Readonly<Record<SortKey, (cards: readonly Card[]) => readonly Card[]>> = {
  edited: (cards) => cards.toSorted((a, b) => b.updated - a.updated),
  name: (cards) => sortedByName(cards, ({ name }) => name),
  pulses: (cards) => cards.toSorted((a, b) => a.pulses - b.pulses),
  target: (cards) => cards.toSorted((a, b) => a.target - b.target),
};

/** The cards that fit, in the order asked for. Upper and lower case are the same. */
export function arrange(
  cards: readonly Card[],
  { words, sort, tag }: Arrangement,
): readonly Card[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  const found = cards.filter(
    (card) =>
      (tag === undefined || card.tags.includes(tag)) &&
      wanted.every((word) => card.find.includes(word)),
  );
  return ORDERS[sort](found);
}

/** All tags in use, each once, by name. */
export function tagsOf(cards: readonly Card[]): readonly string[] {
  return sortedByName([...new Set(cards.flatMap((card) => card.tags))], (tag) => tag);
}

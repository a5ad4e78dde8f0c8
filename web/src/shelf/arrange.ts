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

const names = new Intl.Collator();

const ORDERS: Readonly<Record<SortKey, (a: Card, b: Card) => number>> = {
  edited: (a, b) => b.updated - a.updated,
  name: (a, b) => names.compare(a.name, b.name),
  pulses: (a, b) => a.pulses - b.pulses,
  target: (a, b) => a.target - b.target,
};

/** The cards that fit, in the order asked for. Upper and lower case are the same. */
export function arrange(
  cards: readonly Card[],
  { words, sort, tag }: Arrangement,
): readonly Card[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  return cards
    .filter(
      (card) =>
        (tag === undefined || card.tags.includes(tag)) &&
        wanted.every((word) => card.find.includes(word)),
    )
    .sort(ORDERS[sort]);
}

/** All tags in use, each once, by name. */
export function tagsOf(cards: readonly Card[]): readonly string[] {
  return [...new Set(cards.flatMap((card) => card.tags))].sort(names.compare);
}

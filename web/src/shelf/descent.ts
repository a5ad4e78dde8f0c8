import type { Card } from '../store/cards.ts';

/** A rhythm with those that were made from it, the oldest first. */
export interface Descent {
  readonly card: Card;
  readonly children: readonly Descent[];
}

const known = new WeakMap<readonly Card[], ReadonlyMap<string, readonly Card[]>>();

/** The rhythms that were made from each, by its id; worked out once for a Shelf. */
function childrenOn(cards: readonly Card[]): ReadonlyMap<string, readonly Card[]> {
  const found = known.get(cards);
  if (found) return found;
  const children = new Map<string, Card[]>();
  for (const card of cards) {
    const parent = card.origin?.rhythm;
    if (parent === undefined) continue;
    const here = children.get(parent);
    if (here) here.push(card);
    else children.set(parent, [card]);
  }
  for (const list of children.values()) list.sort((a, b) => a.updated - b.updated);
  known.set(cards, children);
  return children;
}

/**
 * The whole tree a rhythm stands in, from the first of its ancestors that is on the Shelf. Undefined where it stands
 * alone. What was brought in from elsewhere may say that it came from itself: each is named once.
 */
export function descentOf(cards: readonly Card[], id: string): Descent | undefined {
  const children = childrenOn(cards);
  const byId = (wanted: string | undefined) => cards.find((card) => card.id === wanted);
  let root = byId(id);
  const up = new Set<string>();
  for (let above = root; above && !up.has(above.id); above = byId(above.origin?.rhythm)) {
    up.add(above.id);
    root = above;
  }
  if (!root || (root.id === id && !children.has(id))) return undefined;
  const named = new Set<string>();
  const grown = (card: Card): Descent => {
    named.add(card.id);
    const own = (children.get(card.id) ?? []).filter((one) => !named.has(one.id));
    return { card, children: own.map(grown) };
  };
  return grown(root);
}

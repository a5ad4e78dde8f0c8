import { nth } from '@stride/core/bounds';

/** Something that Find anything can find. */
export interface Found {
  readonly group: string;
  /** What tells it from others of the same name. */
  readonly key?: string;
  readonly label: string;
  /** Everything it is found by. */
  readonly find: string;
  /** The key that does the same, shown beside it. */
  readonly keys?: string;
  readonly run: () => void;
}

export interface FoundGroup {
  readonly group: string;
  readonly found: readonly Found[];
  /** How many more there are that fit. */
  readonly more: number;
}

/** So many of one group are listed; fewer where nothing is looked for yet, so that it opens at once. */
const MOST = { found: 12, all: 5 } as const;

/**
 * What fits some words, by group: all words must be in it; first what begins with them, then what has a
 * word that does, then the rest, each in the order given. The group with the best fit comes first.
 */
export function find(words: string, lists: readonly (readonly Found[])[]): readonly FoundGroup[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  const most = wanted.length > 0 ? MOST.found : MOST.all;
  const groups = new Map<string, { ranks: Found[][]; count: number; best: number }>();
  for (const one of lists.flat()) {
    const rank = wanted.length > 0 ? rankOf(one, wanted) : 0;
    if (rank === undefined) continue;
    const group = groups.get(one.group) ?? { ranks: [[], [], []], count: 0, best: 3 };
    group.count += 1;
    group.best = Math.min(group.best, rank);
    const alike = nth(group.ranks, rank);
    if (alike.length < most) alike.push(one);
    groups.set(one.group, group);
  }
  return [...groups]
    .map(([group, { ranks, count, best }]) => {
      const found = ranks.flat().slice(0, most);
      return { group, found, more: count - found.length, best };
    })
    .sort((a, b) => (wanted.length === 0 ? 0 : a.best - b.best))
    .map(({ group, found, more }) => ({ group, found, more }));
}

/** How well something fits: 0 begins with the words, 1 has a word that does, 2 has them somewhere; else nothing. */
function rankOf({ find, label }: Found, wanted: readonly string[]): number | undefined {
  const text = find.toLowerCase();
  if (!wanted.every((word) => text.includes(word))) return undefined;
  const whole = wanted.join(' ');
  const said = label.toLowerCase();
  return said.startsWith(whole) ? 0 : ` ${said}`.includes(` ${whole}`) ? 1 : 2;
}

import { seeded } from '../chance/index.ts';
import { TAKE_GROUPS } from '../voice/index.ts';

/** How many takes there are of each sound. */
export const TAKES = 2 * TAKE_GROUPS;

/** Which take of a sound is heard next. @param ready says which can be; all where it is not given */
export type TakeOf = (name: string, ready?: (take: number) => boolean) => number;

/**
 * Chooses which take of a sound is heard next: at random, but of another group than the last, so that no two strokes in a
 * row are the same wave. Every sound is chosen for by itself, and the same way each time one begins.
 */
export function createTakes(): TakeOf {
  const chosen = new Map<string, { readonly random: () => number; last: number }>();
  return (name, ready = () => true) => {
    let known = chosen.get(name);
    if (!known) {
      let seed = 0;
      for (const letter of name) seed = (seed * 31 + letter.charCodeAt(0)) | 0;
      known = { random: seeded(seed), last: -1 };
      chosen.set(name, known);
    }
    const { last, random } = known;
    const all = Array.from({ length: TAKES }, (_, take) => take).filter(ready);
    const others = all.filter((take) => last < 0 || take % TAKE_GROUPS !== last % TAKE_GROUPS);
    known.last = others[Math.floor(random() * others.length)] ?? all[0] ?? 0;
    return known.last;
  };
}

import { onlyTurns, type Rhythm } from '@stride/core/rhythm';
import { useMemo, useState } from 'react';
import type { Lit } from '../strideline/StrideLine.tsx';

/** Which turns of a rhythm are read, and how their slots stand for those of the whole. */
export interface ReadTurns {
  readonly chosen: readonly number[];
  choose(turns: readonly number[]): void;
  /** What is read: the whole, or the chosen turns as a rhythm of their own. */
  readonly rhythm: Rhythm;
  /** Strokes of what is read as those of the whole, and back. */
  toWhole(lit: Lit | undefined): Lit | undefined;
  fromWhole(lit: Lit | undefined): Lit | undefined;
}

/** @param count turns there are; chosen ones that are gone are left out */
export function useTurns(rhythm: Rhythm, count: number): ReadTurns {
  const [wanted, choose] = useState<readonly number[]>([]);
  return useMemo(() => {
    const chosen = wanted.filter((turn) => turn < count);
    if (chosen.length === 0 || chosen.length === count) {
      const same = (lit: Lit | undefined) => lit;
      return { chosen: [], choose, rhythm, toWhole: same, fromWhole: same };
    }
    const only = onlyTurns(rhythm, chosen);
    return {
      chosen,
      choose,
      rhythm: only.rhythm,
      toWhole: (lit) => mapped(lit, (layer, slot) => only.slots[layer]?.[slot]),
      fromWhole: (lit) =>
        mapped(lit, (layer, slot) => {
          const at = only.slots[layer]?.indexOf(slot);
          return at === -1 ? undefined : at;
        }),
    };
  }, [rhythm, wanted, count]);
}

function mapped(
  lit: Lit | undefined,
  place: (layer: number, slot: number) => number | undefined,
): Lit | undefined {
  if (!lit) return undefined;
  return new Map(
    [...lit].map(([layer, slots]) => [
      layer,
      new Set([...slots].flatMap((slot) => place(layer, slot) ?? [])),
    ]),
  );
}

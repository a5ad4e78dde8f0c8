import { LIMBS, OTHER_HAND } from './hands.ts';
import type { Hand, Ornament } from './model.ts';

/** How many small strokes come before the stroke, for the ornaments that are graces. */
const GRACES: Readonly<Partial<Record<Ornament, number>>> = { flam: 1, drag: 2, ruff: 3 };

/** Strokes of a counted roll, its first one included, however long it is held. */
const COUNTED: Readonly<Partial<Record<Ornament, number>>> = { roll5: 5, roll7: 7, roll9: 9 };

/** Strokes with which an open and a crushed roll fill each slot they are held for. */
const BY_SLOT: Readonly<Partial<Record<Ornament, number>>> = { roll: 6, crush: 16 };

/** Small strokes before the main one; 0 where the ornament is no grace. */
export function graceCount(ornament: Ornament | undefined): number {
  return (ornament && GRACES[ornament]) ?? 0;
}

/** Strokes of a roll that is held for so many slots; 0 where the ornament is no roll. */
export function rollCount(ornament: Ornament | undefined, held: number): number {
  if (!ornament) return 0;
  return COUNTED[ornament] ?? (BY_SLOT[ornament] ?? 0) * held;
}

/**
 * How many strokes an ornamented stroke is for each hand, the stroke itself included: graces by the
 * other hand (three of them in turn), an open or counted roll in doubles from the main hand on. A
 * crushed roll is one press of each hand at least and cannot be counted, so it stands as one.
 */
export function strokesByHand(
  hand: Hand,
  ornament: Ornament | undefined,
  held: number,
): { readonly R: number; readonly L: number; readonly F: number } {
  const count = {
    R: LIMBS[hand] & 1 ? 1 : 0,
    L: LIMBS[hand] & 2 ? 1 : 0,
    F: LIMBS[hand] & 4 ? 1 : 0,
  };
  if ((hand !== 'R' && hand !== 'L') || !ornament || ornament === 'crush') return count;
  const other = OTHER_HAND[hand] as 'R' | 'L';
  const graces = graceCount(ornament);
  for (let grace = 1; grace <= graces; grace += 1) {
    // Counted back from the stroke; two of a drag are a double of the other hand.
    count[ornament === 'ruff' && grace % 2 === 0 ? hand : other] += 1;
  }
  for (let each = 1; each < rollCount(ornament, held); each += 1) {
    count[Math.floor(each / 2) % 2 === 0 ? hand : other] += 1;
  }
  return count;
}

import { cleanSpread, type Judgement, type Strictness } from '../ear/index.ts';
import type { Piece } from '../passage/index.ts';

/**
 * Which piece fails in a run: the one with the most strokes that were missed, came as another one, or lie
 * further off than is clean, against how many it has; undefined where none does, or where all of them do alike.
 */
export function failingPiece(
  judgement: Judgement,
  pieces: readonly Piece[],
  by: Strictness,
): number | undefined {
  const clean = cleanSpread(judgement, by);
  const shares = pieces.map(({ from, to }) => {
    const inside = judgement.slots.filter(({ slot }) => slot >= from && slot < to);
    const asked = inside.reduce((sum, slot) => sum + slot.asked, 0);
    const faults = inside.reduce((sum, { missed, takenFor, bias, sameWay }) => {
      const other = [...takenFor.values()].reduce((all, count) => all + count, 0);
      return sum + missed + other + (Math.abs(bias ?? 0) > clean ? sameWay : 0);
    }, 0);
    return asked === 0 ? 0 : faults / asked;
  });
  const most = Math.max(0, ...shares);
  if (most === 0 || pieces.length < 2) return undefined;
  const least = Math.min(...shares);
  return most > least * 1.5 ? shares.indexOf(most) : undefined;
}

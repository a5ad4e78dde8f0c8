import type { Rhythm } from '@stride/core/rhythm';
import {
  type Aim,
  MOVES,
  type MoveId,
  SETS,
  type SetName,
  type Step,
  type Stretch,
  setOf,
  suggest,
} from '@stride/core/vary';

/** So many suggestions are shown. */
const SUGGESTED = 8;

/** What is listed: every move once, one move in all its places, or those that do what is wanted. */
export type Wanted = 'all' | SetName | Aim;

export interface Offered {
  readonly step: Step;
  readonly why?: string;
}

/** Every move once. */
export const EACH: readonly Offered[] = (Object.keys(MOVES) as MoveId[]).map((move) => ({
  step: { move, settings: {} },
}));

/** The moves that are listed for a line. */
export function offersOf(
  rhythm: Rhythm,
  index: number,
  wanted: Wanted,
  stretch: Stretch | undefined,
): readonly Offered[] {
  if (wanted === 'all') return EACH;
  if (wanted in SETS) {
    return setOf(rhythm, index, wanted as SetName, stretch).map((step) => ({ step }));
  }
  return suggest(rhythm, index, wanted as Aim, stretch).slice(0, SUGGESTED);
}

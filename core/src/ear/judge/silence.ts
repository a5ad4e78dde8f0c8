import type { Seconds } from '../../time/index.ts';
import { type Met, median } from './match.ts';
import { sayMs } from './say.ts';

/** How one came out of turns without a click. */
export interface ComingOut {
  /** When the click came again. */
  readonly time: Seconds;
  /** Where the player was then against before the silence; negative is early. */
  readonly error: Seconds;
}

/** Strokes on either side from which it is told. */
const STROKES = 3;

/**
 * Whether the player came out of each silence where the click does: the first strokes after it against the last
 * before it.
 * @param silences when each began and when the click came again
 */
export function comingsOut(
  met: readonly Met[],
  silences: readonly { readonly from: Seconds; readonly to: Seconds }[],
): readonly ComingOut[] {
  return silences.flatMap(({ from, to }) => {
    const before = met.filter(({ asked }) => asked.time < from).slice(-STROKES);
    const after = met.filter(({ asked }) => asked.time >= to).slice(0, STROKES);
    if (before.length === 0 || after.length === 0) return [];
    const middle = (some: readonly Met[]) => median(some.map(({ error }) => error));
    return [{ time: to, error: middle(after) - middle(before) }];
  });
}

/** The sentence about the silences: the furthest one, and how many were met. */
export function sayComingOut(out: readonly ComingOut[], most: Seconds): string | undefined {
  const worst = out.reduce<ComingOut | undefined>(
    (far, one) => (far && Math.abs(far.error) >= Math.abs(one.error) ? far : one),
    undefined,
  );
  if (!worst) return undefined;
  const met = out.filter(({ error }) => Math.abs(error) <= most).length;
  if (met === out.length) {
    return `You come out of the silence where the click does, within ${sayMs(worst.error)}.`;
  }
  const way = worst.error < 0 ? 'early' : 'late';
  return `You come out of the silence ${sayMs(worst.error)} ${way}${out.length > 1 ? `; ${met} of ${out.length} times with the click` : ''}.`;
}

import type { Seconds } from '../../time/index.ts';
import type { Hit } from '../hit.ts';
import { match, median } from './match.ts';

/** What a calibration found, or why it found nothing. */
export type DelayResult =
  | { readonly ok: true; readonly delay: Seconds; readonly spread: Seconds; readonly count: number }
  | { readonly ok: false; readonly message: string };

/** Taps that are needed, and how far they may spread. */
const FEWEST = 6;
const WIDEST: Seconds = 0.045;

/**
 * The constant delay of an input: how much later than the click the taps came, or, with a microphone near the
 * speaker, the click itself. The hand's own habit is in it, as it is in what is judged later.
 * @param clicks when the clicks reached the ear, ascending
 */
export function measureDelay(hits: readonly Hit[], clicks: readonly Seconds[]): DelayResult {
  const asked = clicks.map((time, slot) => ({
    slot,
    time,
    end: time,
    pass: 0,
    kinds: [],
    force: 3 as const,
    hand: 'R' as const,
    optional: false,
  }));
  const { met, delay } = match(asked, hits);
  if (met.length < FEWEST) {
    return {
      ok: false,
      message: `${met.length === 0 ? 'No tap' : `Only ${met.length}`} of ${clicks.length} was heard with the click. Tap with every click, ${FEWEST} times at least.`,
    };
  }
  const errors = met.map(({ error }) => error);
  const middle = median(errors);
  const spread = Math.sqrt(
    errors.reduce((sum, error) => sum + (error - middle) ** 2, 0) / errors.length,
  );
  if (spread > WIDEST) {
    return {
      ok: false,
      message: `The taps lie ${Math.round(spread * 1000)} ms apart from one another, too far to tell the delay. Tap once with each click and nothing between.`,
    };
  }
  return { ok: true, delay: delay + middle, spread, count: met.length };
}

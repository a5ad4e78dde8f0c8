import { type Counting, usualCounting } from '@stride/core/counting';
import type { Cycle } from '@stride/core/cycle';
import { type Score, scoreCountIn, spokenCount, withVoice } from '@stride/core/sound';
import type { Speaker } from '@stride/core/speech';

/** A turn of clicks to count in with, and the count said to it where somebody speaks. */
export function countInSaid(
  cycle: Cycle,
  counting: Counting | undefined,
  speaker: Speaker | undefined,
): Score {
  const score = scoreCountIn(cycle);
  if (!speaker) return score;
  return withVoice(score, spokenCount(cycle, counting ?? usualCounting(cycle), 1), speaker);
}

import { seeded } from '../chance/index.ts';
import type { ScoreEvent } from '../sound/index.ts';
import type { TurnToPlay } from './turn-score.ts';

/** What is heard of strokes that may be left out. */
export const OPTIONAL_PLAYED = {
  always: 'always played',
  drawn: 'now and then, drawn anew in every turn',
  never: 'left out',
} as const;
/** One of {@link OPTIONAL_PLAYED}. */
export type OptionalPlayed = keyof typeof OPTIONAL_PLAYED;

/** How likely a stroke that may be left out is played, where it is drawn. */
const LIKELY = 0.5;

/**
 * A turn with those of the strokes that may be left out which are drawn for it; all of a stroke, its graces with it,
 * is played or none. The same turn of the same seed is drawn alike.
 * @param turn counted from the beginning of playing, from 0
 */
export function drawOptional(
  toPlay: TurnToPlay,
  how: OptionalPlayed,
  seed: number,
  turn: number,
): TurnToPlay {
  if (how === 'always') return toPlay;
  const { score } = toPlay;
  const isPlayed = ({ layer, optional }: ScoreEvent) => {
    if (optional === undefined) return true;
    if (how === 'never') return false;
    const place = [...layer].reduce((sum, letter) => sum * 31 + letter.charCodeAt(0), optional);
    return (
      seeded(Math.imul(seed + 1, 0x9e3779b1) ^ Math.imul(turn + 1, 0x85ebca6b) ^ place)() < LIKELY
    );
  };
  if (score.events.every(isPlayed)) return toPlay;
  return { ...toPlay, score: { ...score, events: score.events.filter(isPlayed) } };
}

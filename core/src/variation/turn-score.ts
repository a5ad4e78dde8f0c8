import { type Rhythm, type Timing, timeRhythm, withVariation } from '../rhythm/index.ts';
import {
  type Score,
  type ScoreEvent,
  SPOKEN_LAYER,
  scoreRhythm,
  sortEvents,
} from '../sound/index.ts';
import { lcm } from '../time/index.ts';
import type { TurnPlayed } from './plan.ts';

/** A turn as it is to be played: a stretch of a score, in its ticks. */
export interface TurnToPlay {
  readonly score: Score;
  readonly startTicks: number;
  readonly endTicks: number;
}

/**
 * Gives each turn the score it is heard in, at the place where home would be then: the layers that a variation
 * changes play its turn, the others go on. What was worked out is kept.
 * @param rhythm as it is heard
 * @param home its score
 * @param scoreOf makes the score of the rhythm with a variation in it, as that of home was made: with a voice, where one speaks
 * @example const turnOf = scoreTurns(rhythm, home); turnOf({ turn: 3, variation, part: 0 })
 */
export function scoreTurns(
  rhythm: Rhythm,
  home: Score,
  scoreOf: (varied: Rhythm, timing: Timing) => Score = scoreRhythm,
): (played: Pick<TurnPlayed, 'turn' | 'variation' | 'part'>) => TurnToPlay {
  const varied = new Map<string, Score | undefined>();
  const made = new Map<string, TurnToPlay>();
  const turns = Math.max(1, Math.round(home.lengthTicks / home.turnTicks));
  return ({ turn, variation, part }) => {
    const at = turn % turns;
    const plain = turnOf(home, at);
    if (!variation) return plain;
    const key = `${variation.id} ${part} ${at}`;
    const known = made.get(key);
    if (known) return known;
    if (!varied.has(variation.id)) {
      const placed = withVariation(rhythm, variation);
      const timed = timeRhythm(placed);
      varied.set(variation.id, timed.ok ? scoreOf(placed, timed.timing) : undefined);
    }
    const score = varied.get(variation.id);
    // What is said goes with what is played.
    const layers = new Set([...variation.lines.map(({ layer }) => layer), SPOKEN_LAYER]);
    const result = score ? turnOf(inPlace(home, at, score, part, layers), at) : plain;
    made.set(key, result);
    return result;
  };
}

function turnOf(score: Score, turn: number): TurnToPlay {
  return {
    score,
    startTicks: turn * score.turnTicks,
    endTicks: (turn + 1) * score.turnTicks,
  };
}

/** One turn of home with some layers as they are in a turn of another score; beyond that turn nothing sounds. */
function inPlace(
  home: Score,
  turn: number,
  varied: Score,
  part: number,
  layers: ReadonlySet<string>,
): Score {
  const ticksPerPulse = lcm(home.ticksPerPulse, varied.ticksPerPulse);
  const [by, other] = [ticksPerPulse / home.ticksPerPulse, ticksPerPulse / varied.ticksPerPulse];
  const kept = within(home, turn).filter(({ layer }) => !layers.has(layer));
  const gain = home.events.find(
    (event) => layers.has(event.layer) && isIn(home, turn, event),
  )?.gain;
  const put = within(varied, part).filter(({ layer }) => layers.has(layer));
  const turnTicks = home.turnTicks * by;
  return {
    ticksPerPulse,
    turnTicks,
    lengthTicks: home.lengthTicks * by,
    events: sortEvents([
      ...kept.map((event) => finer(event, by, 0)),
      ...put
        .map((event) => finer(event, other, (turn - part) * turnTicks))
        .map((event) => (gain === undefined ? event : { ...event, gain })),
    ]),
  };
}

function isIn({ turnTicks }: Score, turn: number, { ticks }: ScoreEvent): boolean {
  return ticks >= turn * turnTicks && ticks < (turn + 1) * turnTicks;
}

function within(score: Score, turn: number): readonly ScoreEvent[] {
  return score.events.filter((event) => isIn(score, turn, event));
}

function finer(event: ScoreEvent, by: number, later: number): ScoreEvent {
  return {
    ...event,
    ticks: event.ticks * by + later,
    ...(event.dampTicks === undefined ? {} : { dampTicks: event.dampTicks * by }),
  };
}

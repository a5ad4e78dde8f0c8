import type { Rhythm, Timing, Variation } from '@stride/core/rhythm';
import type { NextSegment, Score } from '@stride/core/sound';
import type { Tempo } from '@stride/core/time';
import {
  drawOptional,
  nextTurn,
  type OptionalPlayed,
  PLAN_START,
  type PlanState,
  scoreTurns,
  type TurnPlayed,
  type VariationPlan,
} from '@stride/core/variation';
import { LOOP_TAG } from './play-what.ts';

/** What a turn is tagged with where turns are played one by one. */
export interface TurnTag {
  /** Counted from the beginning of playing, from 0. */
  readonly turn: number;
  /** Id of the variation that is heard; undefined: home. */
  readonly variation: string | undefined;
}

export function isTurnTag(tag: unknown): tag is TurnTag {
  return typeof tag === 'object' && tag !== null && 'turn' in tag && 'variation' in tag;
}

/** Whether home is heard, round and round or turn by turn. */
export function isHome(tag: unknown): boolean {
  return tag === LOOP_TAG || (isTurnTag(tag) && tag.variation === undefined);
}

/** The rhythm as it is heard when a turn is decided. */
export interface HeardNow {
  readonly rhythm: Rhythm;
  readonly score: Score;
  /** Makes a score as this one was made. */
  readonly scoreOf?: (lines: Rhythm, timing: Timing) => Score;
  readonly tempo: Tempo;
  readonly plan: VariationPlan;
  /** What is heard of strokes that may be left out. */
  readonly optional: OptionalPlayed;
}

export type TurnSegment = NextSegment<TurnTag>;

/** Turns one after another, each as the plan has it or as a key called it. */
export interface TurnByTurn {
  /** The next turn. */
  next(): TurnSegment;
  /** Calls a variation for the next turn that is not decided yet; undefined: none after all. */
  call(variation: Variation | undefined): void;
  /** Decides the turn that was decided last once more, with what was called since. */
  again(): TurnSegment;
}

/** Plays a rhythm turn by turn, so that a variation can come at the beginning of each. */
export function turnByTurn(now: () => HeardNow): TurnByTurn {
  let before: PlanState | undefined;
  let state: PlanState | undefined;
  let called: Variation | undefined;
  let scores: { readonly of: Score; readonly turn: ReturnType<typeof scoreTurns> } | undefined;

  function segment(played: TurnPlayed): TurnSegment {
    const { rhythm, score, scoreOf, tempo, plan, optional } = now();
    if (scores?.of !== score) scores = { of: score, turn: scoreTurns(rhythm, score, scoreOf) };
    const tag = { turn: played.turn, variation: played.variation?.id };
    const turn = drawOptional(scores.turn(played), optional, plan.seed, played.turn);
    return { ...turn, tempo, tag };
  }
  function decide(from: PlanState | undefined): TurnSegment {
    const { rhythm, plan } = now();
    // What was changed meanwhile counts: a variation by its id, as it is now.
    const asked = rhythm.variations?.find(({ id }) => id === called?.id);
    before = from;
    state = nextTurn(rhythm, plan, from ?? PLAN_START, asked);
    return segment(state.now ?? { turn: 0, part: 0 });
  }
  return {
    next() {
      const made = decide(state);
      called = undefined;
      return made;
    },
    call(variation) {
      called = variation;
    },
    again() {
      const made = decide(before);
      called = undefined;
      return made;
    },
  };
}

/** Whether a key calls a variation: while the rhythm plays it does so from a line too, where it cuts a beat otherwise. */
export function callsVariation(
  { variations = [] }: Pick<Rhythm, 'variations'>,
  {
    key,
    ctrlKey,
    metaKey,
    altKey,
    shiftKey,
  }: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>,
): boolean {
  if (ctrlKey || metaKey || altKey || shiftKey) return false;
  return variations.some((one) => String(one.key) === key);
}

import type { Verdict } from '../ear/index.ts';

/** Where a climb stands. Rungs of its path count from 0, passes from 1. */
export type ClimbState =
  | { readonly status: 'ready' }
  | {
      readonly status: 'counting-in';
      readonly rung: number;
      readonly staying: boolean;
      /** Runs at this rung before this one that did not lead up. */
      readonly tries: number;
    }
  | {
      readonly status: 'playing';
      readonly rung: number;
      readonly pass: number;
      /** True while the player has asked not to go up by itself. */
      readonly staying: boolean;
      readonly tries: number;
    }
  /** The passes are over, and what was heard of them is judged. */
  | { readonly status: 'listening'; readonly rung: number; readonly tries: number }
  /** The verdict stands, and waits for a sign or for another word. */
  | {
      readonly status: 'judged';
      readonly rung: number;
      readonly verdict: Verdict;
      /** Runs at this rung that did not lead up, this one counted. */
      readonly tries: number;
    }
  | { readonly status: 'reached'; readonly rung: number }
  | { readonly status: 'stopped'; readonly rung: number };

/** What can happen: the player's keys, the music's own ends of bars and passes, and what the ear says. */
export type ClimbEvent =
  | { readonly type: 'start'; readonly rung?: number }
  | { readonly type: 'counted-in' }
  | { readonly type: 'pass-ended' }
  | { readonly type: 'judged'; readonly verdict: Verdict }
  | { readonly type: 'go-on' | 'again' | 'up' | 'down' | 'stay' | 'stop' };

/** What the machine needs to know of the path. */
export interface ClimbPlan {
  /** Passes at each rung. */
  readonly passes: readonly number[];
  /** Whether what is played is heard and judged after the passes of each rung. */
  readonly listens?: boolean;
  /** Whether it goes from rung to rung without counting in, and is judged once at the end: a steady rise. */
  readonly runsOn?: boolean;
}

/** So many runs at one rung that do not lead up make it a stubborn one. */
export const STUBBORN = 3;

/**
 * The next state of a climb. After the passes of a rung it goes up by itself with a bar of count-in, or
 * where it listens it waits for a verdict and then for a sign; after those of the last rung it has reached the
 * tempo. Up and down count in on the new rung; stay keeps the rung until it is asked for again or the player
 * goes up or down, and overrules a verdict. An event that has no meaning in a state leaves it as it is.
 */
export function nextClimb(state: ClimbState, event: ClimbEvent, plan: ClimbPlan): ClimbState {
  const last = plan.passes.length - 1;
  const countIn = (rung: number, tries = 0): ClimbState => ({
    status: 'counting-in',
    rung: Math.min(last, Math.max(0, rung)),
    staying: false,
    tries,
  });
  if (event.type === 'start') return countIn(event.rung ?? 0);
  if (!isUnderWay(state)) return state;
  const { rung, tries } = state;
  switch (event.type) {
    case 'counted-in':
      return state.status === 'counting-in'
        ? { status: 'playing', rung, pass: 1, staying: state.staying, tries }
        : state;
    case 'pass-ended':
      if (state.status !== 'playing') return state;
      if (state.staying || state.pass < (plan.passes[rung] ?? 1)) {
        return { ...state, pass: state.pass + 1 };
      }
      if (plan.runsOn && rung < last) {
        return { status: 'playing', rung: rung + 1, pass: 1, staying: false, tries };
      }
      if (plan.listens) return { status: 'listening', rung, tries };
      return rung >= last ? { status: 'reached', rung } : countIn(rung + 1);
    case 'judged': {
      if (state.status !== 'listening') return state;
      const { verdict } = event;
      return { status: 'judged', rung, verdict, tries: verdict === 'up' ? tries : tries + 1 };
    }
    case 'go-on':
      if (state.status !== 'judged') return state;
      if (state.verdict === 'up')
        return rung >= last ? { status: 'reached', rung } : countIn(rung + 1);
      if (state.verdict === 'down' && rung > 0) return countIn(rung - 1);
      return countIn(rung, state.tries);
    case 'again':
      return state.status === 'judged' ? countIn(rung, state.tries) : state;
    case 'up':
      if (rung < last) return countIn(rung + 1);
      return state.status === 'judged' ? { status: 'reached', rung } : state;
    case 'down':
      return rung === 0 ? state : countIn(rung - 1);
    case 'stay':
      if (state.status === 'judged') return countIn(rung, state.tries);
      if (state.status === 'listening') return state;
      return state.status === 'playing' && state.staying
        ? { ...state, staying: false, pass: Math.min(state.pass, plan.passes[rung] ?? 1) }
        : { ...state, staying: !state.staying };
    case 'stop':
      return { status: 'stopped', rung };
  }
}

type UnderWay = Extract<
  ClimbState,
  { readonly status: 'counting-in' | 'playing' | 'listening' | 'judged' }
>;

/** Whether a climb goes on: counted in, played, listened to, or judged and waiting. */
export function isUnderWay(state: ClimbState): state is UnderWay {
  return ['counting-in', 'playing', 'listening', 'judged'].includes(state.status);
}

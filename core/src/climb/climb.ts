/** Where a climb stands. Rungs count from 0, passes from 1. */
export type ClimbState =
  | { readonly status: 'ready' }
  | { readonly status: 'counting-in'; readonly rung: number; readonly staying: boolean }
  | {
      readonly status: 'playing';
      readonly rung: number;
      readonly pass: number;
      /** True while the player has asked not to go up by itself. */
      readonly staying: boolean;
    }
  | { readonly status: 'reached'; readonly rung: number }
  | { readonly status: 'stopped'; readonly rung: number };

/** What can happen: the player's keys, and the music's own ends of bars and passes. */
export type ClimbEvent =
  | { readonly type: 'start'; readonly rung?: number }
  | { readonly type: 'counted-in' }
  | { readonly type: 'pass-ended' }
  | { readonly type: 'up' | 'down' | 'stay' | 'stop' };

/** What the machine needs to know of the ladder. */
export interface ClimbPlan {
  readonly rungCount: number;
  readonly passes: number;
}

/**
 * The next state of a climb. After the passes of a rung it goes up by itself with a bar of count-in;
 * after those of the last rung it has reached the tempo. Up and down count in on the new rung; stay
 * keeps the rung until it is asked for again or the player goes up or down. An event that has no
 * meaning in a state leaves it as it is.
 */
export function nextClimb(state: ClimbState, event: ClimbEvent, plan: ClimbPlan): ClimbState {
  const last = plan.rungCount - 1;
  const countIn = (rung: number): ClimbState => ({
    status: 'counting-in',
    rung: Math.min(last, Math.max(0, rung)),
    staying: false,
  });
  if (event.type === 'start') return countIn(event.rung ?? 0);
  if (state.status !== 'counting-in' && state.status !== 'playing') return state;
  const { rung } = state;
  switch (event.type) {
    case 'counted-in':
      return state.status === 'counting-in'
        ? { status: 'playing', rung, pass: 1, staying: state.staying }
        : state;
    case 'pass-ended':
      if (state.status !== 'playing') return state;
      if (state.staying || state.pass < plan.passes) return { ...state, pass: state.pass + 1 };
      return rung >= last ? { status: 'reached', rung } : countIn(rung + 1);
    case 'up':
      return rung >= last ? state : countIn(rung + 1);
    case 'down':
      return rung === 0 ? state : countIn(rung - 1);
    case 'stay':
      return state.status === 'playing' && state.staying
        ? { ...state, staying: false, pass: Math.min(state.pass, plan.passes) }
        : { ...state, staying: !state.staying };
    case 'stop':
      return { status: 'stopped', rung };
  }
}

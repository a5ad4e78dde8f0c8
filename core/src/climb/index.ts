/** Climbing: the ladder of tempos, the path of what is practised, and the states of going up it. */
export * from './climb.ts';
export * from './failing.ts';
export * from './ladder.ts';
export * from './path.ts';
export * from './plan.ts';

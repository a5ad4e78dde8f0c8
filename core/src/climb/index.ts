/** Climbing: the ladder of tempos, its minutes, and the state of a run up it. */
export * from './climb.ts';
export * from './ladder.ts';

/** Variations inside a rhythm: made, compared with home, which comes in which turn, what is heard then. */
export * from './changes.ts';
export * from './keep.ts';
export * from './optional.ts';
export * from './plan.ts';
export * from './turn-score.ts';
export * from './words.ts';
export * from './write-out.ts';

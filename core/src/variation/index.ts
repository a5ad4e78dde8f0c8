/** Variations inside a rhythm: which comes in which turn, what is heard then, and how it is said. */
export * from './plan.ts';
export * from './turn-score.ts';
export * from './words.ts';
export * from './write-out.ts';

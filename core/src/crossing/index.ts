/** Crossings: two or more pulses in one span, how each is counted from the others, and how to learn them. */
export * from './as-rhythm.ts';
export * from './bar-as-rhythm.ts';
export * from './crossing.ts';
export * from './from-layers.ts';
export * from './learn.ts';
export * from './words.ts';

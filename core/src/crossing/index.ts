/** Crossings: two or more even pulses in one span, and how each is counted from the others. */
export * from './as-rhythm.ts';
export * from './crossing.ts';

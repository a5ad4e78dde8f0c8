/** Crossings: two or more even pulses in one span, and how each is counted from the others. */
export * from './crossing.ts';

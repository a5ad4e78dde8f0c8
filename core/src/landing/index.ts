/** Landing: phrases, repeats and gaps that add up so that they end on the one. */
export * from './as-layer.ts';
export * from './cadence.ts';
export * from './mend.ts';
export * from './question.ts';
export * from './recut.ts';
export * from './sections.ts';
export * from './shapes.ts';
export * from './solution.ts';
export * from './solve.ts';
export * from './typed.ts';
export * from './unit-at.ts';
export * from './units.ts';
export * from './why-none.ts';
export * from './words.ts';

/** Instruments and the vocabulary of strokes each of them has. */
export { GOBLET_DRUM } from './goblet-drum.ts';
export { HAND_BELL } from './hand-bell.ts';
export * from './model.ts';
export * from './vocabulary.ts';

/** Instruments and the vocabulary of strokes each of them has. */
export { BARREL_DRUM } from './barrel-drum.ts';
export { GOBLET_DRUM } from './goblet-drum.ts';
export { HAND_BELL } from './hand-bell.ts';
export * from './model.ts';
export * from './notes.ts';
export * from './own.ts';
export { SPOKEN_VOICE } from './spoken-voice.ts';
export { TALL_DRUMS } from './tall-drums.ts';
export * from './vocabulary.ts';

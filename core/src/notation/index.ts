/**
 * What another program wrote, or a recording holds, as notes: which instrument and which strokes they most likely
 * are, which bars come round alike, and the rhythm that becomes of them.
 */
export * from './fit.ts';
export * from './from-sound.ts';
export type { PartChoice } from './make-layer.ts';
export * from './model.ts';
export * from './on-grid.ts';
export * from './propose.ts';
export * from './stretches.ts';
export * from './to-rhythm.ts';

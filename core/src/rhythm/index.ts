/** The rhythm: the model, its exact timing, its rules, and the edits from rhythm to rhythm. */
export * from './check.ts';
export * from './clip.ts';
export * from './counting.ts';
export * from './edit.ts';
export * from './hands.ts';
export * from './history.ts';
export * from './layers.ts';
export * from './mirror.ts';
export * from './model.ts';
export * from './recast.ts';
export * from './repair.ts';
export { slotsHeld, toggleRing } from './rings.ts';
export * from './sides.ts';
export * from './skeleton.ts';
export * from './sticking.ts';
export * from './timing.ts';
export * from './together.ts';
export * from './turns.ts';

export * from './bleed.ts';
export * from './ear.ts';
export * from './features.ts';
export * from './kinds.ts';
export * from './listening.ts';
export * from './onsets.ts';

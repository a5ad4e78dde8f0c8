export * from './render.ts';
export * from './simulated.ts';

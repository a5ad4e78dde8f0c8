export * from './simulated.ts';

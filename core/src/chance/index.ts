/** Chance that comes out the same every time: numbers from a seed. */
export * from './chance.ts';

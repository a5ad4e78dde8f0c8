/** Safekeeping: which earlier versions stay, and the whole library as one file. */

export * from './backup.ts';
export * from './plan.ts';
export * from './tables.ts';
export * from './thin.ts';

/** Safekeeping: which earlier versions stay, and the whole library as one file. */
export * from './thin.ts';

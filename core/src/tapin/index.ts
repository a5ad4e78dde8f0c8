/** Tap it in: for each beat the division that explains the taps best. */
export * from './tapin.ts';

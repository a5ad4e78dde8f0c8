/** Exact time: rationals in pulses, tempos, and the one place where they become clock time. */
export * from './pace.ts';
export * from './rational.ts';
export * from './tempo.ts';
export type * from './units.ts';

/** A computed voice that says syllables and counts, in time. */
export * from './phonemes.ts';
export * from './say.ts';
export * from './spell.ts';

/** Standard MIDI Files: performances as notes on the percussion channel, and notes as notations. */
export * from './clock.ts';
export * from './read.ts';
export * from './resolution.ts';
export * from './write.ts';

/** Sound: computed voices, a rhythm as a score, the transport that hands it out, and samples. */
export * from './click.ts';
export * from './hold.ts';
export * from './performance.ts';
export * from './read-wav.ts';
export * from './record.ts';
export * from './render.ts';
export * from './score.ts';
export * from './score-crossing.ts';
export * from './score-entry.ts';
export * from './sound.ts';
export * from './speak.ts';
export * from './takes.ts';
export * from './transport.ts';
export * from './wav.ts';

/** Passages: stretches of a rhythm in a sequence, as they are practised and as a piece goes; pieces, and ways through them. */
export * from './passage.ts';
export * from './perform.ts';
export * from './pieces.ts';
export * from './sounding.ts';
export * from './turns.ts';
export * from './ways.ts';

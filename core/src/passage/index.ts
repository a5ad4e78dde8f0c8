/** Passages: stretches of a rhythm in a sequence, as they are practised and as a piece goes. */
export * from './passage.ts';
export * from './turns.ts';

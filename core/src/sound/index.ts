/** Sound: computed voices, a rhythm as a score, the transport that hands it out, and samples. */
export * from './click.ts';
export * from './render.ts';
export * from './score.ts';
export * from './score-crossing.ts';
export * from './score-entry.ts';
export { RECIPES } from './timbres.ts';
export * from './transport.ts';
export { renderVoice, type Voice } from './voice.ts';
export { CLICK_INSTRUMENT, findVoice, GESTURE_INSTRUMENT } from './voices.ts';
export * from './wav.ts';

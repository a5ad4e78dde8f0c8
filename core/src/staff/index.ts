/** Staff notation: a layer as measures of notes, ready for an engraver. */

export * from './cut.ts';
export * from './engrave.ts';

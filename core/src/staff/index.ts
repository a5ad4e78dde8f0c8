/** Staff notation: a layer as measures of notes, ready for an engraver. */
export * from './engrave.ts';

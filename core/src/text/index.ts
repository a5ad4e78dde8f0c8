/** The written form: a reader that never throws, and a writer whose text reads back the same. */
export * from './clip-text.ts';
export * from './cycle-text.ts';
export * from './feel-text.ts';
export { rowHint } from './hints.ts';
export * from './layer-text.ts';
export * from './names.ts';
export * from './problem.ts';
export { type ReadResult, readRhythm, TEXT_LIMIT } from './read.ts';
export { type Row, splitRows } from './rows.ts';
export { writeStroke } from './token.ts';
export { writeCycle, writeRhythm } from './write.ts';
export { writeLayerRows } from './write-layer.ts';

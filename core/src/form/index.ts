/** The form of a piece: sections in order, who plays what in them, and how one becomes the next. */
export * from './as-rhythm.ts';
export * from './check.ts';
export * from './cue.ts';
export * from './doing.ts';
export * from './edit.ts';
export * from './figures.ts';
export * from './findings/index.ts';
export * from './lay-out.ts';
export * from './model.ts';
export * from './order.ts';
export * from './play.ts';
export * from './sides.ts';
export * from './sources.ts';
export * from './tempo.ts';
export * from './turn-score.ts';
export * from './words.ts';
export * from './written/index.ts';

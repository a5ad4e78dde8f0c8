/** What may be kept, at every door: text on one line, lists that end, and sentences for data of another shape. */
export * from './alike.ts';
export * from './blanks.ts';
export * from './bytes.ts';
export * from './list.ts';
export * from './near.ts';
export * from './nth.ts';
export * from './once.ts';
export * from './said.ts';
export * from './table.ts';
export * from './unpack.ts';

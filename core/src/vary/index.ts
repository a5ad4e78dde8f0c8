/** Vary: moves from one line to another, chained, with what moved and what could not be. */
export * from './alternate.ts';
export * from './chain.ts';
export * from './combinations.ts';
export type { Stretch } from './line.ts';
export { type Asked, askedOf, counts, type Field, type Move, type Settings } from './move.ts';
export { MOVES, type MoveId } from './moves/index.ts';
export * from './suggest.ts';
export * from './what-changed.ts';

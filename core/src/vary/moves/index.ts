import type { Move } from '../move.ts';
import { ACCENTS } from './accents.ts';
import { ANTICIPATE, CHASE } from './chase.ts';
import { BRIDGE, CUT } from './ending.ts';
import { ORNAMENT } from './ornament.ts';
import { PHRASE } from './phrase.ts';
import { CALL, DIVIDED, FEWER, OTHER_INSTRUMENT } from './players.ts';
import { BACKWARDS, ROTATE, SHIFT, SWAP } from './shift.ts';
import { OTHER_HANDS, REVOICE, WALK } from './sounds.ts';
import { SPEED } from './speed.ts';
import { FILL, OPTIONAL, THIN } from './thin.ts';
import { THREES } from './threes.ts';

/** Every move, in the order of the tray: a new one is a file and a line here. */
export const MOVES = {
  shift: SHIFT,
  threes: THREES,
  chase: CHASE,
  thin: THIN,
  'other hands': OTHER_HANDS,
  anticipate: ANTICIPATE,
  accents: ACCENTS,
  ornament: ORNAMENT,
  fill: FILL,
  rotate: ROTATE,
  swap: SWAP,
  speed: SPEED,
  revoice: REVOICE,
  walk: WALK,
  bridge: BRIDGE,
  cut: CUT,
  backwards: BACKWARDS,
  optional: OPTIONAL,
  phrase: PHRASE,
  call: CALL,
  divided: DIVIDED,
  fewer: FEWER,
  instrument: OTHER_INSTRUMENT,
} as const satisfies Readonly<Record<string, Move>>;
/** One of {@link MOVES}. */
export type MoveId = keyof typeof MOVES;

import type { Asked, Hit } from '@stride/core/ear';
import type { Seconds } from '@stride/core/time';
import type { Player } from '../audio/player.ts';

/** By what strokes are heard. */
export const INPUTS = {
  off: 'not at all',
  keys: 'keys',
  pads: 'pads on the screen',
  midi: 'a MIDI pad or drum',
  microphone: 'the microphone',
  simulated: 'a simulated player',
} as const;
export type InputKind = keyof typeof INPUTS;

/** An input that is open. */
export interface Listening {
  stop(): void;
}

/** Told by an input while it is open. */
export interface EarListener {
  hear(hit: Hit): void;
  /** The input has ended by itself: a device was pulled out, the computer slept. */
  fail(message: string): void;
  /** The sound dropped out for a moment, as on a busy machine; it goes on. */
  drop?(): void;
  /** Whether strokes are played now; otherwise letters are keys of the screen again. As if they were where not given. */
  isPlaying?(): boolean;
}

/** Something by which strokes are heard. */
export interface EarInput {
  readonly kind: Exclude<InputKind, 'off'>;
  /** Which device it is, so that its delay is kept for it. */
  readonly device: string;
  /** @throws InputError where it cannot be opened, with what to do */
  open(listener: EarListener): Promise<Listening>;
  /** Told of each pass before it is heard; only who plays by itself needs it. */
  expect?(
    asked: readonly Asked[],
    of: { readonly run: number; readonly secondsPerTick: Seconds },
  ): void;
}

/** Why an input could not be opened, and what to do. */
export class InputError extends Error {
  override readonly name = 'InputError';
}

/** The part of the player that inputs need: its clock. */
export type EarClock = Pick<Player, 'heardAt'>;

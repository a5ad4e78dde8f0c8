import { type Pulses, type Tempo, ZERO } from '../time/index.ts';
import type { Rhythm } from './model.ts';

/**
 * Which tempo holds at a place of a rhythm, counted from its first one: the one question to ask, so that
 * a tempo which changes on the way needs to be answered here alone.
 */
export function tempoAt(rhythm: Pick<Rhythm, 'tempo'>, _at: Pulses = ZERO): Tempo {
  return rhythm.tempo;
}

/** The tempo that is to be reached there, in the same counted beats; at least as quick as the one now. */
export function targetAt(rhythm: Pick<Rhythm, 'tempo' | 'target'>, at: Pulses = ZERO): Tempo {
  const now = tempoAt(rhythm, at);
  return { ...now, bpm: Math.max(rhythm.target, now.bpm) };
}

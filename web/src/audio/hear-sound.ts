import type { Score, Sound } from '@stride/core/sound';
import { player } from './the-player.ts';

/** Layer under which single sounds are heard, so that no level of an open rhythm silences them. */
const LAYER = 'hear';

/** Sounds one after the other, so many ticks apart, as a score that is played once. */
export function scoreOfSounds(sounds: readonly Sound[], apart = 1): Score {
  const events = sounds.map((sound, at) => ({ ticks: at * apart, offset: 0, layer: LAYER, sound }));
  const lengthTicks = Math.max(1, sounds.length * apart + 1);
  return { ticksPerPulse: 1, lengthTicks, turnTicks: lengthTicks, events };
}

/**
 * Plays sounds once, unless a rhythm plays, which is not broken off for them.
 * @param owner who plays: `guide:STROKE`
 * @param bpm sounds in a minute
 */
export function hearSounds(owner: string, sounds: readonly Sound[], bpm = 100): void {
  const state = player.getState();
  const isBusy = state.status === 'playing' && !/^(hear|guide|sound):/.test(state.owner);
  if (isBusy) return;
  const score = scoreOfSounds(sounds);
  void player.play({
    owner,
    first: {
      score,
      tempo: { bpm, per: 1 },
      startTicks: 0,
      endTicks: score.lengthTicks,
      tag: owner,
    },
    next: () => undefined,
  });
}

import type { Score } from '@stride/core/sound';
import type { Tempo } from '@stride/core/time';
import { player } from './the-player.ts';
import { usePlayer } from './use-player.ts';

/** Plays a score round and round from its beginning, until something else plays or it is stopped. */
export function playLoop(owner: string, score: Score, tempo: Tempo): void {
  void player.play({
    owner,
    first: { score, tempo, startTicks: 0, endTicks: Number.POSITIVE_INFINITY, tag: owner },
    next: () => undefined,
  });
}

/** Whether what this owner plays is heard, or about to be. */
export function usePlays(owner: string): boolean {
  const state = usePlayer();
  return (state.status === 'playing' || state.status === 'waking') && state.owner === owner;
}

import type { Position } from '@stride/core/sound';
import { useEffect, useSyncExternalStore } from 'react';
import { useLatest } from '../ui/use-latest.ts';
import type { Player, PlayerState } from './player.ts';
import { player as thePlayer } from './the-player.ts';

/** The player's state; the component follows it. */
export function usePlayer(player: Player = thePlayer): PlayerState {
  return useSyncExternalStore(player.subscribe, player.getState);
}

/**
 * Calls back before every painted frame while something plays, with where the ear is, and once with
 * undefined when it stops.
 */
export function usePlayhead(
  playing: boolean,
  draw: (at: Position<unknown> | undefined) => void,
  player: Player = thePlayer,
): void {
  const latest = useLatest(draw);
  useEffect(() => {
    if (!playing) {
      latest.current(undefined);
      return;
    }
    let frame = requestAnimationFrame(function step() {
      latest.current(player.position());
      frame = requestAnimationFrame(step);
    });
    return () => cancelAnimationFrame(frame);
  }, [playing, player, latest]);
}

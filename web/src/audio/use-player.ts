import type { Position } from '@stride/core/sound';
import { useEffect, useRef, useSyncExternalStore } from 'react';
import { type PlayerState, player } from './player.ts';

/** The player's state; the component follows it. */
export function usePlayer(): PlayerState {
  return useSyncExternalStore(player.subscribe, player.getState);
}

/**
 * Calls back before every painted frame while something plays, with where the ear is, and once with
 * undefined when it stops.
 */
export function usePlayhead(
  playing: boolean,
  draw: (at: Position<unknown> | undefined) => void,
): void {
  const latest = useRef(draw);
  latest.current = draw;
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
  }, [playing]);
}

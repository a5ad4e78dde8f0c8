import type { PlayerState } from '../audio/player.ts';
import { somethingIsAtStake } from '../store/at-stake.ts';

/** Whether beginning again now would break nothing off: nothing plays, and all is kept. */
export function isQuiet(playing: { readonly getState: () => PlayerState }): boolean {
  return playing.getState().status === 'idle' && !somethingIsAtStake();
}

import { expect, it } from 'vitest';
import type { PlayerState } from '../audio/player.ts';
import { askBeforeLeaving } from '../store/at-stake.ts';
import { isQuiet } from './is-quiet.ts';

const player = (state: PlayerState) => ({ getState: () => state });
const IDLE = player({ status: 'idle' });

it('is quiet where nothing plays, nor begins to', () => {
  expect(isQuiet(IDLE)).toBe(true);
  expect(isQuiet(player({ status: 'waking', owner: 'bench' }))).toBe(false);
  expect(isQuiet(player({ status: 'playing', owner: 'bench' }))).toBe(false);
});

it('is not quiet while an edit is in this tab alone', () => {
  let isKept = false;
  askBeforeLeaving(() => !isKept);
  expect(isQuiet(IDLE)).toBe(false);
  isKept = true;
  expect(isQuiet(IDLE)).toBe(true);
});

import type { Sound } from '@stride/core/sound';
import { CLICK_INSTRUMENT } from '@stride/core/voice';
import { toast } from '../ui/toasts.ts';
import { createOutput } from './output.ts';
import { type Beside, createPlayer } from './player.ts';
import { soundSettings } from './sound-settings.ts';
import { preparedSound, prepareSounds } from './voices.ts';

let ticker: Worker | undefined;

/** A device that plays along, where one was chosen. */
export const besides: { now?: Beside | undefined } = {};

/** The program's one player, on the browser's audio clock. */
export const player = createPlayer({
  openOutput: createOutput,
  beat(ms, tick) {
    // A worker's timer goes on while the page is hidden.
    ticker ??= new Worker(new URL('../workers/ticker.worker.ts', import.meta.url), {
      type: 'module',
    });
    ticker.onmessage = tick;
    ticker.postMessage(ms);
  },
  sounds: { prepare: prepareSounds, take: preparedSound },
  say: toast,
  beside: () => besides.now,
});

/** Clicks of all kinds, made ready when another click is chosen while one plays. */
const CLICKS: readonly Sound[] = ['strong', 'plain', 'second'].map((kind) => ({
  instrument: CLICK_INSTRUMENT,
  kind,
  force: 3,
}));

player.setRoom(soundSettings.now().room);
soundSettings.watch(() => {
  player.setRoom(soundSettings.now().room);
  prepareSounds(CLICKS).catch(() => undefined);
});

/** After a touch or a key has done its work, the output is made ready for the first Play. */
const SOON_MS = 600;
const makeReady = () => void setTimeout(() => void player.ready(), SOON_MS);
for (const touch of ['pointerup', 'keyup']) {
  // There is no page where a part of the program is tried by itself.
  globalThis.addEventListener?.(touch, makeReady, { once: true });
}
player.subscribe(() => {
  if (player.getState().status === 'idle') makeReady();
});

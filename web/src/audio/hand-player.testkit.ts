import { soundKey } from '@stride/core/sound';
import type { Output } from './output.ts';
import { createPlayer } from './player.ts';

/** A sound that was put on the clock and not taken back. */
export interface Scheduled {
  readonly sound: string;
  readonly time: number;
  readonly layer: string;
  readonly until?: number;
  readonly gain?: number;
}

/**
 * A player on a clock that is set by hand: what it schedules is written down, its sounds are ready when
 * the test says so, and nothing sounds.
 */
export function handPlayer() {
  let now = 10;
  let awake = true;
  let tick: (() => void) | undefined;
  let every = 0;
  let scheduled: Scheduled[] = [];
  let levels: ReadonlyMap<string, number> = new Map();
  let places: ReadonlyMap<string, number> = new Map();
  let room = '';
  const said: string[] = [];
  const asked: string[][] = [];
  let preparing: () => Promise<void> = () => Promise.resolve();
  let opened = 0;
  const output: Output = {
    now: () => now,
    heard: () => now,
    listen: () => Promise.resolve(() => undefined),
    wake: () => Promise.resolve(awake),
    schedule(buffer, time, layer, shape) {
      const sound = (buffer as unknown as { readonly key: string }).key;
      scheduled.push({ sound, time, layer, ...shape });
    },
    cancelFrom(time) {
      scheduled = scheduled.filter((one) => one.time < time);
    },
    setLevels(next) {
      levels = next;
    },
    setPlaces(next) {
      places = next;
    },
    ready: () => Promise.resolve(),
    setRoom(next) {
      room = next;
    },
  };
  const player = createPlayer({
    openOutput() {
      opened += 1;
      return output;
    },
    beat(ms, back) {
      every = ms;
      tick = back;
    },
    sounds: {
      prepare(sounds) {
        asked.push(sounds.map(soundKey));
        return preparing();
      },
      take: (sound) => ({ key: soundKey(sound) }) as unknown as AudioBuffer,
    },
    say: (sentence) => said.push(sentence),
  });
  return {
    player,
    said,
    asked,
    scheduled: () => scheduled,
    levels: () => levels,
    places: () => places,
    room: () => room,
    /** Milliseconds between the beats; 0 where they have stopped. */
    every: () => every,
    opened: () => opened,
    now: () => now,
    /** Lets the clock go on in beats of 25 ms, as the worker's timer does. */
    goOn(seconds: number) {
      for (let left = seconds; left > 1e-9; left -= 0.025) {
        now += Math.min(0.025, left);
        if (every > 0) tick?.();
      }
    },
    /** The page is busy: the clock goes on, and no beat comes. */
    skip(seconds: number) {
      now += seconds;
    },
    hold(sound: boolean) {
      awake = sound;
    },
    prepareWith(how: () => Promise<void>) {
      preparing = how;
    },
  };
}

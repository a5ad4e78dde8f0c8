import { expect, it } from 'vitest';
import { secondsOf } from './ticks.ts';

const tempo = (tick: number, bpm: number) => ({
  tick,
  event: { type: 'setTempo', deltaTime: 0, meta: true, microsecondsPerBeat: 60e6 / bpm } as const,
});

it('hears each tick by all tempos before it, in whatever order the tracks have them', () => {
  // A beat of 480 ticks at 120, two at 60, then 240.
  const late = secondsOf([tempo(1440, 240), tempo(480, 60)], 480);
  expect([0, 480, 960, 1440, 1920].map(late)).toEqual([0, 0.5, 1.5, 2.5, 2.75]);
  // Asked for an earlier one again, as the next track does.
  expect([240, 1680].map(late)).toEqual([0.25, 2.625]);
});

it('takes 120 a minute where nothing is said, and no tempo that is none', () => {
  expect(secondsOf([], 96)(96)).toBe(0.5);
  const none = { ...tempo(0, 60), event: { ...tempo(0, 60).event, microsecondsPerBeat: 0 } };
  expect(secondsOf([none], 96)(192)).toBe(1);
});

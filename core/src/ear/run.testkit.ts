import { nth } from '../bounds/index.ts';
import { timed } from '../text/timed.testkit.ts';
import { secondsPerPulse, toNumber } from '../time/index.ts';
import {
  type Asked,
  askedAt,
  askedSlots,
  type Habits,
  type Hit,
  type Run,
  simulate,
} from './index.ts';

/** A layer of a rhythm as it is asked for some passes at its tempo, and a way to play it. */
export function asking(text: string, passes: number, layerIndex = 0) {
  const { rhythm, timing } = timed(text);
  const layer = nth(rhythm.layers, layerIndex);
  const grid = nth(timing.layers, layerIndex);
  const secondsPerTick = toNumber(secondsPerPulse(rhythm.tempo)) / timing.ticksPerPulse;
  const slots = askedSlots(layer, grid, 0, timing.fullTicks);
  const asked: readonly Asked[] = Array.from({ length: passes }, (_, pass) =>
    askedAt(slots, pass, 1 + pass * timing.fullTicks * secondsPerTick, { secondsPerTick }),
  ).flat();
  const named = { cycle: rhythm.cycle, layer, grid, counting: 'plain', passes } as const;
  const run = (hits: readonly Hit[], calibrated?: number): Run => ({
    layer,
    grid,
    secondsPerTick,
    asked,
    hits,
    calibrated,
  });
  const play = (habits: Habits) => simulate(asked, habits, layer, grid, secondsPerTick);
  return { rhythm, timing, layer, grid, secondsPerTick, asked, named, run, play };
}

export const FOURS =
  'rhythm A\ncycle 4x4\ntempo 80 per 4\nlayer D : goblet drum\nplay D! (k) t k / T! (k) t k / O! k O (k) / T! k t (k)\nhand each R L';

import { nth } from '../bounds/index.ts';
import type { Quarters } from '../notation/index.ts';
import { rational, type Seconds } from '../time/index.ts';
import type { AtTick } from './tracks.ts';

/** Parts of a quarter that people write; a note within half a tick of one is on it. */
const PLAIN = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 12, 14, 16, 20, 24, 32] as const;

/** Ticks as quarters: on a plain part of a quarter where they are within half a tick of one, else as they are. */
export function placer(resolution: number): (tick: number) => Quarters {
  const known = new Map<number, Quarters>();
  return (tick) => {
    const whole = Math.floor(tick / resolution);
    const rest = tick - whole * resolution;
    let part = known.get(rest);
    if (!part) {
      const parts = PLAIN.find((one) => {
        const near = (rest * one) / resolution;
        return Math.abs(near - Math.round(near)) * resolution <= one / 2;
      });
      part =
        parts === undefined
          ? rational(rest, resolution)
          : rational(Math.round((rest * parts) / resolution), parts);
      known.set(rest, part);
    }
    return { num: whole * part.den + part.num, den: part.den };
  };
}

/** When each tick is heard, by all tempos of the file up to there; asked in order within a track. */
export function secondsOf(all: readonly AtTick[], resolution: number): (tick: number) => Seconds {
  const signs = all
    .flatMap(({ tick, event }) =>
      event.type === 'setTempo' && event.microsecondsPerBeat > 0
        ? [{ tick, each: event.microsecondsPerBeat / 1e6 / resolution }]
        : [],
    )
    .sort((a, b) => a.tick - b.tick);
  const usual = 0.5 / resolution;
  const from = [{ tick: 0, seconds: 0, each: usual }];
  for (const { tick, each } of signs) {
    const last = nth(from, from.length - 1);
    from.push({ tick, seconds: last.seconds + (tick - last.tick) * last.each, each });
  }
  let at = 0;
  return (tick) => {
    if (tick < nth(from, at).tick) at = 0;
    while (at + 1 < from.length && nth(from, at + 1).tick <= tick) at += 1;
    const { tick: since, seconds, each } = nth(from, at);
    return seconds + (tick - since) * each;
  };
}

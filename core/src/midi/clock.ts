import type { Bpm, Milliseconds } from '../time/index.ts';

/** Ticks of a MIDI clock in a quarter note. Source: MIDI 1.0, System Real Time Messages. */
export const CLOCK_TICKS = 24;

/** A pause of more than this ends what was measured: slower than 20 quarters a minute. */
const PAUSE: Milliseconds = 125;
/** In so many ticks a turn of the dial is seen, */
const SHORT = 2 * CLOCK_TICKS;
/** and so many even out what a cable does to each of them. */
const LONG = 16 * CLOCK_TICKS;
/** What the last ticks differ from all by, as a part of the tempo, where the dial was turned. */
const TURNED = 0.008;
/** Told is a tenth of a beat a minute; nearer than this to what was told before is the same. */
const SAME: Bpm = 0.08;

/** Finds the tempo of a clock as its ticks arrive. */
export interface ClockMeter {
  /** @returns the tempo in quarters a minute, where it is known and another one than was told before */
  tick(at: Milliseconds): Bpm | undefined;
}

/**
 * The tempo of ticks that arrive early and late by a few milliseconds: the slope of the line that lies closest to them
 * (least squares), over sixteen quarters where the tempo stays. A pause, or two ticks out of order, begins it anew.
 */
export function createClockMeter(): ClockMeter {
  let times: readonly Milliseconds[] = [];
  let told: Bpm | undefined;
  return {
    tick(at) {
      const before = times.at(-1) ?? at;
      times = at - before > PAUSE || at < before ? [at] : [...times.slice(1 - LONG), at];
      if (times.length <= CLOCK_TICKS) return undefined;
      const last = times.slice(-SHORT);
      if (Math.abs(stride(last) / stride(times) - 1) > TURNED) times = last;
      const bpm = 60_000 / (CLOCK_TICKS * stride(times));
      if (told !== undefined && Math.abs(bpm - told) < SAME) return undefined;
      told = Math.round(bpm * 10) / 10;
      return told;
    },
  };
}

/** How far the values lie from one another, if they were even: least squares. */
function stride(values: readonly number[]): number {
  const middle = (values.length - 1) / 2;
  let sum = 0;
  let weight = 0;
  for (const [index, value] of values.entries()) {
    sum += (index - middle) * value;
    weight += (index - middle) ** 2;
  }
  return sum / weight;
}

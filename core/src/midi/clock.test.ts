import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seeded } from '../chance/index.ts';
import { CLOCK_TICKS, createClockMeter } from './clock.ts';

/** Ticks at a tempo, each early or late by up to so many milliseconds. */
function ticksAt(bpm: number, quarters: number, off = 0, from = 0, seed = 1): number[] {
  const random = seeded(seed);
  const apart = 60_000 / bpm / CLOCK_TICKS;
  return Array.from(
    { length: quarters * CLOCK_TICKS },
    (_, at) => from + at * apart + (2 * random() - 1) * off,
  );
}

/** What is told of ticks, one after another. */
function told(ticks: readonly number[]): number[] {
  const meter = createClockMeter();
  return ticks.flatMap((at) => meter.tick(at) ?? []);
}

describe('the tempo of a clock', () => {
  it('is told after a quarter, once', () => {
    expect(told(ticksAt(96, 1))).toEqual([]);
    expect(told(ticksAt(96, 40))).toEqual([96]);
    expect(told(ticksAt(127.3, 40))).toEqual([127.3]);
  });

  it('is found within a tenth where ticks come early and late, and stays', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 300, max: 2500 }),
        fc.integer({ min: 1, max: 1000 }),
        (tenths, seed) => {
          const bpm = tenths / 10;
          const off = Math.min(2, 60_000 / bpm / CLOCK_TICKS / 3);
          const all = told(ticksAt(bpm, 60, off, 5000, seed));
          expect(Math.abs((all.at(-1) ?? 0) - bpm)).toBeLessThan(0.11);
          // After sixteen quarters nothing moves any more.
          expect(told(ticksAt(bpm, 40, off, 5000, seed)).length).toBe(all.length);
        },
      ),
      { numRuns: 10 },
    );
  });

  it('follows a dial within two quarters, and is exact again soon', () => {
    const first = ticksAt(90, 30);
    const then = ticksAt(120, 24, 0, (first.at(-1) ?? 0) + 60_000 / 120 / CLOCK_TICKS);
    const meter = createClockMeter();
    const hear = (ticks: readonly number[]) => ticks.flatMap((at) => meter.tick(at) ?? []);
    expect(hear(first)).toEqual([90]);
    expect(Math.abs((hear(then.slice(0, 2 * CLOCK_TICKS)).at(-1) ?? 0) - 120)).toBeLessThan(1);
    expect(hear(then.slice(2 * CLOCK_TICKS)).at(-1)).toBe(120);
  });

  it('begins anew after a pause or a clock that was set back', () => {
    const meter = createClockMeter();
    for (const at of ticksAt(60, 4)) meter.tick(at);
    const late = ticksAt(150, 2, 0, 60_000);
    expect(late.flatMap((at) => meter.tick(at) ?? [])).toEqual([150]);
    expect(ticksAt(75, 2).flatMap((at) => meter.tick(at) ?? [])).toEqual([75]);
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { tooClose } from './thin.ts';

const NOW = Date.UTC(2026, 10, 27, 12);
const MINUTE = 60_000;
const DAY = 24 * 60 * MINUTE;
const kept = (times: readonly number[], now: number) => {
  const gone = new Set(tooClose(times, now));
  return times.filter((at) => !gone.has(at));
};

describe('earlier versions are thinned with age', () => {
  it('stand a minute apart in the last hour, then ten, an hour, a day, a week', () => {
    const every = (step: number, from: number, to: number) =>
      Array.from({ length: Math.round((to - from) / step) }, (_, at) => NOW - from - at * step);
    const all = [
      ...every(MINUTE / 2, 0, 60 * MINUTE),
      ...every(MINUTE, 60 * MINUTE, DAY),
      ...every(30 * MINUTE, DAY, 7 * DAY),
      ...every(DAY / 2, 7 * DAY, 90 * DAY),
      ...every(DAY, 90 * DAY, 370 * DAY),
    ];
    const among = (from: number, to: number) =>
      kept(all, NOW).filter((at) => NOW - at >= from && NOW - at < to).length;
    expect(among(0, 60 * MINUTE)).toBeCloseTo(60, -1);
    expect(among(60 * MINUTE, DAY)).toBeCloseTo(138, -1);
    expect(among(DAY, 7 * DAY)).toBeCloseTo(144, -1);
    expect(among(7 * DAY, 90 * DAY)).toBeCloseTo(83, -1);
    expect(among(90 * DAY, 370 * DAY)).toBe(41);
  });

  it('of each stretch the last stays, the newest of all always', () => {
    const times = [NOW - 90 * MINUTE, NOW - 91 * MINUTE, NOW - 1000, NOW - 2000];
    expect(kept(times, NOW)).toContain(NOW - 1000);
    expect(tooClose([NOW - 2000, NOW - 1000], NOW)).toEqual([NOW - 2000]);
    expect(tooClose([], NOW)).toEqual([]);
  });

  it('whenever and however often it is done, the same ones stay', () => {
    const times = fc.uniqueArray(fc.integer({ min: NOW - 400 * DAY, max: NOW }), {
      maxLength: 60,
    });
    fc.assert(
      fc.property(times, fc.array(fc.integer({ min: 0, max: 400 * DAY })), (made, waits) => {
        let now = NOW;
        let left: readonly number[] = made;
        for (const wait of waits) {
          left = kept(left, now);
          now += wait;
        }
        expect(kept(left, now)).toEqual(kept(made, now));
      }),
    );
  });

  it('leaves no stretch empty that had one', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: NOW - 80 * DAY, max: NOW })), (made) => {
        const days = (of: readonly number[]) => new Set(of.map((at) => Math.floor(at / DAY)));
        expect(days(kept(made, NOW))).toEqual(days(made));
      }),
    );
  });
});

import { describe, expect, it } from 'vitest';
import { type Asked, findDelay, type Hit, match } from '../index.ts';

const hit = (time: number): Hit => ({ time });
const at = (time: number, more: Partial<Asked> = {}): Asked => ({
  slot: Math.round(time * 100),
  kinds: ['D'],
  force: 3,
  hand: 'R',
  optional: false,
  time,
  end: time + 0.2,
  pass: 0,
  ...more,
});

describe('a match', () => {
  it('is one to one, to the nearest, and not further than half the gap to the neighbour', () => {
    const asked = [at(0), at(0.4), at(1)];
    const found = match(asked, [hit(0.02), hit(0.19), hit(0.61), hit(0.72), hit(0.98)], 0);
    expect(found.met.map(({ asked: one, error }) => [one.time, Number(error.toFixed(3))])).toEqual([
      [0, 0.02],
      [0.4, 0.21],
      [1, -0.02],
    ]);
    expect(found.missed).toEqual([]);
    expect(found.extra.map(({ time }) => time)).toEqual([0.19, 0.72]);
    // 0.71 lies nearer to 1, within half of the 0.6 before it; 0.69 to 0.4, within half of the same gap.
    expect(match(asked, [hit(0.71)], 0).met[0]?.asked.time).toBe(1);
    expect(match(asked, [hit(0.69)], 0).met[0]?.asked.time).toBe(0.4);
    // Past the last, the gap before it holds.
    expect(match(asked, [hit(1.29)], 0).met).toHaveLength(1);
    expect(match(asked, [hit(1.31)], 0).extra).toHaveLength(1);
  });

  it('of a hit midway between two is the earlier one’s', () => {
    expect(match([at(0), at(0.5)], [hit(0.25)], 0).met[0]?.asked.time).toBe(0);
  });

  it('finds the delay of all that is within reach, by the gap on the side where it lies', () => {
    // Pairs a tenth apart. Five second ones come 20 ms late, six first ones early, within the long gap before them.
    const asked = [1, 2, 3, 4, 5, 6, 7].flatMap((time) => [at(time), at(time + 0.1)]);
    const late = [1, 2, 3, 4, 5].map((time) => hit(time + 0.12));
    expect(findDelay(asked, late)).toBeCloseTo(0.02, 6);
    const early = [1.94, 2.93, 3.92, 4.91, 5.9, 6.89].map(hit);
    expect(findDelay(asked, [...late, ...early])).toBeCloseTo(-0.06, 6);
  });

  it('counts neither what may be left out nor small strokes as wrong', () => {
    const asked = [
      at(0.5, { ornament: 'flam' }),
      at(1, { optional: true }),
      at(1.5, { ornament: 'roll' }),
    ];
    const hits = [0.47, 0.5, 1.5, 1.53, 1.57, 1.6].map(hit);
    expect(match(asked, hits, 0)).toMatchObject({ missed: [], extra: [] });
    expect(match([at(0.5)], [0.47, 0.5].map(hit), 0).extra).toHaveLength(1);
    expect(match(asked, [0.2, 0.5, 1.5].map(hit), 0).extra).toHaveLength(1);
  });

  it('of nothing is nothing', () => {
    expect(match([], [hit(1)])).toMatchObject({ met: [], missed: [], delay: 0 });
    expect(match([at(1)], [])).toMatchObject({ met: [], extra: [], missed: [at(1)] });
    expect(findDelay([], [])).toBe(0);
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { normal, seeded } from '../../chance/index.ts';
import { keptTempo, measureDelay } from '../index.ts';

/** Strokes on a gap, with some left out, uneven by so much. */
function strokes(gap: number, spread: number, count = 24, left: readonly number[] = []) {
  const random = seeded(7);
  return Array.from({ length: count }, (_, at) => at)
    .filter((at) => !left.includes(at % 8))
    .map((at) => 3 + at * gap + normal(random) * spread);
}

describe('the tempo one keeps', () => {
  it('is that of the gap the strokes lie on, where beats are counted', () => {
    expect(keptTempo(strokes(0.5, 0.008))?.bpm).toBeCloseTo(120, 0);
    expect(keptTempo(strokes(0.25, 0.006))?.bpm).toBeCloseTo(120, 0);
    expect(keptTempo(strokes(1.5, 0.01))?.bpm).toBeCloseTo(80, 0);
    expect(keptTempo(strokes(0.25, 0.006, 32, [1, 4, 6]))?.gap).toBeCloseTo(0.25, 2);
  });

  it('is found for any tempo', () => {
    fc.assert(
      fc.property(fc.integer({ min: 52, max: 128 }), (bpm) => {
        expect(keptTempo(strokes(60 / bpm, 0.006))?.bpm).toBeCloseTo(bpm, -0.3);
      }),
    );
  });

  it('says a hurry, and nothing of too few strokes or of no order', () => {
    const quicker = Array.from({ length: 24 }, (_, at) => at * 0.5 * (1 - at * 0.001));
    expect(keptTempo(quicker)?.drift).toBeGreaterThan(1.5);
    expect(keptTempo(strokes(0.5, 0))?.drift).toBeCloseTo(0, 6);
    expect(keptTempo(strokes(0.5, 0).slice(0, 5))).toBeUndefined();
    expect(keptTempo([1, 1.01, 1.02, 1.03, 1.04, 1.05, 1.06])).toBeUndefined();
  });
});

describe('the delay of an input', () => {
  const clicks = Array.from({ length: 12 }, (_, at) => 2 + at * 0.6);
  const taps = (delay: number, spread: number) => {
    const random = seeded(3);
    return clicks.map((time) => ({ time: time + delay + normal(random) * spread }));
  };

  it('is measured by tapping with the click', () => {
    const found = measureDelay(taps(0.08, 0.01), clicks);
    expect(found).toMatchObject({ ok: true, count: 12 });
    if (found.ok) expect(Math.abs(found.delay - 0.08)).toBeLessThan(0.006);
    expect(measureDelay(taps(-0.03, 0), clicks)).toMatchObject({ ok: true });
  });

  it('is not told from too few taps, or from wild ones', () => {
    expect(measureDelay([], clicks)).toMatchObject({
      ok: false,
      message: expect.stringMatching(/^No tap of 12/),
    });
    expect(measureDelay(taps(0.05, 0.01).slice(0, 4), clicks)).toMatchObject({
      ok: false,
      message: expect.stringMatching(/^Only 4 of 12/),
    });
    expect(measureDelay(taps(0.05, 0.09), clicks)).toMatchObject({
      ok: false,
      message: expect.stringMatching(/too far to tell/),
    });
  });
});

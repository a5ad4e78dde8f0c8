import { describe, expect, it } from 'vitest';
import { createFeatureMeter } from './features.ts';

const RATE = 48_000;
const COUNT = 22;
const meter = createFeatureMeter(RATE);
/** Silence, then a tone that dies away. */
const struck = (hertz: number, falls = 30, at = 2000, length = 8000) =>
  Float32Array.from({ length }, (_, sample) => {
    const since = (sample - at) / RATE;
    return since < 0 ? 0 : Math.sin(2 * Math.PI * hertz * since) * Math.exp(-since * falls);
  });
const bandOf = (features: readonly number[]) =>
  features.slice(0, COUNT).indexOf(Math.max(...features.slice(0, COUNT)));

describe('what tells strokes apart', () => {
  it('is how loud each pitch is: the band of a tone is the loudest, higher for a higher one', () => {
    const tones = [400, 700, 1200, 2000, 3400, 5800, 9800];
    const bands = tones.map((hertz) => bandOf(meter.measure(struck(hertz), 2000)));
    expect(bands).toEqual(bands.toSorted((a, b) => a - b));
    expect(new Set(bands).size).toBe(tones.length);
    for (const [at, hertz] of tones.entries()) {
      const expected = Math.log(hertz / 55) / Math.log(13_000 / 55);
      expect(Math.abs((bands[at] ?? 0) + 0.5 - expected * COUNT)).toBeLessThan(1.6);
    }
  });

  it('is told against the loudest, at three moments, down to silence', () => {
    const features = meter.measure(struck(1000), 2000);
    expect(features).toHaveLength(3 * COUNT);
    expect(Math.max(...features)).toBeCloseTo(0, 5);
    expect(Math.min(...features)).toBe(-48);
    const loud = meter.measure(
      struck(1000).map((one) => one / 10),
      2000,
    );
    loud.forEach((one, at) => {
      expect(one).toBeCloseTo(features[at] ?? 0, 2);
    });
    // What dies sooner is softer later.
    const band = bandOf(features);
    const short = meter.measure(struck(1000, 120), 2000);
    expect(short[COUNT * 2 + band]).toBeLessThan((features[COUNT * 2 + band] ?? 0) - 10);
  });

  it('says nothing of a moment after the next stroke', () => {
    const cut = meter.measure(struck(1000), 2000, 2000 + 1000);
    expect(cut.slice(0, COUNT).every((one) => !Number.isNaN(one))).toBe(true);
    expect(cut.slice(COUNT * 2).every((one) => Number.isNaN(one))).toBe(true);
  });

  it('leaves out what rang on from before', () => {
    const ringing = struck(2000, 2, 0).map((one) => one * 0.5);
    const both = struck(600).map((one, at) => one + (ringing[at] ?? 0));
    expect(bandOf(meter.measure(both, 2000))).toBe(bandOf(meter.measure(struck(600), 2000)));
    expect(bandOf(meter.measure(ringing, 2000))).toBe(bandOf(meter.measure(struck(2000), 2000)));
  });
});

import { describe, expect, it } from 'vitest';
import { createThinner } from './thin.ts';

const tone = (perSample: number, length = 4000) =>
  Float32Array.from({ length }, (_, at) => Math.sin(2 * Math.PI * perSample * at));
const power = (samples: Float32Array) =>
  samples.reduce((sum, one) => sum + one * one, 0) / samples.length;

describe.each([2, 4, 6])('one sample of %i', (every) => {
  /** What is left of a tone, in decibels, once the filter has begun. */
  const left = (perSample: number) => {
    const out = createThinner(every)(tone(perSample));
    return 10 * Math.log10(power(out.slice(20)) / 0.5);
  };

  it('is kept of each so many', () => {
    const out = createThinner(every)(new Float32Array(1200));
    expect(out.length).toBeGreaterThan(1200 / every - 3);
    expect(out.length).toBeLessThanOrEqual(1200 / every);
  });

  it('keeps what is low as it is, and leaves out what is too high to be told at the lower rate', () => {
    expect(Math.abs(left(0.05 / every))).toBeLessThan(0.5);
    expect(Math.abs(left(0.2 / every))).toBeLessThan(1.5);
    // The highest that can be told is half a turn for each sample that is kept.
    expect(left(0.8 / every)).toBeLessThan(-25);
    expect(left(1 / every)).toBeLessThan(-25);
    const steady = createThinner(every)(new Float32Array(400).fill(1));
    expect(steady[30]).toBeCloseTo(1, 1);
  });

  it('has each moment where it is, whatever pieces the sound comes in', () => {
    const tick = new Float32Array(600);
    tick[every * 50] = 1;
    const out = createThinner(every)(tick);
    const at = out.indexOf(Math.max(...out));
    expect(at).toBe(50);
    expect(out[at - 1]).toBeCloseTo(out[at + 1] ?? 0, 6);
    const thin = createThinner(every);
    const pieces = [0, 7, 8, 100, 333, 600].flatMap((from, index, all) => [
      ...thin(tick.slice(from, all[index + 1] ?? from)),
    ]);
    expect(Float32Array.from(pieces)).toEqual(out);
  });
});

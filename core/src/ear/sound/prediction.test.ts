import { describe, expect, it } from 'vitest';
import { seeded } from '../../chance/index.ts';
import { createPredictor } from './prediction.ts';

const ring = (frequencies: readonly number[], length = 2000) =>
  Float32Array.from({ length }, (_, at) =>
    frequencies.reduce((sum, one, index) => sum + Math.sin(one * at + index) / (index + 1), 0),
  );

/** What could not be foretold, as a share of what was there. */
function surpriseShare(samples: Float32Array, order: number): number {
  const predictor = createPredictor(order);
  predictor.learn(samples.slice(0, 1000));
  let surprise = 0;
  let all = 0;
  for (let at = 1000; at < samples.length; at += 1) {
    surprise += predictor.surprise(samples, at) ** 2;
    all += (samples[at] ?? 0) ** 2;
  }
  return surprise / all;
}

describe('what is foretold of a sound', () => {
  it('is what rings, by two coefficients for each pitch', () => {
    expect(surpriseShare(ring([0.3]), 2)).toBeLessThan(0.001);
    expect(surpriseShare(ring([0.3, 0.7, 1.1]), 6)).toBeLessThan(0.02);
    // With too few of them it cannot be.
    expect(surpriseShare(ring([0.3, 0.7, 1.1]), 2)).toBeGreaterThan(0.05);
  });

  it('is nothing of noise', () => {
    const random = seeded(5);
    const noise = Float32Array.from({ length: 3000 }, () => random() * 2 - 1);
    expect(surpriseShare(noise, 8)).toBeGreaterThan(0.9);
    expect(surpriseShare(noise, 8)).toBeLessThan(1.1);
  });

  it('is not a stroke: that comes as large as it is', () => {
    const samples = ring([0.3]);
    samples[1500] = (samples[1500] ?? 0) + 0.8;
    const predictor = createPredictor(2);
    predictor.learn(samples.slice(0, 1000));
    expect(predictor.surprise(samples, 1500)).toBeCloseTo(0.8, 1);
    expect(Math.abs(predictor.surprise(samples, 1400))).toBeLessThan(0.05);
  });

  it('is silence after silence, and before the beginning', () => {
    const predictor = createPredictor(4);
    predictor.learn(new Float32Array(500));
    expect(predictor.surprise(Float32Array.from([0, 0, 0, 0, 0, 0.5]), 5)).toBeCloseTo(0.5, 9);
    predictor.learn(ring([0.3]).slice(0, 500));
    expect(predictor.surprise(Float32Array.from([0.25]), 0)).toBeCloseTo(0.25, 9);
    // Learnt anew from a window of another length it is as if it had learnt that alone.
    const fresh = createPredictor(4);
    fresh.learn(ring([0.9]).slice(0, 700));
    predictor.learn(ring([0.9]).slice(0, 700));
    const samples = ring([0.9]);
    expect(predictor.surprise(samples, 100)).toBe(fresh.surprise(samples, 100));
  });
});

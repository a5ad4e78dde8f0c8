import { describe, expect, it } from 'vitest';
import { kWeighting, runningFilter, strokeLoudness, truePeak } from './index.ts';

const tone = (pitch: number, size: number, rate: number, length = rate) =>
  Float32Array.from({ length }, (_, i) => size * Math.sin((2 * Math.PI * pitch * i) / rate));

describe('loudness', () => {
  it('has the coefficients of the standard at 48 kHz', () => {
    const [head, lows] = kWeighting(48_000);
    const near = (found: readonly number[], book: readonly number[]) =>
      found.forEach((value, at) => {
        expect(value).toBeCloseTo(book[at] ?? Number.NaN, 6);
      });
    near(head.b, [1.53512485958697, -2.69169618940638, 1.19839281085285]);
    near(head.a, [-1.69065929318241, 0.73248077421585]);
    near(lows.b, [1, -2, 1]);
    near(lows.a, [-1.99004745483398, 0.99007225036621]);
  });

  it('of a full tone of 997 Hz in one channel is −3.01 LUFS, at whatever rate', () => {
    for (const rate of [24_000, 44_100, 48_000])
      expect(strokeLoudness(tone(997, 1, rate), rate)).toBeCloseTo(-3.01, 1);
  });

  it('falls by 6 LU where it is half as loud, and by 3 where it is half as long', () => {
    const whole = strokeLoudness(tone(997, 0.5, 48_000), 48_000);
    expect(whole - strokeLoudness(tone(997, 0.25, 48_000), 48_000)).toBeCloseTo(6.02, 2);
    expect(whole - strokeLoudness(tone(997, 0.5, 48_000, 9600), 48_000)).toBeCloseTo(3.01, 1);
    expect(strokeLoudness(new Float32Array(100), 48_000)).toBe(Number.NEGATIVE_INFINITY);
  });

  it('hears lows less than highs', () => {
    const at = (pitch: number) => strokeLoudness(tone(pitch, 0.5, 48_000), 48_000);
    expect(at(40)).toBeLessThan(at(200) - 3);
    expect(at(4000)).toBeGreaterThan(at(200) + 3);
  });

  it('filters a signal as it comes', () => {
    const pass = runningFilter({ b: [1, 0, 0], a: [-0.5, 0] });
    expect([1, 0, 0, 0].map(pass)).toEqual([1, 0.5, 0.25, 0.125]);
  });
});

describe('a true peak', () => {
  it('is found between the samples', () => {
    // A quarter of the rate, half-way between its samples: they are at 0.707, the wave goes to 1.
    const hidden = Float32Array.from({ length: 400 }, (_, i) =>
      Math.sin((Math.PI / 2) * i + Math.PI / 4),
    );
    expect(Math.max(...hidden)).toBeCloseTo(Math.SQRT1_2, 5);
    expect(truePeak(hidden.subarray(0, 400))).toBeGreaterThan(0.98);
  });

  it('is that of the samples where nothing lies between, and nought of silence', () => {
    expect(truePeak(Float32Array.of(0, 0.5, 0.1, -0.9, 0))).toBeGreaterThan(0.899);
    expect(truePeak(new Float32Array(50))).toBe(0);
  });

  it('of a tone is its size, between whichever quarters of a sample its tops lie', () => {
    // Long, and faded in and out, so that no edge of it is larger than its tops.
    const faded = (cycle: number, turned: number) =>
      Float32Array.from({ length: 960 }, (_, i) => {
        const fade = Math.sin((Math.PI * i) / 960) ** 2;
        return fade * Math.cos(2 * Math.PI * (cycle * (i - 480) + turned));
      });
    for (const cycle of [0.05, 0.11, 0.18, 0.25, 0.31, 0.37])
      for (const quarter of [-0.25, -0.5, -0.75, 0.25]) {
        const found = truePeak(faded(cycle, cycle * quarter));
        expect(Math.abs(found - 1), `${cycle} ${quarter}`).toBeLessThan(0.006);
      }
  });
});

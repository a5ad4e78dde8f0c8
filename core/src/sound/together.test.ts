import { describe, expect, it } from 'vitest';
import { timeRhythm } from '../rhythm/index.ts';
import { readRhythm } from '../text/index.ts';
import { DAMP_FADE, renderScore, scoreRhythm } from './index.ts';

const RATE = 16_000;

function rendered(text: string): Float32Array {
  const { rhythm, problems } = readRhythm(text);
  expect(problems).toEqual([]);
  const result = timeRhythm(rhythm);
  if (!result.ok) throw new Error(result.message);
  const score = scoreRhythm(rhythm, result.timing);
  return renderScore(score, { tempo: { bpm: 240, per: 1 }, turns: 1, sampleRate: RATE });
}

describe('strokes that sound together', () => {
  const one = 'layer A : hand bell\nplay X / . / X / .';
  const other = 'layer B : claves\nplay . / X / X / .';
  const head = 'rhythm A\ncycle 1x4\n';

  it('are the sum of each alone', () => {
    const a = rendered(`${head}${one}`);
    const b = rendered(`${head}${other}`);
    const both = rendered(`${head}${one}\n\n${other}`);
    expect(both).toHaveLength(a.length);
    const most = both.reduce(
      (most, x, i) => Math.max(most, Math.abs(x - (a[i] ?? Number.NaN) - (b[i] ?? Number.NaN))),
      0,
    );
    expect(most).toBeLessThan(1e-6);
  });

  it('a choke fades evenly to nothing, and leaves what was before it alone', () => {
    const free = rendered(`${head}layer A : hand bell\nplay X / . / . / .`);
    const choked = rendered(`${head}layer A : hand bell\nplay X^ / . / . / .`);
    const from = RATE / 4;
    const fade = Math.round(DAMP_FADE * RATE);
    for (let i = 0; i < from; i += 1) expect(choked[i]).toBe(free[i]);
    for (const part of [1, Math.floor(fade / 2), fade - 1]) {
      const whole = free[from + part] ?? Number.NaN;
      expect(whole).not.toBe(0);
      expect((choked[from + part] ?? Number.NaN) / whole).toBeCloseTo(1 - part / fade, 4);
    }
    expect(choked.slice(from + fade).every((x) => x === 0)).toBe(true);
  });
});

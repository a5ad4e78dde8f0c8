import { describe, expect, it } from 'vitest';
import { renderSound } from '../../sound/index.ts';
import { renderStruck } from '../index.ts';
import { asking } from '../run.testkit.ts';

const RATE = 8000;

describe('a player who is simulated', () => {
  const { play, asked } = asking(
    'rhythm A\ncycle 4\ntempo 60 per 4\nlayer D : goblet drum\nplay D! (t) T K\nhand B R L R',
    3,
  );

  it('plays what is asked, with its kind, its force and its hand; of both hands none is told', () => {
    const hits = play({ seed: 1 });
    expect(hits.map(({ time }) => time)).toEqual(asked.map(({ time }) => time));
    expect(hits.slice(0, 4).map(({ kind, hand, loud }) => [kind, hand, loud])).toEqual([
      ['D', undefined, 0.95],
      ['t', 'R', 0.2],
      ['T', 'L', 0.6],
      ['K', 'R', 0.6],
    ]);
  });

  it('misses, doubles and takes one stroke for another as often as that is asked for', () => {
    expect(play({ seed: 1, misses: 1 })).toEqual([]);
    const doubled = play({ seed: 1, extras: 1 });
    expect(doubled).toHaveLength(asked.length * 2);
    // What is struck twice is the same stroke.
    const kinds = (hits: typeof doubled) => hits.map(({ kind }) => kind).sort();
    const once = play({ seed: 1 });
    expect(kinds(doubled)).toEqual(kinds([...once, ...once]));
    const gaps = asked.map(({ time }) =>
      Math.min(...doubled.filter((one) => one.time > time).map((one) => one.time - time)),
    );
    for (const gap of gaps) {
      expect(gap).toBeGreaterThanOrEqual(0.04);
      expect(gap).toBeLessThanOrEqual(0.06);
    }
    const wrong = play({ seed: 1, wrong: [{ slot: 2, kind: 'O' }] });
    expect(wrong.map(({ kind }) => kind).join('')).toBe('DtOK'.repeat(3));
  });

  it('is early or late by what is asked for, at one slot or at all, more and more where it drifts', () => {
    const moved = (habits: Parameters<typeof play>[0]) =>
      play(habits).map(({ time }, at) => Number((time - (asked[at]?.time ?? 0)).toFixed(6)));
    expect(moved({ seed: 1, bias: 0.01 })).toEqual(asked.map(() => 0.01));
    expect(moved({ seed: 1, off: [{ slot: 1, by: -0.02 }] })).toEqual(
      asked.map(({ slot }) => (slot === 1 ? -0.02 : 0)),
    );
    const drift = moved({ seed: 1, drift: 2 });
    expect(drift[0]).toBe(0);
    expect(drift[4]).toBeCloseTo(-((asked[4]?.time ?? 0) - (asked[0]?.time ?? 0)) * 0.02, 6);
    const weaker = play({ seed: 1, leftWeaker: 20 });
    expect(weaker[2]?.loud).toBeCloseTo(0.06, 9);
    expect(weaker[3]?.loud).toBe(0.6);
  });
});

describe('strokes as a microphone hears them', () => {
  const struck = [{ time: 0.1, instrument: 'claves', kind: 'X', force: 3 } as const];
  const plain = renderStruck(struck, RATE, 0.5, { seed: 1 });
  const power = (samples: Float32Array) =>
    samples.reduce((sum, one) => sum + one * one, 0) / samples.length;

  it('lie at their samples, as loud as they are asked for', () => {
    expect(plain).toHaveLength(RATE / 2);
    expect(plain.slice(0, 800).every((one) => one === 0)).toBe(true);
    const sound = renderSound({ instrument: 'claves', kind: 'X', force: 3 }, RATE, 0);
    // It is that stroke, in one of its takes, the right way round.
    const alike = sound.reduce((sum, one, at) => sum + one * (plain[800 + at] ?? 0), 0);
    expect(alike / (power(plain) * plain.length)).toBeGreaterThan(0.7);
    // Two at once add up.
    const both = renderStruck([struck[0], { ...struck[0], time: 0.1 }] as never, RATE, 0.5, {
      seed: 1,
    });
    expect(power(both)).toBeGreaterThan(power(plain) * 1.5);
    const twice = renderStruck([{ ...struck[0], gain: 2 } as never], RATE, 0.5, { seed: 1 });
    expect(power(twice) / power(plain)).toBeCloseTo(4, 3);
    expect(sound.length).toBeGreaterThan(100);
  });

  it('have noise as far below them as is asked for, another one for another seed', () => {
    const noisy = renderStruck(struck, RATE, 0.5, { seed: 1, noiseBelow: 20 });
    const noise = noisy.map((one, at) => one - (plain[at] ?? 0));
    expect(10 * Math.log10(power(plain) / power(noise))).toBeCloseTo(20, 0);
    expect(renderStruck(struck, RATE, 0.5, { seed: 1, noiseBelow: 20 })).toEqual(noisy);
    expect(renderStruck(struck, RATE, 0.5, { seed: 2, noiseBelow: 20 })).not.toEqual(noisy);
    expect(noise[noise.length - 1]).not.toBe(0);
  });

  it('come back from the walls, later and softer', () => {
    const room = renderStruck(struck, RATE, 0.5, { seed: 1, echo: 0.3 });
    const echoes = room.map((one, at) => one - (plain[at] ?? 0));
    expect(echoes.slice(0, 800 + Math.floor(0.011 * RATE)).every((one) => one === 0)).toBe(true);
    expect(power(echoes)).toBeGreaterThan(0);
    expect(power(echoes)).toBeLessThan(power(plain));
  });
});

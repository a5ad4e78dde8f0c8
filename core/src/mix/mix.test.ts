import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sameBytes } from '../bounds/same-bytes.testkit.ts';
import { seeded } from '../chance/index.ts';
import { INSTRUMENTS } from '../instrument/index.ts';
import { truePeak } from '../loudness/index.ts';
import { renderStroke } from '../voice/index.ts';
import { CEILING, createLimiter, createRoom, placesOf, ROOMS, roomResponse } from './index.ts';

const RATE = 48_000;

/** A signal through the limiter in bits of a size, without the time it takes. */
function limited(signal: Float32Array, size: number): Float32Array {
  const limiter = createLimiter(1, RATE);
  const out = new Float32Array(signal.length + limiter.delay);
  out.set(signal);
  for (let at = 0; at < out.length; at += size)
    limiter.process([out.subarray(at, Math.min(out.length, at + size))]);
  return out.subarray(limiter.delay);
}

describe('the limiter', () => {
  it('lets nothing pass: twelve instruments at full force at once', () => {
    const together = new Float32Array(RATE);
    for (const { id, strokes } of INSTRUMENTS.slice(0, 12)) {
      const samples = renderStroke(id, strokes[0]?.code ?? '', { force: 4, take: 0 }, RATE);
      for (let i = 0; i < Math.min(samples.length, RATE); i += 1)
        together[i] = (together[i] as number) + (samples[i] as number);
    }
    expect(truePeak(together)).toBeGreaterThan(2);
    const peak = truePeak(limited(together, 128));
    expect(peak).toBeLessThanOrEqual(CEILING);
    // In decibels under full scale: one, and not much more is taken away than must be.
    expect(20 * Math.log10(peak)).toBeLessThanOrEqual(-1);
    expect(20 * Math.log10(peak)).toBeGreaterThan(-1.6);
  });

  it('leaves what is under the ceiling as it is, to the sample', () => {
    const random = seeded(3);
    const soft = Float32Array.from({ length: 4000 }, () => (random() - 0.5) * 0.5);
    expect(limited(soft, 128)).toEqual(soft);
  });

  it('holds peaks between the samples too, whatever comes, however it is cut', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -6, max: 6, noNaN: true }), { minLength: 20, maxLength: 300 }),
        fc.integer({ min: 1, max: 128 }),
        (loud, size) => {
          const signal = new Float32Array(2000);
          signal.set(loud, 300);
          expect(truePeak(limited(signal, size))).toBeLessThanOrEqual(CEILING * 1.05);
          expect(sameBytes(limited(signal, size), limited(signal, 128))).toBe(true);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('turns down before the peak and lets go after it, without a step', () => {
    const tone = Float32Array.from({ length: RATE }, (_, i) => {
      const loud = i > 12_000 && i < 12_200 ? 3 : 0.4;
      return loud * Math.sin((2 * Math.PI * 400 * i) / RATE);
    });
    const out = limited(tone, 128);
    const gain = (from: number) =>
      Math.max(...out.subarray(from, from + 120)) / Math.max(...tone.subarray(from, from + 120));
    expect(gain(5000)).toBeCloseTo(1, 3);
    expect(gain(12_400)).toBeLessThan(0.7);
    expect(gain(40_000)).toBeCloseTo(1, 2);
  });
});

describe('the limiter at a single peak', () => {
  const aim = CEILING * 0.985;
  const quiet = 0.1;
  const signal = new Float32Array(30_000).fill(quiet);
  signal[3000] = 2;
  const out = limited(signal, 128);
  const gainAt = (at: number) => (out[at] as number) / (signal[at] as number);
  const least = aim / 2;

  it('comes out so much later as it looks ahead, and as it takes to see between samples', () => {
    const delays = [48_000, 44_100, 8000, 2000].map((rate) => createLimiter(1, rate).delay);
    expect(delays).toEqual([72 + 6, 66 + 6, 12 + 6, 8 + 6]);
  });

  it('has turned down wholly at the peak, evenly from a millisecond and a half before', () => {
    expect(gainAt(3000 - 80)).toBe(1);
    for (const part of [0.25, 0.5, 0.75])
      expect(gainAt(3000 - Math.round(72 * (1 - part)))).toBeCloseTo(1 - (1 - least) * part, 1);
    expect(Math.abs((out[3000] as number) - aim)).toBeLessThan(0.001);
  });

  it('lets go over eighty milliseconds from when the peak is past, and is then quite gone', () => {
    // The stretch for which the least is held, and over half of which it is averaged.
    for (const times of [0.5, 1, 2]) {
      const at = 3000 + 36 + Math.round(times * 0.08 * RATE);
      expect(gainAt(at)).toBeCloseTo(1 - (1 - least) * Math.exp(-times), 2);
    }
    const far = createLimiter(1, RATE);
    const long = new Float32Array(4 * RATE).fill(quiet);
    long[100] = 2;
    far.process([long]);
    expect(long.at(-1)).toBe(Math.fround(quiet));
    expect(long[RATE]).toBeLessThan(quiet);
  });

  it('is turned down by the louder of two sides, both alike', () => {
    const [left, right] = [new Float32Array(2000).fill(0.2), new Float32Array(2000).fill(0.1)];
    left[500] = 3;
    const limiter = createLimiter(2, RATE);
    limiter.process([left, right]);
    for (const at of [400, 500 + limiter.delay - 10, 500 + limiter.delay + 10, 1500])
      expect((left[at] as number) / (right[at] as number)).toBeCloseTo(2, 5);
    expect(right[500 + limiter.delay + 10]).toBeLessThan(0.04);
  });

  it('follows what grows softer for longer than it looks ahead', () => {
    // So slow that nothing between the samples is larger than they are.
    const swell = Float32Array.from({ length: 6000 }, (_, at) =>
      at < 2000 ? 4 * Math.sin((Math.PI * at) / 4000) ** 2 : 4 * Math.exp((2000 - at) / 900),
    );
    const came = limited(swell, 77);
    const least = Array.from(swell, (_, at) => {
      const ahead = swell.subarray(Math.max(0, at - 72), at + 1);
      return Math.min(1, ...Array.from(ahead, (value) => aim / value));
    });
    let held = 1;
    const gains = least.map((one) => {
      held = Math.min(one, held + (1 - held) * (1 - Math.exp(-1 / (0.08 * RATE))));
      return held;
    });
    for (let at = 100; at < 5800; at += 190) {
      // A sample is judged when the five after it are there.
      const over = gains.slice(at + 2, at + 74);
      const gain = over.reduce((sum, one) => sum + one, 0) / over.length;
      expect((came[at] as number) / (swell[at] as number)).toBeCloseTo(gain, 2);
    }
  });
});

describe('places', () => {
  it('go from left to right as one sees the players, one alone in the middle', () => {
    expect(placesOf(1, 1)).toEqual([0]);
    expect(placesOf(2, 1)).toEqual([-0.35, 0.35]);
    expect(placesOf(5, 1)).toEqual([-0.7, -0.35, 0, 0.35, 0.7]);
    expect(placesOf(5, 0).every((one) => Math.abs(one) === 0)).toBe(true);
  });
});

describe('a room round what is heard', () => {
  it('answers as plain convolution does, left and right apart', () => {
    const [left = new Float32Array(), right = new Float32Array()] = roomResponse('dry', RATE) ?? [];
    const ticks = [5, 700, 9000];
    const sides = [new Float32Array(32_768), new Float32Array(32_768)] as const;
    for (const at of ticks) {
      sides[0][at] = 1;
      sides[1][at + 3] = -0.5;
    }
    const room = createRoom('dry', RATE);
    for (let at = 0; at < 32_768; at += 16_384)
      room?.([sides[0].subarray(at, at + 16_384), sides[1].subarray(at, at + 16_384)]);
    for (const at of [0, 5, 300, 704, 5000, 9001, 12_000, 20_000]) {
      const sum = (answer: Float32Array, shift: number, gain: number) =>
        ticks.reduce(
          (all, tick) =>
            all + gain * ((answer[at - tick - shift] ?? 0) + (at === tick + shift ? 1 : 0)),
          0,
        );
      expect(sides[0][at]).toBeCloseTo(sum(left, 0, 1), 5);
      expect(sides[1][at]).toBeCloseTo(sum(right, 3, -0.5), 5);
    }
    expect(createRoom('off', RATE)).toBeUndefined();
  });
});

describe('rooms', () => {
  const energy = (samples: Float32Array, from: number, to = samples.length) =>
    samples.subarray(from, to).reduce((sum, value) => sum + value * value, 0);

  it('answer after their walls, differ at the two ears, and die in their time', () => {
    expect(roomResponse('off', RATE)).toBeUndefined();
    const lasts = ROOMS.slice(1).map((name) => {
      const [left = new Float32Array(), right = new Float32Array()] =
        roomResponse(name, RATE) ?? [];
      expect(left.every(Number.isFinite)).toBe(true);
      expect(left[0]).toBe(0);
      expect(sameBytes(left, right)).toBe(false);
      const whole = energy(left, 0);
      let at = 0;
      while (energy(left, at) > whole * 1e-4) at += 480;
      return at / RATE;
    });
    expect(lasts).toEqual([...lasts].sort((a, b) => a - b));
    expect(lasts[0]).toBeLessThan(0.25);
    expect(lasts[2]).toBeGreaterThan(0.8);
    for (const side of [0, 1] as const) {
      const hall = () => roomResponse('hall', RATE)?.[side] ?? new Float32Array();
      expect(sameBytes(hall(), hall())).toBe(true);
    }
  });

  it('grow darker as they die', () => {
    const [left = new Float32Array()] = roomResponse('hall', RATE) ?? [];
    const brightness = (from: number) => {
      let steps = 0;
      for (let i = from; i < from + 2400; i += 1)
        steps += ((left[i + 1] ?? 0) - (left[i] ?? 0)) ** 2;
      return steps / energy(left, from, from + 2400);
    };
    expect(brightness(24_000)).toBeLessThan(0.6 * brightness(4000));
  });

  it('are as they are written here, for whoever compares them', async () => {
    const decibels = (power: number) => (10 * Math.log10(power)).toFixed(1);
    const told = ROOMS.slice(1).flatMap((name) =>
      [0, 1].flatMap((side) => {
        const samples = roomResponse(name, RATE)?.[side] ?? new Float32Array();
        const begins = samples.findIndex((value) => value !== 0);
        const walls = [...samples.keys()]
          .sort((a, b) => Math.abs(samples[b] ?? 0) - Math.abs(samples[a] ?? 0))
          .slice(0, 8)
          .sort((a, b) => a - b);
        const parts = [0, 0.005, 0.01, 0.02, 0.04, 0.08, 0.16, 0.32, 0.64, 1.28].map((from) => {
          const [a, b] = [Math.round(from * RATE), Math.round((from * 2 || 0.005) * RATE)];
          let steps = 0;
          for (let at = a; at < Math.min(b, samples.length - 1); at += 1)
            steps += ((samples[at + 1] ?? 0) - (samples[at] ?? 0)) ** 2;
          const power = energy(samples, a, b);
          return power > 0
            ? `${from} s ${decibels(power)} dB, ${decibels(steps / power)} bright`
            : '';
        });
        return [
          `${name}, ${side === 0 ? 'left' : 'right'}: ${samples.length} samples from ${begins} on, walls at ${walls.join(' ')}`,
          ...parts.filter(Boolean).map((part) => `  ${part}`),
        ];
      }),
    );
    await expect(`${told.join('\n')}\n`).toMatchFileSnapshot('rooms.txt');
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nth, numberAt } from '../../bounds/index.ts';
import { normal, seeded } from '../../chance/index.ts';
import {
  createEar,
  createFeatureMeter,
  createOnsetFinder,
  EXAMPLES,
  type Features,
  findOnsets,
  type Hit,
  isBleedLoud,
  learnBleed,
  listenToRoom,
  renderStruck,
  type Struck,
  tellKind,
  withoutBleed,
} from '../index.ts';

const RATE = 48_000;

/** Strokes of an instrument in fours at 200, a little uneven as hands are. */
function fours(
  instrument: string,
  kinds: readonly string[],
  count = 40,
  seed = 3,
): readonly Struck[] {
  const random = seeded(seed);
  return Array.from({ length: count }, (_, at) => ({
    instrument,
    kind: nth(kinds, Math.floor(random() * kinds.length)),
    time: 0.2 + at * 0.075 + normal(random) * 0.005,
    force: numberAt([2, 3, 4] as const, Math.floor(random() * 3)),
  }));
}

/** How many of the strokes are found, how many more, and the middle error. */
function found(strokes: readonly Struck[], sound: Float32Array) {
  const onsets = findOnsets(sound, RATE);
  const errors = strokes.flatMap(({ time }) => {
    const near = onsets.map((one) => Math.abs(one.time - time)).sort((a, b) => a - b)[0] ?? 1;
    return near < 0.015 ? [near] : [];
  });
  errors.sort((a, b) => a - b);
  return {
    found: errors.length / strokes.length,
    extra: (onsets.length - errors.length) / strokes.length,
    error: errors[Math.floor(errors.length / 2)] ?? 1,
  };
}

describe('strokes in sound', () => {
  // How far the middle stroke may be off, in milliseconds: a little more than it is.
  it.each([
    ['goblet-drum', ['D', 'T', 'k', 'O'], 0.42],
    ['frame-drum', ['D', 't', 'S'], 0.38],
    ['two-pitch-bell', ['H', 'L'], 0.14],
    ['shaker', ['x'], 0.18],
  ])('of %s are found in noise, each once, at their moment', (instrument, kinds, off) => {
    const strokes = fours(instrument, kinds);
    const sound = renderStruck(strokes, RATE, 3.6, { seed: 9, noiseBelow: 30 });
    const { found: share, extra, error } = found(strokes, sound);
    expect(share).toBeGreaterThanOrEqual(0.97);
    expect(extra).toBeLessThanOrEqual(0.03);
    expect(error * 1000).toBeLessThan(off);
  });

  it('are found in a room that answers, and where the click bleeds in', () => {
    const strokes = fours('goblet-drum', ['D', 'T', 'k']);
    const echoed = renderStruck(strokes, RATE, 3.6, { seed: 9, noiseBelow: 30, echo: 0.3 });
    expect(found(strokes, echoed)).toMatchObject({ found: 1, extra: 0 });
    const clicks = Array.from(
      { length: 10 },
      (_, at): Struck => ({
        instrument: 'click',
        kind: 'plain',
        force: 3,
        time: 0.2 + at * 0.3,
        gain: 0.1,
      }),
    );
    const sound = renderStruck([...strokes, ...clicks], RATE, 3.6, { seed: 9, noiseBelow: 30 });
    const { found: share, extra } = found(strokes, sound);
    expect(share).toBeGreaterThanOrEqual(0.97);
    expect(extra).toBeLessThanOrEqual(0.03);
  });

  it('are the same however the sound is cut, and silence and noise have none', () => {
    const strokes = fours('goblet-drum', ['D', 'T'], 12);
    const sound = renderStruck(strokes, RATE, 1.4, { seed: 2, noiseBelow: 30 });
    const whole = findOnsets(sound, RATE);
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 9000 }), { minLength: 1, maxLength: 12 }),
        (sizes) => {
          const finder = createOnsetFinder(RATE);
          const all = [];
          for (let at = 0, bit = 0; at < sound.length; bit += 1) {
            const size = numberAt(sizes, bit % sizes.length);
            all.push(...finder.push(sound.subarray(at, at + size)));
            at += size;
          }
          expect([...all, ...finder.end()]).toEqual(whole);
        },
      ),
      { numRuns: 8 },
    );
    expect(findOnsets(new Float32Array(RATE), RATE)).toEqual([]);
    const random = seeded(4);
    expect(
      findOnsets(
        Float32Array.from({ length: RATE }, () => normal(random) * 0.1),
        RATE,
      ),
    ).toEqual([]);
  });

  it('below the threshold of the room are not heard, and louder ones say how loud', () => {
    const strokes: readonly Struck[] = [0.3, 0.6, 0.9].map((time, at) => ({
      instrument: 'goblet-drum',
      kind: 'T',
      force: 3,
      time,
      gain: numberAt([1, 0.05, 0.5], at),
    }));
    const sound = renderStruck(strokes, RATE, 1.3, { seed: 1 });
    const loud = findOnsets(sound, RATE).map((one) => one.loud);
    expect(loud).toHaveLength(3);
    expect(numberAt(loud, 2) / numberAt(loud, 0)).toBeCloseTo(0.5, 1);
    expect(findOnsets(sound, RATE, { threshold: numberAt(loud, 1) * 2 })).toHaveLength(2);
  });
});

describe('a room', () => {
  it('is listened to, and a stroke is what stands above it', () => {
    const random = seeded(4);
    const noise = Float32Array.from({ length: 4800 }, () => normal(random) * 0.01);
    const { peak, level, threshold } = listenToRoom(noise);
    expect(level).toBeCloseTo(0.01, 3);
    expect(threshold).toBeCloseTo(peak * 1.6, 9);
    expect(listenToRoom(new Float32Array(10)).threshold).toBe(0.002);
  });
});

describe('the program’s own sound', () => {
  const own = [1, 2, 3, 4].map((time) => ({ time, peak: 0.5 }));
  const back = own.map(({ time }): Hit => ({ time: time + 0.06, loud: 0.05 }));

  it('is known by its delay, learnt while it is counted in', () => {
    const bleed = learnBleed([...back, { time: 2.5, loud: 0.3 }], own);
    expect(bleed?.delay).toBeCloseTo(0.06, 9);
    expect(bleed?.gain).toBeCloseTo(0.1, 9);
    expect(learnBleed([{ time: 1.06, loud: 0.05 }], own)).toBeUndefined();
    expect(learnBleed([], own)).toBeUndefined();
    // Half of what was played is enough, and of two sounds both.
    expect(learnBleed(back.slice(0, 2), own)?.delay).toBeCloseTo(0.06, 9);
    expect(learnBleed(back.slice(0, 1), own.slice(0, 2))).toBeUndefined();
    expect(learnBleed([{ time: 1.06 }, { time: 2.06 }], own)).toBeUndefined();
  });

  it('is taken out where it comes, and a stroke at the same moment is not', () => {
    const bleed = learnBleed(back, own);
    const played: readonly Hit[] = [
      { time: 1.055, loud: 0.4 },
      { time: 1.5, loud: 0.02 },
    ];
    expect(withoutBleed([...back, ...played], own, bleed)).toEqual(played);
    expect(withoutBleed(back, own, undefined)).toBe(back);
    expect(isBleedLoud(bleed, own, played)).toBe(false);
    expect(isBleedLoud(bleed, own, [{ time: 1, loud: 0.08 }])).toBe(true);
    expect(isBleedLoud(undefined, own, played)).toBe(false);
  });
});

describe('strokes told apart', () => {
  const meter = createFeatureMeter(RATE);
  const kinds = ['D', 'T', 'k', 'O', 'S'];
  const random = seeded(5);
  const played = (list: readonly string[], gap: number) =>
    list.map(
      (kind, at): Struck => ({
        instrument: 'goblet-drum',
        kind,
        force: 3,
        time: 0.2 + at * gap,
        gain: 10 ** ((random() * 6 - 3) / 20),
        pitch: 1 + normal(random) * 0.01,
      }),
    );
  const hear = (strokes: readonly Struck[]) => {
    const sound = renderStruck(strokes, RATE, 1 + (strokes.at(-1)?.time ?? 0), {
      seed: 3,
      noiseBelow: 30,
    });
    return strokes.map(({ kind, time }, at) => {
      const next = strokes[at + 1]?.time;
      return {
        kind,
        features: meter.measure(sound, Math.round(time * RATE), next && Math.round(next * RATE)),
      };
    });
  };
  const examples = new Map<string, Features[]>();
  for (const { kind, features } of hear(
    played(
      kinds.flatMap((kind) => Array(EXAMPLES).fill(kind)),
      0.5,
    ),
  )) {
    examples.set(kind, [...(examples.get(kind) ?? []), features]);
  }

  it('after three examples each, with small differences of force and pitch', () => {
    const test = hear(
      played(
        Array.from({ length: 60 }, () => nth(kinds, Math.floor(random() * 5))),
        0.15,
      ),
    );
    const right = test.filter(({ kind, features }) => tellKind(features, examples)?.kind === kind);
    expect(right.length / test.length).toBeGreaterThanOrEqual(0.95);
  });

  it('say how sure that is', () => {
    const [dum] = hear(played(['D'], 0.5));
    const features = dum?.features ?? [];
    expect(tellKind(features, examples)?.sure).toBeGreaterThan(0.5);
    expect(tellKind(features, new Map())).toBeUndefined();
    expect(tellKind(features, new Map([['D', [features]]]))).toEqual({ kind: 'D', sure: 1 });
    const alike = new Map([
      ['a', [features]],
      ['b', [features]],
    ]);
    expect(tellKind(features, alike)?.sure).toBe(0);
  });

  it('by what sounds before the next one alone', () => {
    const sound = renderStruck(
      [{ instrument: 'goblet-drum', kind: 'D', time: 0.1, force: 3 }],
      RATE,
      0.4,
      { seed: 9, noiseBelow: 30 },
    );
    const at = 0.1 * RATE;
    const meter = createFeatureMeter(RATE);
    const next = at + Math.round(0.03 * RATE);
    const other = sound.map((value, place) => (place < next ? value : 0.5));
    expect(meter.measure(other, at, next)).toEqual(meter.measure(sound, at, next));
    // Contact, body, ringing, of 22 bands each: a moment with less than an eighth of its sound says nothing.
    const told = (until: number) => {
      const features = meter.measure(sound, at, until);
      return [0, 1, 2].map(
        (moment) => !features.slice(moment * 22, moment * 22 + 22).some(Number.isNaN),
      );
    };
    const body = at + Math.round(0.016 * RATE);
    expect(told(body + 128)).toEqual([true, false, false]);
    expect(told(body + 129)).toEqual([true, true, false]);
    expect(told(sound.length)).toEqual([true, true, true]);
  });

  it('as the sound comes, in bits, each when it has been heard long enough', () => {
    const strokes = played(['D', 'T', 'O', 'S', 'D', 'k'], 0.16);
    const sound = renderStruck(strokes, RATE, 1.6, { seed: 8, noiseBelow: 30 });
    const ear = createEar(RATE, { threshold: 0.005, examples });
    const heard = [];
    for (let at = 0; at < sound.length; at += 1024)
      heard.push(...ear.push(sound.subarray(at, at + 1024)));
    heard.push(...ear.end());
    expect(heard.map(({ told }) => told?.kind).join('')).toBe('DTOSDk');
    heard.forEach(({ time }, at) => {
      expect(Math.abs(time - nth(strokes, at).time)).toBeLessThan(0.002);
    });
    const last = createEar(RATE);
    const cut = Math.round((nth(strokes, 5).time + 0.03) * RATE);
    expect([...last.push(sound.subarray(0, cut)), ...last.end()]).toHaveLength(6);
  });

  it('not at the edges of a dropout, which is counted instead', () => {
    const strokes = played(['D', 'O', 'D', 'O', 'D'], 0.3);
    const sound = renderStruck(strokes, RATE, 2, { seed: 8, noiseBelow: 30 });
    // While the second and the third ring, the microphone drops out.
    for (const [from, length] of [
      [0.62, 0.01],
      [0.9, 0.02],
    ] as const) {
      sound.fill(0, Math.round(from * RATE), Math.round((from + length) * RATE));
    }
    const listen = (with0: Float32Array) => {
      const ear = createEar(RATE, { threshold: 0.005 });
      const heard = [];
      for (let at = 0; at < with0.length; at += 700)
        heard.push(...ear.push(with0.subarray(at, at + 700)));
      heard.push(...ear.end());
      return { heard: heard.length, dropouts: ear.dropouts };
    };
    expect(listen(sound)).toEqual({ heard: 5, dropouts: 2 });
    // What is shorter is a wave that goes through nought, what is longer is silence.
    const whole = renderStruck(strokes, RATE, 2, { seed: 8, noiseBelow: 30 });
    const dropouts = [0.002, 0.003, 0.119, 0.122].map((length) => {
      const silenced = whole.slice();
      silenced.fill(0, Math.round(0.6 * RATE), Math.round((0.6 + length) * RATE));
      return listen(silenced).dropouts;
    });
    expect(dropouts).toEqual([0, 1, 1, 0]);
  });
});

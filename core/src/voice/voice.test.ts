import fc from 'fast-check';
import FFT from 'fft.js';
import { beforeAll, describe, expect, it } from 'vitest';
import { sameBytes } from '../bounds/same-bytes.testkit.ts';
import { INSTRUMENTS } from '../instrument/index.ts';
import { TIN } from '../instrument/tin.testkit.ts';
import { strokeLoudness, truePeak } from '../loudness/index.ts';
import { FORCES } from '../rhythm/index.ts';
import { centroidOf, logMel, nearest, withNoise } from './features.testkit.ts';
import {
  BAR_RATIOS,
  bodyFrom,
  CLICK_SOUNDS,
  type ClickSound,
  clickInstrument,
  EVEN,
  FREE_PLATE_RATIOS,
  findVoice,
  kitFrom,
  MEMBRANE_MODES,
  PLATE_RATIOS,
  plainStroke,
  renderStroke,
  SYLLABLES,
  strike,
  TAKE_GROUPS,
} from './index.ts';
import { voiceOfTimbre } from './kits/by-timbre.ts';

/** Enough of what is heard to tell strokes apart, and computed in half the time. */
const RATE = 24_000;
const STROKES = INSTRUMENTS.flatMap(({ id, strokes }) =>
  strokes.map(({ code }) => ({ id, code, name: `${id}/${code}` })),
);

/** How alike two waves are, 1 for the same. */
function correlation(a: Float32Array, b: Float32Array): number {
  let both = 0;
  let first = 0;
  let second = 0;
  for (let i = 0; i < Math.max(a.length, b.length); i += 1) {
    const x = a[i] ?? 0;
    const y = b[i] ?? 0;
    both += x * y;
    first += x * x;
    second += y * y;
  }
  return both / Math.sqrt(first * second);
}

describe('every stroke of every instrument', () => {
  it('at every force is sound: no gap in its numbers, no offset, no click at its ends, its peak under −1 dBFS', () => {
    const wrong: string[] = [];
    for (const { id, code, name } of STROKES) {
      for (const force of FORCES) {
        const samples = renderStroke(id, code, { force, take: force }, RATE);
        const peak = truePeak(samples);
        const mean = samples.reduce((sum, value) => sum + value, 0) / samples.length;
        if (!samples.every(Number.isFinite)) wrong.push(`${name} is not a number`);
        if (peak > 10 ** (-1 / 20)) wrong.push(`${name} ${force} peaks at ${peak}`);
        if (Math.abs(mean) > 0.002 * peak) wrong.push(`${name} ${force} has an offset of ${mean}`);
        if (Math.abs(samples[0] ?? 1) > 0.25 * peak)
          wrong.push(`${name} ${force} begins with a click`);
        if (samples[0] === 0) wrong.push(`${name} ${force} begins late`);
        if (Math.abs(samples.at(-1) ?? 1) > 1e-4) wrong.push(`${name} ${force} ends with a click`);
      }
    }
    expect(wrong).toEqual([]);
  });

  it('is as loud as those of the others where it is the plain one, over some strokes', () => {
    const apart = INSTRUMENTS.map((instrument) => {
      const code = plainStroke(instrument)?.code ?? '';
      const loud = [0, 1, 2, 3].map((take) =>
        strokeLoudness(renderStroke(instrument.id, code, { force: 3, take }, 48_000), 48_000),
      );
      return { name: instrument.name, loud: loud.reduce((sum, one) => sum + one, 0) / loud.length };
    }).filter(({ loud }) => Math.abs(loud - EVEN) > 1.5);
    expect(apart).toEqual([]);
  });

  it('is never the same wave twice in a row, and always the same stroke', () => {
    const wrong: string[] = [];
    for (const { id, code, name } of STROKES) {
      const takes = Array.from({ length: 2 * TAKE_GROUPS }, (_, take) =>
        renderStroke(id, code, { force: 3, take }, RATE),
      );
      for (const [one, a] of takes.entries()) {
        for (const [other, b] of takes.entries()) {
          if (other <= one || one % TAKE_GROUPS === other % TAKE_GROUPS) continue;
          const alike = correlation(a, b);
          if (alike >= 0.98 || alike <= 0.7)
            wrong.push(`${name} ${one} ${other}: ${alike.toFixed(3)}`);
        }
      }
    }
    expect(wrong).toEqual([]);
  });

  it('is the same for the same take, and another for the other hand', () => {
    const tek = (weak: boolean) =>
      renderStroke('goblet-drum', 'T', { force: 3, take: 1, weak }, RATE);
    expect(sameBytes(tek(false), tek(false))).toBe(true);
    expect(correlation(tek(false), tek(true))).toBeLessThan(0.98);
  });
});

describe('strokes are told apart', () => {
  const centres = new Map<string, Float64Array>();
  const heard: { readonly id: string; readonly name: string; readonly features: Float64Array }[] =
    [];

  const learn = () => {
    for (const { id, code, name } of STROKES) {
      const features = (take: number) =>
        logMel(
          withNoise(renderStroke(id, code, { force: 3, take }, RATE), 20, take * 77 + 5),
          RATE,
        );
      centres.set(name, centroidOf([0, 1, 2].map(features)));
      heard.push({ id, name, features: features(20) });
    }
  };
  beforeAll(learn);

  it('within an instrument in 98 of 100, by takes that were not learned from, in noise 20 dB below', () => {
    const wrong = heard.filter(({ id, name, features }) => {
      const own = new Map([...centres].filter(([one]) => one.startsWith(`${id}/`)));
      return nearest(features, own) !== name;
    });
    expect(wrong.length / heard.length, wrong.map(({ name }) => name).join(' ')).toBeLessThan(0.02);
  });

  it('and the instrument in 95 of 100', () => {
    const wrong = heard.filter(
      ({ id, features }) => !nearest(features, centres).startsWith(`${id}/`),
    );
    expect(wrong.length / heard.length, wrong.map(({ name }) => name).join(' ')).toBeLessThan(0.05);
  });
});

/** Where the spectrum of a sound has a peak nearest to a pitch, in hertz, between two bins. */
function peakNear(samples: Float32Array, pitch: number, rate: number): number {
  const size = 32_768;
  const fft = new FFT(size);
  const spectrum = fft.createComplexArray();
  const window = (i: number) =>
    0.5 - 0.5 * Math.cos((2 * Math.PI * i) / Math.min(size, samples.length));
  fft.realTransform(
    spectrum,
    Array.from({ length: size }, (_, i) => (samples[i] ?? 0) * window(i)),
  );
  const power = (bin: number) =>
    Math.log(Math.hypot(spectrum[2 * bin] as number, spectrum[2 * bin + 1] as number));
  const from = Math.floor((pitch * 0.95 * size) / rate);
  const to = Math.ceil((pitch * 1.05 * size) / rate);
  let best = from;
  for (let bin = from; bin <= to; bin += 1) if (power(bin) > power(best)) best = bin;
  const [a, b, c] = [power(best - 1), power(best), power(best + 1)];
  return ((best + (0.5 * (a - c)) / (a - 2 * b + c)) * rate) / size;
}

describe('partials, measured in the sound', () => {
  const sound = (body: string, strikes: string) => {
    const voice = kitFrom(`body = ${body}\nX ${strikes}`).get('X');
    if (!voice) throw new Error('no voice');
    return strike(voice, 'X', { force: 4, take: 1 }, 48_000);
  };
  const MEASURED: readonly [string, string, string, number, readonly number[]][] = [
    [
      'a plain membrane',
      'membrane 200 ring 2 wide 0.6',
      'nail 0.6 leaves',
      200,
      [0, 1, 2, 4].map((at) => (MEMBRANE_MODES[at]?.zero ?? 0) / 2.40483),
    ],
    ['a loaded head', 'loaded 300 ring 2 wide 0.3', 'nail 0.7 leaves', 300, [1, 2, 3, 4, 5]],
    ['a free bar', 'bar 600 ring 2', 'shaft 1 leaves', 600, [1, 2.756, 5.404, 8.933]],
    ['a plate', 'plate 150 ring 2', 'nail 0.7 leaves', 150, PLATE_RATIOS.slice(0, 3)],
    ['a free plate', 'cymbal 2000 ring 2', 'nail 0.7 leaves', 360, FREE_PLATE_RATIOS.slice(0, 3)],
    ['air', 'clay 900 ring 0.1 air 92 1 3', 'palm 0 leaves', 92, [1]],
  ];

  it.each(MEASURED)(
    'of %s lie within 3 in 100 of their source',
    (_name, body, strikes, pitch, ratios) => {
      const samples = sound(body, strikes);
      for (const ratio of ratios) {
        const found = peakNear(samples, pitch * ratio, 48_000);
        expect(Math.abs(found / (pitch * ratio) - 1), `${pitch * ratio} Hz: ${found}`).toBeLessThan(
          0.03,
        );
      }
    },
  );

  it('of a bar and plates are those of the books', () => {
    const near = (all: readonly number[], book: readonly number[]) =>
      expect(all.slice(0, book.length).map((one) => Number(one.toFixed(3)))).toEqual(book);
    near(BAR_RATIOS, [1, 2.757, 5.404, 8.933]);
    near(FREE_PLATE_RATIOS, [1, 1.729, 2.328]);
    near(
      MEMBRANE_MODES.map(({ zero }) => zero / 2.40483),
      [1, 1.593, 2.136, 2.295, 2.653, 2.917],
    );
  });
});

describe('the voice of a stroke', () => {
  it('of an instrument of one’s own is its timbre and pitch, on the drum that it says', () => {
    const [lid] = TIN.strokes;
    const voice = findVoice(TIN.id, 'X', TIN);
    expect(voice).toMatchObject({ ...voiceOfTimbre('bell', 700), on: 'X' });
    const drums = { ...TIN, strokes: [{ ...lid, drum: 1 }] } as typeof TIN;
    expect(findVoice(TIN.id, 'X', drums)?.on).toBe('1');
  });

  it('is none where there is no such instrument, no such stroke, or nothing of how it sounds', () => {
    const silent = { ...TIN, strokes: TIN.strokes.map(({ sound: _sound, ...one }) => one) };
    expect(findVoice(TIN.id, 'X')).toBeUndefined();
    expect(findVoice(TIN.id, 'Q', TIN)).toBeUndefined();
    expect(findVoice(TIN.id, 'X', silent)).toBeUndefined();
    expect(findVoice('tall-hand-drum', 'Q')).toBeUndefined();
  });

  it('of what is said is a mouth that says it, low or high', () => {
    expect(findVoice(SYLLABLES.high, 'ta')).toMatchObject({
      body: { kind: 'mouth', speaker: 'high', syllable: 'ta' },
      on: 'mouth',
    });
    expect(findVoice(SYLLABLES.low, 'ki')?.body).toMatchObject({ speaker: 'low' });
  });

  it('of a click stands under a name of its own, the wooden one under the plain name', () => {
    const names = (Object.keys(CLICK_SOUNDS) as ClickSound[]).map(clickInstrument);
    expect(names[0]).toBe('click');
    expect(new Set(names).size).toBe(names.length);
    for (const name of names) expect(findVoice(name, 'plain'), name).toBeDefined();
  });
});

describe('one model of one drum', () => {
  const conga = (code: string) => findVoice('tall-hand-drum', code);

  it('makes open, muffled, slap and bass by where and how it is struck', () => {
    const bodies = new Set(['O', 'M', 'S', 'B', 'H', 'T'].map((code) => conga(code)?.body));
    expect(bodies.size).toBe(1);
  });

  it('tuned higher raises the skin and leaves the air where it is', () => {
    const at = (code: string, tuned: number, pitch: number) =>
      peakNear(
        renderStroke('tall-hand-drum', code, { force: 3, take: 1, tuned }, 48_000),
        pitch,
        48_000,
      );
    expect(at('O', 1.2, 264)).toBeCloseTo(264, -1);
    expect(at('B', 1.2, 92)).toBeCloseTo(92, -1);
  });

  it('refuses a body or a strike with a word that there is not', () => {
    for (const row of [
      'trombone 200 ring 1',
      'membrane high ring 1',
      'membrane 200 for 1',
      'membrane 200 ring 1 loud',
    ])
      expect(() => bodyFrom(row), row).toThrow(RangeError);
    for (const row of ['X elbow 0 leaves', 'X palm 0 flies', 'X palm 0 leaves @rim', 'X palm'])
      expect(() => kitFrom(`skin = membrane 200 ring 1\n${row}`), row).toThrow(RangeError);
  });

  it('is heard from any place, with any tool, after any take', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(
          'membrane 200 ring 0.4 air 80 0.3 1',
          'loaded 300 ring 0.8',
          'bell 600 ring 0.5',
          'plate 90 ring 0.1 wires 3000 0.5 0.1',
        ),
        fc.constantFrom('palm', 'tips', 'stick', 'mallet', 'nail'),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.constantFrom('leaves', 'stays', 'rests', 'presses', 'slides'),
        fc.nat(),
        (body, tool, place, after, take) => {
          const voice = kitFrom(`body = ${body}\nX ${tool} ${place.toFixed(3)} ${after}`).get('X');
          if (!voice) throw new Error('no voice');
          const samples = strike(voice, 'X', { force: 3, take }, 16_000);
          expect(samples.every(Number.isFinite)).toBe(true);
          expect(samples.some((value) => Math.abs(value) > 1e-3)).toBe(true);
        },
      ),
      { numRuns: 30 },
    );
  });
});

describe('clicks', () => {
  /** How much of a sound lies above a pitch, as a share of its power. */
  const above = (samples: Float32Array, pitch: number) => {
    const size = 4096;
    const fft = new FFT(size);
    const spectrum = fft.createComplexArray();
    fft.realTransform(
      spectrum,
      Array.from({ length: size }, (_, i) => samples[i] ?? 0),
    );
    let all = 0;
    let high = 0;
    for (let bin = 1; bin < size / 2; bin += 1) {
      const power = (spectrum[2 * bin] as number) ** 2 + (spectrum[2 * bin + 1] as number) ** 2;
      all += power;
      if ((bin * 48_000) / size > pitch) high += power;
    }
    return high / all;
  };
  const sound = (instrument: string, kind: string) =>
    renderStroke(instrument, kind, { force: 3, take: 0 }, 48_000);

  it('lie above what drums sound: found by their band, not by being louder', () => {
    for (const name of Object.keys(CLICK_SOUNDS) as ClickSound[]) {
      for (const kind of ['strong', 'plain', 'second']) {
        const click = sound(clickInstrument(name), kind);
        expect(above(click, 900), `${name} ${kind}`).toBeGreaterThan(0.9);
        expect(strokeLoudness(click, 48_000), `${name} ${kind}`).toBeLessThan(EVEN + 1.5);
      }
    }
    for (const drum of ['tall-hand-drum', 'goblet-drum', 'north-indian-pair', 'rope-drum']) {
      const open = INSTRUMENTS.find(({ id }) => id === drum);
      expect(above(sound(drum, (open && plainStroke(open)?.code) ?? ''), 900), drum).toBeLessThan(
        0.5,
      );
    }
  });
});

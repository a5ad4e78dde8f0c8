import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { beatStarts, cycleFromSpans } from '../cycle/index.ts';
import { checkRhythm, type Layer, timeLayer } from '../rhythm/index.ts';
import { readRhythm } from '../text/index.ts';
import { toNumber } from '../time/index.ts';
import { accentTapped, layerFromTaps, type Tap, tappedBeats } from './index.ts';

const cycle = cycleFromSpans('4x4');
const empty: Layer = {
  id: 'layer-1',
  name: 'Drum',
  instrument: 'goblet-drum',
  cells: [{ beats: { num: 1, den: 1 }, slots: 4 }],
  strokes: [],
};
/** 60 beats of four pulses a minute: a beat lasts a second, a pulse 250 ms. */
const SECONDS = 0.25;

/** Taps of a pattern, a row of divisions and places for each beat, off by up to `jitter` seconds. */
function tap(
  pattern: readonly { slots: number; places: readonly number[] }[],
  off: (index: number) => number,
  pass = 0,
): Tap[] {
  let count = 0;
  return pattern.flatMap(({ slots, places }, beat) =>
    places.map((place) => {
      const exact = pass * 16 + (beatStarts(cycle)[beat] ?? 0) + (4 * place) / slots;
      count += 1;
      return { pulses: exact + off(count) / SECONDS, kind: 'D' };
    }),
  );
}

const onsetsOf = (layer: Layer) =>
  layer.strokes.map((stroke) =>
    toNumber(timeLayer(cycle, layer).starts[stroke.slot] ?? { num: 0, den: 1 }),
  );

describe('tapping in', () => {
  it('finds fours, threes, a five and an empty beat side by side, with 15 ms of jitter', () => {
    const pattern = [
      { slots: 4, places: [0, 1, 3] },
      { slots: 3, places: [0, 1, 2] },
      { slots: 5, places: [0, 1, 2, 3, 4] },
      { slots: 1, places: [] },
    ];
    const jitter = [
      0.011, -0.014, 0.006, -0.009, 0.015, -0.004, 0.012, -0.015, 0.003, 0.01, -0.008,
    ];
    const taps = tap(pattern, (index) => jitter[index % jitter.length] ?? 0);
    const beats = tappedBeats(cycle, taps, { secondsPerPulse: SECONDS });
    expect(beats.map((beat) => beat.readings[0]?.slots)).toEqual([4, 3, 5, undefined]);
    const layer = layerFromTaps(cycle, empty, beats);
    expect(layer.cells.map((cell) => cell.slots)).toEqual([4, 3, 5, 4]);
    expect(onsetsOf(layer)).toEqual(
      onsetsOf(
        layerFromTaps(
          cycle,
          empty,
          tappedBeats(
            cycle,
            tap(pattern, () => 0),
            { secondsPerPulse: SECONDS },
          ),
        ),
      ),
    );
  });

  it('lets two hands sound together, and the same hand of another pass only once', () => {
    const taps: Tap[] = [
      { pulses: 0, kind: 'T', hand: 'R' },
      { pulses: 16.02, kind: 'D', hand: 'L' },
      { pulses: 32.01, kind: 'T', hand: 'R' },
      { pulses: 2, kind: 'k', hand: 'L' },
    ];
    const beats = tappedBeats(cycle, taps, { secondsPerPulse: SECONDS });
    const { strokes } = layerFromTaps(cycle, empty, beats);
    // In the order of the drum's vocabulary, as two that are spoken as one are known.
    expect(strokes.map((one) => [one.slot, one.kind, one.hand])).toEqual([
      [0, 'D', 'L'],
      [0, 'T', 'R'],
      [1, 'k', 'L'],
    ]);
    // By letter: the foot and a hand go together, two strokes of one hand do not.
    const kit: Layer = { ...empty, instrument: 'drum-kit' };
    const typed = ['x', 'B', 'C'].map((kind) => ({ pulses: 0, kind }));
    const written = layerFromTaps(
      cycle,
      kit,
      tappedBeats(cycle, typed, { secondsPerPulse: SECONDS }),
    );
    expect(written.strokes.map((one) => one.kind)).toEqual(['B', 'x']);
  });

  it('offers the other readings, likeliest first, and takes the one that is chosen', () => {
    const taps = tap([{ slots: 2, places: [0, 1] }], () => 0.002);
    const beats = tappedBeats(cycle, taps, { secondsPerPulse: SECONDS });
    const [first] = beats;
    expect(first?.readings).toHaveLength(9);
    expect(first?.readings[0]).toMatchObject({ slots: 2, places: [0, 1] });
    const sum = first?.readings.reduce((all, one) => all + one.confidence, 0);
    expect(sum).toBeCloseTo(1, 9);
    const finer = layerFromTaps(cycle, empty, beats, new Map([[0, 4]]));
    expect(finer.cells[0]?.slots).toBe(4);
    expect(finer.strokes.map((stroke) => stroke.slot)).toEqual([0, 2]);
  });

  it('lays several passes on one another, and gives an early first stroke to its beat', () => {
    const right = tap([{ slots: 4, places: [0, 2] }], () => -0.012, 1).map((one) => ({
      ...one,
      hand: 'R' as const,
    }));
    const left = tap([{ slots: 4, places: [1, 3] }], () => 0.006, 2).map((one) => ({
      ...one,
      hand: 'L' as const,
    }));
    const beats = tappedBeats(cycle, [...right, ...left], { secondsPerPulse: SECONDS });
    const layer = layerFromTaps(cycle, empty, beats);
    expect(layer.strokes.map(({ slot, hand }) => `${slot}${hand}`)).toEqual([
      '0R',
      '1L',
      '2R',
      '3L',
    ]);
  });

  it('takes out a constant delay', () => {
    const taps = tap([{ slots: 4, places: [0, 1, 2, 3] }], () => 0.06);
    const [beat] = tappedBeats(cycle, taps, { secondsPerPulse: SECONDS, delay: 0.06 });
    expect(beat?.readings[0]).toMatchObject({ slots: 4, places: [0, 1, 2, 3] });
    expect(beat?.readings[0]?.error).toBeLessThan(0.001);
  });

  it('gets any pattern of usual divisions back from a steady hand', () => {
    const beat = fc
      .constantFrom(1, 2, 3, 4, 6)
      .chain((slots) =>
        fc
          .subarray(Array.from({ length: slots }, (_, index) => index))
          .map((places) => ({ slots, places })),
      );
    fc.assert(
      fc.property(
        fc.array(beat, { minLength: 4, maxLength: 4 }),
        fc.array(fc.double({ min: -0.01, max: 0.01, noNaN: true }), {
          minLength: 24,
          maxLength: 24,
        }),
        (pattern, jitter) => {
          const taps = tap(pattern, (index) => jitter[index % 24] ?? 0);
          const beats = tappedBeats(cycle, taps, { secondsPerPulse: SECONDS });
          const layer = layerFromTaps(cycle, empty, beats);
          const exact = tap(pattern, () => 0).map((one) => one.pulses);
          const found = onsetsOf(layer);
          expect(found).toHaveLength(exact.length);
          // A lone stroke may be explained by another division, never by more than its jitter and a slot's rest.
          for (const [index, at] of exact.entries()) {
            expect(Math.abs((found[index] ?? 0) - at) * SECONDS).toBeLessThan(0.06);
          }
        },
      ),
    );
  });

  it('gives a layer that keeps every rule', () => {
    const { rhythm } = readRhythm('rhythm A\ncycle 4x4\nlayer D : goblet drum\nplay D / D / D / D');
    const taps: Tap[] = [0, 3.1, 5.4, 7, 7.05, 12.2].map((pulses) => ({ pulses, kind: 'T' }));
    const layer = layerFromTaps(
      cycle,
      empty,
      tappedBeats(cycle, taps, { secondsPerPulse: SECONDS }),
    );
    expect(checkRhythm({ ...rhythm, layers: [layer] }).ok).toBe(true);
  });

  it('accents the strokes nearest to the taps, in every turn, over the seam too', () => {
    const { rhythm } = readRhythm(
      'rhythm A\ncycle 4x2\nlayer D : goblet drum\nplay D . k . / T! . k . | D . k k / T . k .',
    );
    const [layer] = rhythm.layers;
    if (!layer) throw new Error('no layer');
    const accents = (taps: readonly number[]) =>
      accentTapped(
        rhythm.cycle,
        layer,
        taps.map((pulses) => ({ pulses, kind: 'D' })),
      ).strokes.flatMap((stroke) => (stroke.force === 4 ? [stroke.slot] : []));
    expect(accents([2.1])).toEqual([2, 10]);
    // In the second turn a stroke is nearer; a tap late in a turn is meant for the next one.
    expect(accents([3.1])).toEqual([4, 11]);
    expect(accents([7.8, 16 + 6.2])).toEqual([0, 6, 8, 14]);
    expect(accents([])).toEqual([]);
  });

  it('reads steadier the more passes there are, at 20 ms of jitter', () => {
    let seed = 11;
    const next = () => {
      seed = (seed * 48_271) % 2_147_483_647;
      return seed / 2_147_483_647;
    };
    const normal = () => Math.sqrt(-2 * Math.log(next())) * Math.cos(2 * Math.PI * next());
    const share = (passes: number) => {
      seed = 11;
      let right = 0;
      for (let trial = 0; trial < 60; trial += 1) {
        const pattern = [0, 1, 2, 3].map(() => {
          const slots = 1 + Math.floor(next() * 8.999);
          return { slots, places: Array.from({ length: slots }, (_, place) => place) };
        });
        const taps = Array.from({ length: passes }, (_, pass) =>
          tap(pattern, () => 0.02 * normal(), pass),
        ).flat();
        const beats = tappedBeats(cycle, taps, { secondsPerPulse: SECONDS });
        right += beats.filter(
          ({ readings }, at) => readings[0]?.slots === pattern[at]?.slots,
        ).length;
      }
      return right / 240;
    };
    const [one, two, eight] = [share(1), share(2), share(8)];
    expect(two).toBeGreaterThanOrEqual(one);
    expect(eight).toBeGreaterThanOrEqual(two);
    expect(eight).toBeGreaterThan(0.95);
  });

  it('lets one hand be played after the other, each in passes of its own', () => {
    const right = { slots: 4, places: [0, 2] };
    const left = { slots: 4, places: [1, 3] };
    const noise = (index: number) => [0.012, -0.015, 0.008, -0.01, 0.014, -0.006][index % 6] ?? 0;
    const passes = (line: typeof right, from: number, hand: 'R' | 'L') =>
      [0, 1, 2].flatMap((pass) =>
        tap([line, line, line, line], noise, from + pass).map((one) => ({ ...one, hand })),
      );
    const beats = tappedBeats(cycle, [...passes(right, 0, 'R'), ...passes(left, 3, 'L')], {
      secondsPerPulse: SECONDS,
    });
    expect(beats.map((beat) => beat.readings[0]?.slots)).toEqual([4, 4, 4, 4]);
    expect(beats[0]?.readings[0]?.places).toEqual([0, 1, 2, 3]);
  });
});

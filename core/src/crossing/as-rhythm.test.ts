import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nth } from '../bounds/index.ts';
import { TIN } from '../instrument/tin.testkit.ts';
import { composite } from '../read/index.ts';
import { checkRhythm, editLayer, timeRhythm } from '../rhythm/index.ts';
import { timed } from '../text/timed.testkit.ts';
import { arbitraryPulse } from './arbitrary.testkit.ts';
import {
  crossing,
  crossingAsRhythm,
  crossingOfLayers,
  evenPulse,
  type PulsePart,
  stepsOf,
} from './index.ts';

const parts: readonly PulsePart[] = [
  { instrument: 'rope-drum', kind: 'O', hand: 'R' },
  { instrument: 'hand-bell', kind: 'X', hand: 'L' },
];

const asked = { parts, bpm: 72, id: 'x' };

describe('a crossing as a rhythm', () => {
  it('has the same composite, whichever pulse is the beat, wherever the pulses start', () => {
    fc.assert(
      fc.property(arbitraryPulse, arbitraryPulse, fc.constantFrom(0, 1), (a, b, from) => {
        const crossed = crossing([a, b]);
        const rhythm = crossingAsRhythm({ ...asked, crossed, from });
        expect(checkRhythm(rhythm)).toMatchObject({ ok: true });
        if (rhythm.layers.length < 2) return;
        const timed = timeRhythm(rhythm);
        if (!timed.ok) return;
        const { meetings } = composite(rhythm, timed.timing);
        const [first = 0] = stepsOf(crossed, from);
        const places = meetings
          .map(
            ({ ticks }) => ((ticks * crossed.grid) / timed.timing.fullTicks + first) % crossed.grid,
          )
          .sort((one, other) => one - other);
        expect(places).toEqual(crossed.moments.map((moment) => moment.at));
      }),
    );
  });

  it('counts its beats in parts where they can be counted', () => {
    const crossed = crossing([5, 3]);
    const { cycle, layers } = crossingAsRhythm({ ...asked, crossed, from: 0 });
    expect(cycle.groups[0]?.beats.map((beat) => beat.span)).toEqual([3, 3, 3, 3, 3]);
    expect(layers[1]?.cells).toEqual([{ beats: { num: 5, den: 1 }, slots: 3 }]);
  });

  it('gives a step of learning its layers, and the composite where it can be written', () => {
    const crossed = crossing([7, 4]);
    const step = crossingAsRhythm({
      ...asked,
      crossed,
      from: 1,
      heard: [0],
      composite: true,
      step: 'step 2',
    });
    expect(step.name).toBe('7 : 4 crossing, step 2');
    expect(step.layers.map((layer) => layer.name)).toEqual(['Composite', '7 djembe']);
    expect(step.layers[0]?.strokes.map((stroke) => stroke.slot)).toEqual([
      0, 4, 7, 8, 12, 14, 16, 20, 21, 24,
    ]);
    const large = crossingAsRhythm({
      ...asked,
      crossed: crossing([31, 29, 28]),
      from: 0,
      heard: [],
      composite: true,
    });
    expect(large.layers).toEqual([]);
  });
});

describe('even layers of a rhythm', () => {
  it('open as the crossing they are', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 12 }), (a, b) => {
        const rhythm = crossingAsRhythm({ ...asked, crossed: crossing([a, b]), from: 0 });
        const timed = timeRhythm(rhythm);
        if (!timed.ok) throw new Error(timed.message);
        const found = crossingOfLayers(rhythm, timed.timing, [0, 1]);
        expect(found.ok && found.pulses.map((pulse) => pulse.steps)).toEqual([a, b]);
        expect(found.ok && found.parts).toEqual(parts);
        expect(found.ok && found.span).toEqual(timed.timing.full);
      }),
    );
  });

  it('keep the instrument of one’s own that a line is played on, and its strokes', () => {
    const { rhythm, timing } = timed(
      'rhythm A\ncycle 2x3\nlayer B : hand bell\nplay X / X / X\nlayer D : claves\nplay X X / X X / X X',
    );
    const tin = editLayer(rhythm, nth(rhythm.layers, 0).id, (layer) => ({
      ...layer,
      instrument: TIN.id,
      own: TIN,
      strokes: layer.strokes.map((stroke) => ({ ...stroke, kind: 'Y' })),
    }));
    const found = crossingOfLayers(tin, timing, [0, 1]);
    if (!found.ok) throw new Error(found.message);
    const crossed = crossing(found.pulses);
    const made = crossingAsRhythm({ crossed, parts: found.parts, from: 0, bpm: 72, id: 'x' });
    expect(made.layers.map(({ name, instrument }) => [name, instrument])).toEqual([
      ['3 biscuit tin', 'own-tin'],
      ['6 claves', 'claves'],
    ]);
    expect(made.layers[0]?.strokes[0]?.kind).toBe('Y');
    expect(made.layers.map((layer) => layer.own)).toEqual([TIN, undefined]);
    expect('own' in nth(made.layers, 1)).toBe(false);
    expect(checkRhythm(made)).toMatchObject({ ok: true });
    // An instrument that is not known here has no name to give.
    const [gone] = crossingAsRhythm({
      crossed,
      parts: [{ instrument: 'gone', kind: 'X', hand: 'L' }],
      from: 0,
      bpm: 72,
      id: 'x',
    }).layers;
    expect([gone?.name, gone?.instrument, gone?.strokes[0]?.hand]).toEqual(['3', 'gone', 'L']);
  });

  it('may begin late, and others are refused with their name', () => {
    const { rhythm, timing } = timed(
      'rhythm A\ncycle 4x2\nlayer B : hand bell\nplay . . X . / . . X .\nlayer D : goblet drum\nplay D . . D / D . . .\nlayer E : claves\nplay X . . . / X . . .',
    );
    expect(crossingOfLayers(rhythm, timing, [0, 2])).toMatchObject({
      pulses: [
        { steps: 2, parts: 2, sounds: [0], start: 1 },
        { steps: 2, parts: 1, sounds: [0], start: 0 },
      ],
    });
    expect(crossingOfLayers(rhythm, timing, [0, 1])).toEqual({
      ok: false,
      message: 'D is not even: its strides differ.',
    });
  });
});

describe('low and high strokes of a view', () => {
  it('go along as a layer of their own, one slot a beat', () => {
    const crossed = crossing([3, 4].map(evenPulse));
    const asked = {
      crossed,
      parts: [],
      from: 1,
      bpm: 60,
      id: 'a',
      backbeat: ['low', undefined, 'high', undefined] as const,
    };
    const made = crossingAsRhythm(asked);
    expect(checkRhythm(made)).toMatchObject({ ok: true });
    const laid = made.layers.at(-1);
    expect(laid).toMatchObject({ name: 'Low and high', instrument: 'box-drum' });
    expect(laid?.strokes.map(({ slot, kind }) => `${slot} ${kind}`)).toEqual(['0 B', '2 S']);
    expect(crossingAsRhythm({ ...asked, backbeat: [] }).layers).toHaveLength(2);
  });
});

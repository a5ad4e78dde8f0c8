import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import { arbitraryRhythm } from './arbitrary.testkit.ts';
import { checkRhythm, LIMITS, type Rhythm, repairRhythm } from './index.ts';

const GOOD: Rhythm = {
  id: 'a',
  name: 'Lamp',
  cycle: cycleFromSpans('4x4'),
  layers: [
    {
      id: 'x',
      name: 'Drum',
      instrument: 'goblet-drum',
      cells: [9, 8, 7, 5].map((slots) => ({ beats: { num: 1, den: 1 }, slots })),
      strokes: [
        { slot: 0, kind: 'D', force: 4, hand: 'R' },
        { slot: 12, kind: 'T', force: 3 },
      ],
    },
  ],
  tempo: { bpm: 60, per: 4 },
  target: 90,
  tags: ['walk'],
};

describe('repairRhythm', () => {
  it('leaves a good rhythm as it is', () => {
    expect(repairRhythm(GOOD, 'b')).toEqual({
      rhythm: { ...GOOD, id: 'b', layers: [{ ...GOOD.layers[0], id: 'layer-1' }] },
      said: [],
    });
  });

  it('keeps where it begins after the one, if that lies within the turn', () => {
    const begun = (num: number) =>
      repairRhythm({ ...GOOD, eduppu: { num, den: 2 }, target: 0 }, 'b').rhythm;
    expect(begun(3).eduppu).toEqual({ num: 3, den: 2 });
    expect(begun(8)).not.toHaveProperty('eduppu');
  });

  it('divides anew what meets on no grid, and keeps every stroke it can', () => {
    const slots = [64, 63, 61, 59, 57, 55, 53, 47, 43, 41];
    const broken = {
      ...GOOD,
      cycle: cycleFromSpans('1x10'),
      layers: [
        {
          ...GOOD.layers[0],
          cells: slots.map((count) => ({ beats: { num: 1, den: 1 }, slots: count })),
          strokes: [0, 64, 127].map((slot) => ({ slot, kind: 'D', force: 3 })),
        },
      ],
    };
    expect(checkRhythm(broken).ok).toBe(false);
    const { rhythm, said } = repairRhythm(broken, 'b');
    expect(checkRhythm(rhythm)).toMatchObject({ ok: true });
    expect(rhythm.layers[0]?.strokes).toHaveLength(3);
    expect(said.join(' ')).toContain('divided anew');
  });

  it('says what it had to leave out', () => {
    const [layer] = GOOD.layers;
    const { rhythm, said } = repairRhythm(
      { ...GOOD, target: 0, layers: [{ ...layer, instrument: 'tuba' }, 7, { ...layer, name: '' }] },
      'b',
    );
    expect(rhythm.target).toBe(60);
    expect(rhythm.layers.map((one) => one.name)).toEqual(['Drum', 'Layer 3']);
    expect(said.join(' ')).toContain('no instrument is called “tuba”');
    expect(said.join(' ')).toContain('Layer 2 could not be read');
    expect(said.join(' ')).toContain('Its target could not be read');
  });

  it('makes a rhythm that can be opened of anything', () => {
    const wounds = fc.array(fc.tuple(fc.nat(), fc.anything()), { maxLength: 6 });
    fc.assert(
      fc.property(fc.oneof(arbitraryRhythm, fc.anything()), wounds, (good, changes) => {
        const data = structuredClone(good) as unknown;
        const places: [Record<string, unknown>, string][] = [];
        const walk = (one: unknown) => {
          if (typeof one !== 'object' || one === null) return;
          for (const key of Object.keys(one)) {
            places.push([one as Record<string, unknown>, key]);
            walk((one as Record<string, unknown>)[key]);
          }
        };
        walk(data);
        for (const [place, value] of changes) {
          const [holder, key] = places[place % Math.max(1, places.length)] ?? [{}, ''];
          holder[key] = value;
        }
        const { rhythm, said } = repairRhythm(data, 'b');
        expect(checkRhythm(rhythm)).toMatchObject({ ok: true });
        for (const sentence of said) expect(sentence).toMatch(/\.$/);
      }),
    );
  });

  it('holds to the limits', () => {
    const [layer] = GOOD.layers;
    const long = Array.from({ length: 70 }, () => ({ beats: { num: 1, den: 1 }, slots: 64 }));
    const many = Array.from({ length: 40 }, () => ({ ...layer, cells: long }));
    const { rhythm } = repairRhythm({ ...GOOD, layers: many }, 'b');
    expect(checkRhythm(rhythm)).toMatchObject({ ok: true });
    expect(rhythm.layers.length).toBeLessThanOrEqual(LIMITS.layers);
    expect(rhythm.layers.length).toBeGreaterThan(0);
  });
});

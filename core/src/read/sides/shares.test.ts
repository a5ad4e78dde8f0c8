import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FAMILIES } from '../../instrument/index.ts';
import { arbitraryRhythm } from '../../rhythm/arbitrary.testkit.ts';
import { FORCES, timeRhythm } from '../../rhythm/index.ts';
import {
  familiesOf,
  forcesByHand,
  hardMoves,
  highShare,
  makeLibrary,
  readLayer,
  sayBalance,
  strides,
  USUAL_READING,
  weightOf,
  wrists,
} from '../index.ts';

const line = fc
  .uniqueArray(fc.nat({ max: 11 }), { minLength: 2, maxLength: 8 })
  .map((all) => all.sort((a, b) => a - b));

describe('weight', () => {
  it('is shared out whole, by force and not by number', () => {
    fc.assert(
      fc.property(arbitraryRhythm, ({ layers }) => {
        const weight = weightOf(layers);
        const all = FAMILIES.reduce((sum, family) => sum + weight[family], 0);
        const sounds = layers.some((layer) => layer.strokes.length > 0);
        expect(all).toBeCloseTo(sounds ? 1 : 0, 9);
        // The same strokes twice weigh the same.
        const twice = weightOf([...layers, ...layers]);
        for (const family of FAMILIES) expect(twice[family]).toBeCloseTo(weight[family], 9);
      }),
    );
  });

  it('warns only outside the range that is wanted', () => {
    fc.assert(
      fc.property(
        arbitraryRhythm,
        fc.double({ min: 0, max: 0.5, noNaN: true }),
        fc.double({ min: 0.5, max: 1, noNaN: true }),
        ({ layers }, least, most) => {
          for (const layer of layers) {
            const high = highShare(layer);
            if (high === undefined) continue;
            expect(high).toBeGreaterThan(0);
            expect(high).toBeLessThan(1);
            const { text, isWanted } = sayBalance(high, { least, most });
            expect(isWanted).toBe(high >= least && high <= most);
            expect(text.includes('as you want')).toBe(isWanted);
          }
        },
      ),
    );
  });
});

describe('wrists', () => {
  it('are one for each stroke of the hand, and say where the next one is', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...FORCES), { minLength: 1, maxLength: 16 }),
        (forces) => {
          const found = wrists(forces);
          expect(found).toHaveLength(forces.length);
          found.forEach((wrist, index) => {
            const next = forces[(index + 1) % forces.length] ?? 1;
            expect(wrist === 'full' || wrist === 'up').toBe(next >= 3);
          });
          // As often as a hand goes up it comes down.
          const count = (kind: string) => found.filter((one) => one === kind).length;
          expect(count('up')).toBe(count('down'));
        },
      ),
    );
  });

  it('of both hands together are those of each', () => {
    fc.assert(
      fc.property(arbitraryRhythm, ({ layers }) => {
        for (const layer of layers) {
          const both = layer.strokes.filter((stroke) => stroke.hand === 'B').length;
          const feet = layer.strokes.filter((stroke) => stroke.hand === 'F').length;
          const { R, L } = forcesByHand(layer);
          const hands = R.length + L.length;
          expect(hands).toBeLessThanOrEqual(layer.strokes.length * 2);
          expect(hands).toBeGreaterThanOrEqual(both * 2);
          expect(hands).toBeLessThanOrEqual((layer.strokes.length - feet) * 2);
        }
      }),
    );
  });
});

describe('families', () => {
  it('are those that plain comparing finds', () => {
    const known = fc.array(line, { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(known, line, (lines, asked) => {
        const library = makeLibrary(
          lines.map((onsets, index) => ({ id: String(index), onsets, span: 12 })),
        );
        const found = new Map(familiesOf(asked, 12, library).map((kin) => [kin.id, kin]));
        lines.forEach((onsets, index) => {
          const turned = (by: number) => onsets.map((at) => (at + by) % 12);
          const shares = Array.from(
            { length: 12 },
            (_, by) => turned(by).filter((at) => asked.includes(at)).length,
          );
          const best = Math.max(...shares);
          const kin = found.get(String(index));
          if (onsets.length !== asked.length) expect(kin).toBeUndefined();
          else if (best === asked.length) expect(['same', 'rotation']).toContain(kin?.kind);
          else if (best === asked.length - 1) expect(kin?.kind).toBe('one-moved');
          else expect(kin).toBeUndefined();
        });
      }),
    );
  });

  it('have strides that add up, whatever the line', () => {
    fc.assert(
      fc.property(line, (onsets) => {
        expect(strides(onsets, 12).reduce((sum, gap) => sum + gap, 0)).toBe(12);
      }),
    );
  });
});

describe('a whole reading', () => {
  it('is sentences, of slots that there are, in every school', () => {
    fc.assert(
      fc.property(
        arbitraryRhythm,
        fc.constantFrom('strict' as const, 'loose' as const, 'no sides' as const),
        fc.double({ min: 1, max: 15, noNaN: true }),
        (rhythm, school, ceiling) => {
          const timed = timeRhythm(rhythm);
          rhythm.layers.forEach((_, index) => {
            const slots = timed.ok ? (timed.timing.layers[index]?.starts.length ?? 0) : 0;
            const groups = readLayer(rhythm, index, { ...USUAL_READING, school, ceiling });
            for (const { title, findings } of groups) {
              expect(findings.length).toBeGreaterThan(0);
              if (school === 'no sides') expect(title).not.toBe('Sides');
              for (const finding of findings) {
                expect(finding.text).toMatch(/[.]$/);
                expect(finding.text).not.toMatch(/NaN|undefined|Infinity/);
                for (const slot of finding.slots) expect(slot).toBeLessThan(slots);
              }
            }
          });
          expect(readLayer(rhythm, 99)).toEqual([]);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('calls no move hard that has the time of a stroke', () => {
    const move = { hand: 'R' as const, from: 0, to: 1, gap: { num: 1, den: 1 } };
    // One pulse at 300 a minute lasts a fifth of a second: just what a ceiling of five allows.
    expect(hardMoves([move], { bpm: 300, per: 1 }, 5)).toEqual([]);
    expect(hardMoves([move], { bpm: 301, per: 1 }, 5)).toHaveLength(1);
  });
});

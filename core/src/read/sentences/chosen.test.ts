import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryRhythm } from '../../rhythm/arbitrary.testkit.ts';
import { onsetsOnce, timeRhythm } from '../../rhythm/index.ts';
import { timed } from '../../text/timed.testkit.ts';
import { rational } from '../../time/index.ts';
import {
  ACCENT,
  composite,
  layersAt,
  layersTogether,
  pairOf,
  placeOf,
  readSlot,
  sayPlace,
  sayPulse,
  sharedWith,
  slotsWith,
  soundingLine,
  whoSounds,
} from '../index.ts';

describe('who falls with whom', () => {
  it('is what plain looking through all strokes finds', () => {
    fc.assert(
      fc.property(arbitraryRhythm, (rhythm) => {
        const result = timeRhythm(rhythm);
        if (!result.ok) return;
        const { timing } = result;
        rhythm.layers.forEach((layer, index) => {
          const grid = timing.layers[index];
          if (!grid) return;
          const slots = [...new Set(layer.strokes.map((stroke) => stroke.slot))];
          const shared = sharedWith(rhythm, timing, index);
          expect(shared[index]).toMatchObject({ count: 0, accents: 0, slots: [], accented: [] });
          rhythm.layers.forEach((other, at) => {
            const theirs = timing.layers[at];
            if (at === index || !theirs) return;
            const plainly = slots.filter((slot) =>
              other.strokes.some(
                (stroke) =>
                  (theirs.startTicks[stroke.slot] ?? -1) ===
                  (grid.startTicks[slot] ?? 0) % theirs.lengthTicks,
              ),
            );
            expect(slotsWith(rhythm, timing, index, slots, at)).toEqual(plainly);
            expect(shared[at]?.slots).toEqual(plainly);
            expect(shared[at]?.accented).toEqual(
              plainly.filter((slot) =>
                layer.strokes.some((stroke) => stroke.slot === slot && stroke.force === 4),
              ),
            );
            for (const slot of plainly) {
              expect(layersTogether(rhythm, timing, index, slot)).toContain(at);
            }
          });
        });
      }),
      { numRuns: 60 },
    );
  });

  it('agrees with the composite, which knows every meeting', () => {
    fc.assert(
      fc.property(arbitraryRhythm, (rhythm) => {
        const result = timeRhythm(rhythm);
        if (!result.ok || rhythm.layers.length < 2) return;
        const { timing } = result;
        const { meetings, strides } = composite(rhythm, timing);
        expect(strides.reduce((sum, one) => sum + one, 0)).toBe(
          meetings.length === 0 ? 0 : timing.fullTicks,
        );
        const all = onsetsOnce(rhythm, timing);
        expect(new Set(all.map((onset) => onset.ticks)).size).toBe(meetings.length);
        const pair = pairOf(rhythm, timing, 0, 1);
        if (!pair || timing.fullTicks % pair.span !== 0) return;
        const both = meetings.filter(
          ({ ticks, layers }) => ticks < pair.span && layers.includes(0) && layers.includes(1),
        );
        expect(both.map((one) => one.ticks)).toEqual(pair.together);
      }),
      { numRuns: 60 },
    );
  });
});

describe('when a layer sounds', () => {
  it('is each slot once, with its accent, and can be asked tick by tick', () => {
    fc.assert(
      fc.property(arbitraryRhythm, (rhythm) => {
        const result = timeRhythm(rhythm);
        const [layer] = rhythm.layers;
        if (!result.ok || !layer) return;
        const { timing } = result;
        const grid = timing.layers[0];
        if (!grid) return;
        const line = soundingLine(layer, grid);
        expect(new Set(line.slots).size).toBe(line.slots.length);
        expect(line.accents).toBe(line.forces.filter((force) => force === ACCENT).length);
        line.slots.forEach((slot, index) => {
          expect(line.onsets[index]).toBe(grid.startTicks[slot]);
          const here = layer.strokes.filter((stroke) => stroke.slot === slot);
          expect(line.forces[index]).toBe(Math.max(...here.map((stroke) => stroke.force)));
        });
        // Asked at every slot, the sounding answers for those that sound, in any round.
        const sounding = whoSounds(rhythm, timing);
        for (const later of [0, 3 * grid.lengthTicks]) {
          const sounds = grid.startTicks.flatMap((ticks, slot) =>
            layersAt(sounding, ticks + later) & 1 ? [slot] : [],
          );
          expect(sounds).toEqual(line.slots);
        }
        // The same object again, since nothing changed.
        expect(soundingLine(layer, grid)).toBe(line);
      }),
    );
  });
});

describe('who sounds when, at the edges', () => {
  it('tells the last of 32 layers from the others', () => {
    const { rhythm, timing } = timed(
      [
        'rhythm Many\ncycle 4',
        ...Array.from(
          { length: 32 },
          (_, at) => `layer L${at} : hand bell\nplay X . . ${at % 2 ? '.' : 'X!'}`,
        ),
      ].join('\n'),
    );
    expect(layersTogether(rhythm, timing, 31, 0)).toHaveLength(31);
    const shared = sharedWith(rhythm, timing, 30);
    expect(shared[31]).toMatchObject({ count: 1, accents: 0, slots: [0], accented: [] });
    expect(shared[28]).toMatchObject({ count: 2, accents: 1, slots: [0, 3], accented: [3] });
  });

  it('follows layers whose grid is too long for a table, each at its own rounds', () => {
    const prime = (slots: number) => Array(slots).fill('X').join(' ');
    const { rhythm, timing } = timed(
      [
        'rhythm Fine\ncycle 4x4',
        `layer Fine : hand bell\nplay ${prime(61)} / ${prime(59)} / ${prime(7)} / X . . .`,
        'layer Beats : hand bell\nplay X / X / X / X',
        'layer Two : hand bell\nplay X / .\nloop own',
      ].join('\n'),
    );
    expect(timing.turnTicks).toBeGreaterThan(65_536);
    const starts = [0, 61, 120, 127];
    expect(sharedWith(rhythm, timing, 0)[1]?.slots).toEqual(starts);
    expect(sharedWith(rhythm, timing, 0)[2]?.slots).toEqual([starts[0], starts[2]]);
    expect(layersTogether(rhythm, timing, 1, 2)).toEqual([0, 2]);
  });
});

describe('a place in words', () => {
  it('counts pulses from 1, fractions after the whole', () => {
    expect(sayPulse(rational(0))).toBe('1');
    expect(sayPulse(rational(13, 3))).toBe('5 and 1/3');
    expect(sayPulse(rational(1, 2))).toBe('1 and 1/2');
  });

  it('names beat and word, in every bar alike', () => {
    const { rhythm, timing } = timed(
      'rhythm A\ncycle 4x2\nlayer D : goblet drum\nplay D T K T / D*3 | D T K T / D*5',
    );
    const [layer] = rhythm.layers;
    const [grid] = timing.layers;
    if (!layer || !grid) throw new Error('no layer');
    const words = grid.starts.map((_, slot) =>
      sayPlace(placeOf(rhythm.cycle, layer, grid, slot, 'plain')),
    );
    expect(words.slice(0, 7)).toEqual([
      'beat 1',
      'e of 1',
      '& of 1',
      'a of 1',
      'beat 2',
      '& of 2',
      'a of 2',
    ]);
    expect(words.slice(7, 11)).toEqual(words.slice(0, 4));
    expect(words.slice(11)).toEqual(['beat 2', '2 of 2', '3 of 2', '4 of 2', '5 of 2']);
    expect(placeOf(rhythm.cycle, layer, grid, 8, 'plain').turn).toBe(2);
  });

  it('reads every slot of every layer without a gap', () => {
    fc.assert(
      fc.property(arbitraryRhythm, (rhythm) => {
        const result = timeRhythm(rhythm);
        if (!result.ok) return;
        rhythm.layers.forEach((layer, index) => {
          const slots = result.timing.layers[index]?.starts.length ?? 0;
          for (let slot = 0; slot < Math.min(slots, 12); slot += 1) {
            const read = readSlot(rhythm, result.timing, index, slot, 'plain');
            expect(read?.title).toContain(layer.name);
            expect(read?.lines.join(' ')).toMatch(/Count .+ of bar \d+/);
            expect(read?.lines.join(' ')).not.toMatch(/undefined|NaN/);
          }
        });
        expect(readSlot(rhythm, result.timing, 99, 0, 'plain')).toBeUndefined();
      }),
      { numRuns: 50 },
    );
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import { onsetsOnce, timeRhythm } from '../rhythm/index.ts';
import { rational } from '../time/index.ts';
import {
  composite,
  layersTogether,
  pairOf,
  placeOf,
  readSlot,
  sayPlace,
  sayPulse,
  slotsWith,
  soundingLine,
} from './index.ts';
import { timed } from './timed.testkit.ts';

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
        const grid = result.ok ? result.timing.layers[0] : undefined;
        if (!layer || !grid) return;
        const line = soundingLine(layer, grid);
        expect(new Set(line.slots).size).toBe(line.slots.length);
        expect(line.accents).toBe(line.accented.filter(Boolean).length);
        line.slots.forEach((slot, index) => {
          expect(line.onsets[index]).toBe(grid.startTicks[slot]);
          expect(line.has(grid.startTicks[slot] ?? -1)).toBe(true);
          const here = layer.strokes.filter((stroke) => stroke.slot === slot);
          expect(line.accented[index]).toBe(here.some((stroke) => stroke.force === 4));
        });
        const silent = grid.startTicks.filter((_, slot) => !line.slots.includes(slot));
        for (const tick of silent) expect(line.has(tick)).toBe(false);
        // The same object again, since nothing changed.
        expect(soundingLine(layer, grid)).toBe(line);
      }),
    );
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

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nth, numberAt } from '../bounds/index.ts';
import { askedSlots } from '../ear/index.ts';
import { scoreRhythm } from '../sound/index.ts';
import { readFeel, readRhythm, writeFeel } from '../text/index.ts';
import { arbitraryRhythm } from './arbitrary.testkit.ts';
import {
  checkRhythm,
  FEEL_ENDS,
  FEEL_STEPS,
  type Feel,
  type FeelEnd,
  feelBetween,
  feltTicks,
  isFelt,
  leaningOf,
  longToShort,
  type Rhythm,
  setFeel,
  timeRhythm,
} from './index.ts';

const { rhythm: PLAIN } = readRhythm(
  'rhythm A\ncycle 2x4\nlayer Drum : goblet drum\nplay D t t t / D t / D t t / D t t t',
);
const withFeel = (feel: Feel | undefined): Rhythm => ({
  ...PLAIN,
  layers: PLAIN.layers.map((layer) => setFeel(layer, feel)),
});
/** Where the strokes of a rhythm's first layer sound, in pulses of four to the beat. */
function sounds(rhythm: Rhythm): readonly number[] {
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Error(timed.message);
  return scoreRhythm(rhythm, timed.timing)
    .events.filter(({ layer }) => layer === 'layer-1')
    .map(({ ticks }) => ticks / timed.timing.ticksPerPulse);
}
const places = (feel: Feel | undefined) =>
  feel?.cuts.map(({ at }) => at.map(({ num, den }) => `${num}/${den}`).join(' '));

describe('a feel', () => {
  it('lies between straight and its end in exact parts', () => {
    expect(feelBetween('Lilt', 'long and short', 0)).toBeUndefined();
    expect(places(feelBetween('Lilt', 'long and short', 12))).toEqual([
      '0/1 7/12',
      '0/1 7/24 1/2 19/24',
    ]);
    expect(places(feelBetween('Lilt', 'fours to threes', 12))).toEqual(['0/1 7/24 5/12 17/24']);
    expect(places(feelBetween('Lilt', 'threes to fours', FEEL_STEPS))).toEqual(['0/1 1/2 3/4']);
    expect(places(feelBetween('Lilt', 'short and long', 99))).toEqual([
      '0/1 1/3',
      '0/1 1/6 1/2 2/3',
    ]);
  });

  it('is known again by its end, how far it goes, and its beats', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...(Object.keys(FEEL_ENDS) as FeelEnd[])),
        fc.integer({ min: 1, max: FEEL_STEPS }),
        fc.constantFrom(undefined, [0], [1, 3]),
        (end, step, beats) => {
          const feel = feelBetween('Lilt', end, step, beats);
          if (!feel) throw new Error('straight');
          expect(leaningOf(feel)).toEqual({ end, step, ...(beats && { beats }) });
          const read = readFeel(writeFeel(feel));
          expect(read).toEqual({ ok: true, feel });
          expect(checkRhythm(withFeel(feel)).ok).toBe(true);
        },
      ),
    );
    expect(
      leaningOf({
        name: 'x',
        cuts: [
          {
            slots: 2,
            at: [
              { num: 0, den: 1 },
              { num: 4, den: 7 },
            ],
          },
        ],
      }),
    ).toBeUndefined();
  });

  it('moves what sounds and nothing else: two and one, in beats of two and of four', () => {
    const swung = withFeel(feelBetween('Swung', 'long and short', FEEL_STEPS));
    expect(sounds(PLAIN)).toEqual([0, 0.5, 1, 1.5, 2, 3, 4, 4 + 2 / 3, 4 + 4 / 3, 6, 6.5, 7, 7.5]);
    const felt = sounds(swung);
    const wanted = [
      0,
      2 / 3,
      1,
      5 / 3,
      2,
      10 / 3,
      4,
      4 + 2 / 3,
      4 + 4 / 3,
      6,
      6 + 2 / 3,
      7,
      6 + 5 / 3,
    ];
    for (const [index, at] of felt.entries()) expect(at).toBeCloseTo(numberAt(wanted, index), 12);
    expect(timeRhythm(swung)).toEqual(timeRhythm(PLAIN));
  });

  it('is laid over some beats alone, before what is laid over all of them', () => {
    const cut = { slots: 4, at: [0, 1, 2, 3].map((num) => ({ num, den: 5 })) };
    const second = { ...cut, beat: 3, at: [0, 1, 4, 5].map((num) => ({ num, den: 6 })) };
    const feel = { name: 'Both', cuts: [cut, second] };
    const timed = timeRhythm(PLAIN);
    const grid = timed.ok ? nth(timed.timing.layers, 0) : undefined;
    if (!grid) throw new Error('no grid');
    const layer = setFeel(nth(PLAIN.layers, 0), feel);
    const felt = feltTicks(layer, grid);
    const ticksOfBeat = grid.turnTicks / 4;
    for (const [slot, at] of [0, 0.2, 0.4, 0.6].entries())
      expect(felt(slot) / ticksOfBeat).toBeCloseTo(at, 12);
    const last = [9, 10, 11, 12].map((slot) => felt(slot) / ticksOfBeat - 3);
    for (const [index, at] of [0, 1 / 6, 4 / 6, 5 / 6].entries())
      expect(last[index]).toBeCloseTo(at, 12);
    expect([0, 1, 2, 3].map((cell) => isFelt(layer, grid, cell))).toEqual([
      true,
      false,
      false,
      true,
    ]);
  });

  it('is what is asked of the player, to the tick, wherever one begins', () => {
    fc.assert(
      fc.property(arbitraryRhythm, (rhythm) => {
        const timed = timeRhythm(rhythm);
        if (!timed.ok) return;
        rhythm.layers.forEach((layer, index) => {
          const grid = nth(timed.timing.layers, index);
          const asked = askedSlots(layer, grid, 0, grid.lengthTicks).map(({ ticks }) => ticks);
          const score = scoreRhythm(
            { cycle: rhythm.cycle, layers: [layer] },
            { ...timed.timing, layers: [grid], fullTicks: grid.lengthTicks },
          );
          const heard = new Set(
            score.events
              .filter((event) => event.layer === layer.id && event.offset === 0)
              .map(({ ticks }) => ticks),
          );
          for (const ticks of asked) expect(heard.has(ticks)).toBe(true);
        });
      }),
    );
  });

  it('never moves a slot out of its cell or before another', () => {
    fc.assert(
      fc.property(arbitraryRhythm, (rhythm) => {
        const timed = timeRhythm(rhythm);
        if (!timed.ok) return;
        rhythm.layers.forEach((layer, index) => {
          const grid = nth(timed.timing.layers, index);
          const felt = grid.startTicks.map((_, slot) => feltTicks(layer, grid)(slot));
          felt.forEach((at, slot) => {
            expect(at).toBeGreaterThanOrEqual(slot === 0 ? 0 : numberAt(felt, slot - 1));
            const first = numberAt(grid.firstSlot, numberAt(grid.cellOf, slot));
            expect(at).toBeGreaterThanOrEqual(numberAt(grid.startTicks, first));
          });
        });
      }),
    );
  });

  it('says how much longer the first part is', () => {
    const [twos, fours] = feelBetween('x', 'long and short', FEEL_STEPS)?.cuts ?? [];
    expect(twos && longToShort(twos)).toBe(2);
    expect(fours && longToShort(fours)).toBe(2);
    const [threes] = feelBetween('x', 'fours to threes', FEEL_STEPS)?.cuts ?? [];
    expect(threes && longToShort(threes)).toBeUndefined();
  });

  it('is refused where it breaks a rule, and where it does not read', () => {
    const cut = (at: readonly (readonly [number, number])[], slots = at.length) => {
      const checked = checkRhythm(
        withFeel({ name: 'x', cuts: [{ slots, at: at.map(([num, den]) => ({ num, den })) }] }),
      );
      return checked.ok ? '' : checked.messages.join(' ');
    };
    expect(
      cut([
        [0, 1],
        [1, 2],
      ]),
    ).toBe('');
    expect(
      cut(
        [
          [0, 1],
          [1, 2],
        ],
        3,
      ),
    ).toContain('needs 3 places');
    expect(
      cut([
        [1, 2],
        [1, 3],
      ]),
    ).toContain('one after another');
    expect(
      cut([
        [0, 1],
        [2, 4],
      ]),
    ).toContain('lowest terms');
    expect(
      cut([
        [0, 1],
        [1, 1],
      ]),
    ).toContain('below 1');
    const message = (text: string) => {
      const read = readFeel(text);
      return read.ok ? 'read' : read.message;
    };
    expect(message('')).toContain('Write a name');
    expect(message('Lilt')).toContain('Write a name');
    expect(message(' : 0 1/2')).toContain('Write a name');
    expect(message('Lilt : 0 x')).toContain('part of the beat');
    expect(message('Lilt : 0 1/1001')).toContain('part of the beat');
    expect(message('Lilt : 0')).toContain('two at least');
    expect(message('Lilt : 0 3/4 1/4')).toContain('one after another');
    expect(message('Lilt : 0 1')).toContain('below 1');
    expect(message('Lilt : 0 7/12, beat 2 0 1/3 2/3')).toBe('read');
  });
});

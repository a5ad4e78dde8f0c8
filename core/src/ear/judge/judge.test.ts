import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nth } from '../../bounds/index.ts';
import {
  type Asked,
  askedSlots,
  flaws,
  type Hit,
  judge,
  judgePasses,
  STRICTNESS,
  verdict,
} from './../index.ts';
import { asking, FOURS } from '../run.testkit.ts';

const hit = (time: number): Hit => ({ time });

describe('what is asked', () => {
  it('is each slot once, with all strokes that sound together, over as many rounds as lie between', () => {
    const { layer, grid } = asking(
      'rhythm A\ncycle 2x2\nlayer D : goblet drum\nplay D+T! . / O? _',
      1,
    );
    const slots = askedSlots(layer, grid, 0, grid.lengthTicks * 2);
    expect(
      slots.map(({ slot, ticks, kinds, force, optional }) => [
        slot,
        ticks,
        kinds.join('+'),
        force,
        optional,
      ]),
    ).toEqual([
      [0, 0, 'D+T', 4, false],
      [2, 2, 'O', 3, true],
      [0, 4, 'D+T', 4, false],
      [2, 6, 'O', 3, true],
    ]);
    // Each lasts until the next, in every round.
    expect(slots.map(({ ticks, endTicks }) => endTicks - ticks)).toEqual([1, 2, 1, 2]);
    // A stretch over the seam begins at nought.
    expect(askedSlots(layer, grid, 2, 6).map(({ endTicks }) => endTicks)).toEqual([2, 3]);
    expect(askedSlots(layer, grid, 2, 6).map(({ ticks }) => ticks)).toEqual([0, 2]);
  });
});

const fours = asking(FOURS, 6);

describe('a run', () => {
  it('that is exact is clean at any tempo', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 30, max: 240 }),
        fc.integer({ min: 1, max: 4 }),
        (bpm, passes) => {
          const run = asking(FOURS.replace('80', String(bpm)), passes);
          const found = judge(run.run(run.asked.map(({ time }) => hit(time))));
          expect(flaws(found, STRICTNESS.strict)).toEqual([]);
          expect(found.match.met).toHaveLength(16 * passes);
          expect(found.spread).toBeLessThan(1e-9);
        },
      ),
      { numRuns: 30 },
    );
  });

  it('is judged the same with any constant delay, and in whatever order the hits are given', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 9999 }),
        fc.double({ min: -0.06, max: 0.06, noNaN: true }),
        (seed, delay) => {
          const hits = fours.play({ seed, spread: 0.012, misses: 0.04, extras: 0.04 });
          const plain = judge(fours.run(hits));
          const later = judge(
            fours.run(hits.map((one) => ({ ...one, time: one.time + delay })).reverse()),
          );
          expect(flaws(later, STRICTNESS.usual)).toEqual(flaws(plain, STRICTNESS.usual));
          expect(later.spread).toBeCloseTo(plain.spread, 6);
          expect(later.match.delay - plain.match.delay).toBeCloseTo(delay, 6);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('gives back what was planted', () => {
    const long = asking(FOURS, 40);
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 999 }),
        fc.double({ min: -0.03, max: 0.03, noNaN: true }),
        fc.integer({ min: 3, max: 18 }),
        fc.integer({ min: 0, max: 15 }),
        (seed, bias, spread, slot) => {
          const by = -0.03;
          const hits = long.play({ seed, bias, spread: spread / 1000, off: [{ slot, by }] });
          const found = judge(long.run(hits, 0));
          expect(Math.abs((found.bias ?? 1) - bias - by / 16)).toBeLessThan(0.001 + spread / 8000);
          expect(found.spreadElse / (spread / 1000)).toBeGreaterThan(0.88);
          expect(found.spreadElse / (spread / 1000)).toBeLessThan(1.12);
          const worst = [...found.slots].sort((a, b) => (a.bias ?? 0) - (b.bias ?? 0))[0];
          expect(worst?.slot).toBe(slot);
          expect(Math.abs((worst?.bias ?? 0) - by)).toBeLessThan(0.01);
        },
      ),
      { numRuns: 25 },
    );
  });

  it('gives back drift, apart from a stroke that always rushes', () => {
    const hits = fours.play({ seed: 3, drift: 0.3, off: [{ slot: 15, by: -0.02 }] });
    const found = judge(fours.run(hits));
    expect(found.drift).toBeCloseTo(0.3, 3);
    expect(found.spreadElse).toBeLessThan(0.001);
    expect(judge(fours.run(fours.play({ seed: 3, drift: -0.3 }))).drift).toBeCloseTo(-0.3, 3);
  });

  it('does not take a pass that leans for a drift, where slots come again', () => {
    // Each stroke of a turn comes a little later than the one before it, turn after turn alike.
    const off = Array.from({ length: 16 }, (_, slot) => ({ slot, by: slot * 0.003 }));
    const drift = (passes: number, hits?: number) => {
      const some = asking(FOURS, passes);
      return judge(some.run(some.play({ seed: 2, off }).slice(0, hits))).drift;
    };
    expect(Math.abs(drift(2))).toBeLessThan(0.01);
    // Once and a half is enough to tell the two apart, less is not.
    expect(Math.abs(drift(2, 24))).toBeLessThan(0.01);
    expect(Math.abs(drift(2, 23))).toBeGreaterThan(0.1);
    expect(drift(1)).toBeLessThan(-1);
  });

  it('does not take one stroke that is far off for a drift, in a single pass', () => {
    const once = asking(FOURS, 1);
    for (const slot of [0, 3, 8, 15]) {
      const found = judge(
        once.run(once.play({ seed: 6, spread: 0.003, off: [{ slot, by: -0.06 }] })),
      );
      expect(Math.abs(found.drift)).toBeLessThan(0.4);
      expect(found.spreadElse).toBeLessThan(0.006);
    }
    expect(judge(once.run(once.play({ seed: 6, spread: 0.003, drift: 2 }))).drift).toBeCloseTo(
      2,
      0,
    );
  });

  it('hears a six that swings, and how far', () => {
    const sixes = asking(
      'rhythm A\ncycle 1x2\ntempo 60 per 1\nlayer D : goblet drum\nplay D k t k t k / D k t k t k',
      5,
    );
    for (const ratio of [1.4, 1, 0.7]) {
      const hits = sixes.play({ seed: 1, spread: 0.004, swing: { parts: 6, ratio } });
      const [six] = judge(sixes.run(hits)).evenness;
      expect(six?.parts).toBe(6);
      expect(Math.abs((six?.ratio ?? 0) - ratio)).toBeLessThan(0.05);
    }
    // In how many cells it lies on one side: in both, in neither, in one.
    const leaning = (first: number, second: number) => {
      const [a, b] = [first, second].map((ratio) =>
        sixes.play({ seed: 1, swing: { parts: 6, ratio } }),
      );
      const hits = sixes.asked.map(({ slot }, at) => nth(nth([a, b], slot < 6 ? 0 : 1) ?? [], at));
      const [six] = judge(sixes.run(hits)).evenness;
      return [six?.agree, six?.cells];
    };
    expect([leaning(1.4, 1.4), leaning(0.7, 0.7), leaning(1, 1), leaning(1.4, 0.7)]).toEqual([
      [2, 2],
      [2, 2],
      [0, 2],
      [1, 2],
    ]);
    const threes = asking('rhythm A\ncycle 1x2\nlayer D : goblet drum\nplay D k t / D k t', 2);
    const [three] = judge(threes.run(threes.play({ seed: 1 }))).evenness;
    expect(three?.ratio).toBeUndefined();
    expect(three?.lengths.map((length) => Number(length?.toFixed(2)))).toEqual([1, 1, 1]);
  });

  it('does not take strokes with a rest between for neighbours', () => {
    const gaps = asking('rhythm A\ncycle 1x1\nlayer D : goblet drum\nplay D . t .', 3);
    expect(judge(gaps.run(gaps.play({ seed: 1 }))).evenness).toEqual([]);
  });

  it('does not take a pause between passes for a part of a cell, but a tempo that has risen for the same', () => {
    const four = asking(
      'rhythm A\ncycle 1x1\ntempo 60 per 1\nlayer D : goblet drum\nplay D k t k',
      3,
    );
    const hearing = (timeOf: (one: Asked) => number) => {
      const asked = four.asked.map((one) => ({ ...one, time: timeOf(one) }));
      // The first stroke of the second pass comes late, after a last one in time.
      const late = ({ pass, slot }: Asked) => (pass === 1 && slot === 0 ? 0.04 : 0);
      const hits = asked.map((one) => hit(one.time + late(one)));
      const [found] = judge({ ...four.run(hits), asked }).evenness;
      return found?.lengths.map((length) => length && Number(length.toFixed(3)));
    };
    // Only the part after it is shorter: by 40 of 250 ms, in one of three. What is before it was never heard whole.
    expect(hearing(({ time, pass }) => time + 0.2 * pass)).toEqual([0.947, 1, 1, undefined]);
    // At a tempo that is higher by a half: by 40 of 167 ms, and the part before it is longer, in one of two.
    expect(hearing(({ time }) => time / 1.5)).toEqual([0.92, 1, 1, 1.12]);
  });

  it('knows another stroke, another hand and another force', () => {
    const hits = fours
      .play({ seed: 5, wrong: [{ slot: 4, kind: 'O' }], leftWeaker: 5 })
      .map((one) => (one.kind === 'O' ? { ...one, hand: 'L' as const } : one));
    const found = judge(fours.run(hits));
    expect(found.knowsKinds).toBe(true);
    expect(found.wrongKinds.map(({ asked }) => asked.slot)).toEqual([4, 4, 4, 4, 4, 4]);
    expect(found.slots.find(({ slot }) => slot === 4)?.takenFor).toEqual(new Map([['O', 6]]));
    expect(new Set(found.wrongHands.map(({ asked }) => asked.slot))).toEqual(new Set([4, 8, 10]));
    expect(found.loudness?.leftWeaker).toBeCloseTo(5, 1);
    const unsure = hits.map((one) => ({ ...one, sure: 0.3 }));
    expect(judge(fours.run(unsure)).wrongKinds).toEqual([]);
  });

  it('compares the hands where both strike often enough, and not one stroke with many', () => {
    const weaker = (hands: string) => {
      const line = asking(
        `rhythm A\ncycle 4x2\ntempo 80 per 4\nlayer D : goblet drum\nplay D D D D / D D D D\nhand ${hands}`,
        1,
      );
      return judge(line.run(line.play({ seed: 2, leftWeaker: 6 }))).loudness?.leftWeaker;
    };
    expect(weaker('R L R L / R L R L')).toBeCloseTo(6, 1);
    expect(weaker('R L L L / L L L L')).toBeUndefined();
    expect(weaker('R R R R / R R R L')).toBeUndefined();
  });

  it('counts of each slot how often it was asked for, missed and off the same way', () => {
    const hits = fours
      .play({ seed: 3, off: [{ slot: 4, by: 0.03 }] })
      .filter((_, at) => at % 16 !== 10 || at > 40);
    const { slots } = judge(fours.run(hits, 0));
    const of = (slot: number) => slots.find((one) => one.slot === slot);
    expect(of(10)).toMatchObject({ asked: 6, missed: 2 });
    expect(of(4)).toMatchObject({ asked: 6, missed: 0, sameWay: 6 });
    expect(of(5)).toMatchObject({ asked: 6, missed: 0, sameWay: 0 });
    expect(of(4)?.bias).toBeGreaterThan(0.02);
    const never = judge(
      fours.run(
        hits.filter((_, at) => at !== 4),
        0,
      ),
    ).slots;
    expect(never.find((one) => one.slot === 4)).toMatchObject({ asked: 6, missed: 1 });
  });

  it('says which ghost comes out as loud as a plain stroke', () => {
    const loud = fours
      .play({ seed: 1 })
      .map((one, index) => (index % 16 === 1 ? { ...one, loud: 0.6 } : one));
    expect(judge(fours.run(loud)).loudness?.off).toEqual([{ slot: 1, written: 1, came: 3 }]);
    expect(judge(fours.run(fours.play({ seed: 1 }))).loudness?.off).toEqual([]);
    // A slot that was heard once is told as well, and one of which no loudness is known is not.
    const once = loud.map((one, index) => {
      const { loud: _loud, ...bare } = one;
      return index % 16 === 1 && index > 16 ? bare : one;
    });
    expect(judge(fours.run(once)).loudness?.off).toEqual([{ slot: 1, written: 1, came: 3 }]);
    expect(judge(fours.run(fours.asked.map(({ time }) => hit(time)))).loudness).toBeUndefined();
  });

  it('compares the hands by two strokes of each, not by one', () => {
    const pair = asking(
      'rhythm A\ncycle 1x4\ntempo 60 per 1\nlayer D : goblet drum\nplay D / k / D / k\nhand each R L',
      1,
    );
    const played = (count: number) =>
      judge(
        pair.run(
          pair
            .play({ seed: 1 })
            .slice(0, count)
            .map((one, at) => ({ ...one, loud: at % 2 === 0 ? 0.5 : 0.25 })),
        ),
      ).loudness;
    expect(played(4)?.leftWeaker).toBeCloseTo(6.02, 2);
    expect(played(3)?.leftWeaker).toBeUndefined();
  });

  it('is judged pass by pass with the delay of the whole', () => {
    const hits = fours
      .play({ seed: 1, bias: 0.02 })
      .filter((_, index) => index < 32 || index >= 48 || index % 4 !== 1);
    const whole = judge(fours.run([...hits, hit(2)]));
    const passes = judgePasses(fours.run(hits), whole);
    expect(passes.map(({ match: one }) => one.missed.length)).toEqual([0, 0, 4, 0, 0, 0]);
    expect(passes.map(({ match: one }) => one.extra.length)).toEqual([1, 0, 0, 0, 0, 0]);
    expect(passes.every(({ match: one }) => Math.abs(one.delay - 0.02) < 1e-6)).toBe(true);
    // What is too many is the pass's in which it was played, heard with the delay; before the first the first's.
    const more = judge(fours.run([...hits, hit(0.3), hit(4.01), hit(10.1)]));
    const extra = judgePasses(fours.run(hits), more).map(({ match: one }) => one.extra);
    expect(extra.map((some) => some.map(({ time }) => time))).toEqual([
      [0.3, 4.01],
      [],
      [],
      [10.1],
      [],
      [],
    ]);
  });
});

describe('a verdict', () => {
  it.each([
    [[], 'stay'],
    [[true], 'up'],
    [[false], 'stay'],
    [[true, true], 'up'],
    [[false, true], 'stay'],
    [[true, false], 'stay'],
    [[false, false], 'down'],
    [[false, true, true], 'up'],
    [[true, false, false], 'down'],
    [[true, false, true], 'stay'],
  ] as const)('of passes %j is %s', (clean, said) => {
    expect(verdict(clean)).toBe(said);
  });

  it('follows its numbers', () => {
    expect(verdict([false, true, true], { up: 3, down: 2 })).toBe('stay');
    expect(verdict([true, true, true], { up: 3, down: 2 })).toBe('up');
    expect(verdict([false, false, false], { up: 2, down: 4 })).toBe('stay');
  });

  it('names what was not clean, and is gentler where that is asked for', () => {
    const play = (habits: Omit<Parameters<typeof fours.play>[0], 'seed'>) =>
      judge(fours.run(fours.play({ seed: 7, ...habits })));
    expect(flaws(play({ spread: 0.02 }), STRICTNESS.usual)).toEqual(['spread']);
    expect(flaws(play({ spread: 0.02 }), STRICTNESS.easy)).toEqual([]);
    expect(flaws(play({ misses: 0.03 }), STRICTNESS.usual)).toEqual(['missed']);
    expect(flaws(play({ misses: 0.03 }), STRICTNESS.easy)).toEqual([]);
    expect(flaws(play({ extras: 0.1 }), STRICTNESS.usual)).toContain('extra');
    expect(flaws(play({ wrong: [{ slot: 4, kind: 'O' }] }), STRICTNESS.usual)).toEqual(['kinds']);
    expect(flaws(play({ wrong: [{ slot: 4, kind: 'O' }] }), STRICTNESS.easy)).toEqual([]);
    expect(flaws(judge(fours.run([])), STRICTNESS.easy)).toEqual(['silent']);
    // What hurries or drags by more than is allowed is not clean, at exactly as much it is.
    const once = asking(FOURS, 1);
    for (const drift of [3, -3])
      expect(flaws(judge(once.run(once.play({ seed: 7, drift }))), STRICTNESS.usual)).toEqual([
        'drift',
      ]);
    const exact = { ...play({}), drift: -STRICTNESS.usual.drift };
    expect(flaws(exact, STRICTNESS.usual)).toEqual([]);
    expect(flaws({ ...exact, drift: exact.drift - 0.01 }, STRICTNESS.usual)).toEqual(['drift']);
  });
});

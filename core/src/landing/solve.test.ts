import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Cycle, cycleFromSpans } from '../cycle/index.ts';
import { multiply, rational } from '../time/index.ts';
import { addedUp, enumerate, keyOf } from './enumerate.testkit.ts';
import {
  countSolutions,
  LANDINGS,
  missOf,
  type Question,
  SHAPES,
  sayCadence,
  simpler,
  solve,
  solveInSteps,
  startOf,
  sum,
  USUAL_QUESTION,
  unitsOf,
  waysInSteps,
} from './index.ts';

const SIXTEEN = cycleFromSpans('1x16');
const TEN = cycleFromSpans('1x10');
const cycles = ['1x4', '4x4', '1x10', '2+2+3', '3+3+2', '1x7'].map((spans) =>
  cycleFromSpans(spans),
);
const all = (cycle = SIXTEEN, question: Partial<Question> = {}) => {
  const solutions = solve(cycle, { ...USUAL_QUESTION, ...question });
  return solutions.take(0, solutions.found);
};

const bounds = (least: number, most: number, width: number) =>
  fc
    .tuple(fc.integer({ min: least, max: most }), fc.integer({ min: 0, max: width }))
    .map(([from, more]) => ({ least: from, most: Math.min(most, from + more) }));

const plainQuestion: fc.Arbitrary<Question> = fc.record({
  shapes: fc.uniqueArray(fc.constantFrom(...SHAPES.filter((shape) => shape !== 'list')), {
    minLength: 1,
  }),
  sizes: bounds(1, 8, 3),
  gaps: bounds(0, 4, 2),
  gapsDiffer: fc.boolean(),
  repeats: bounds(2, 5, 2),
  landing: fc.constantFrom(...LANDINGS),
  start: fc.oneof(
    fc.constantFrom({ kind: 'any' } as const, { kind: 'beat' } as const),
    fc.record({
      kind: fc.constant('at' as const),
      count: fc.integer({ min: 0, max: 3 }),
      part: fc.constant(0),
    }),
    fc.record({
      kind: fc.constant('at' as const),
      count: fc.integer({ min: 0, max: 3 }),
      part: fc.constant(0),
      lands: fc.integer({ min: 1, max: 2 }),
    }),
  ),
  turns: fc.integer({ min: 2, max: 4 }),
  parts: fc.uniqueArray(fc.integer({ min: 1, max: 5 }), { minLength: 1, maxLength: 2 }),
});

/** With an eduppu now and then, which may lie beyond the turn or between the units of a speed. */
const question: fc.Arbitrary<Question> = fc
  .tuple(
    plainQuestion,
    fc.option(fc.record({ count: fc.nat({ max: 9 }), part: fc.nat({ max: 1 }) }), { freq: 2 }),
  )
  .map(([asked, eduppu]) => ({ ...asked, ...(eduppu ? { eduppu } : {}) }));

const waysOut = (cycle: Cycle, question: Question) =>
  [...waysInSteps(cycle, question)].filter((way) => way !== undefined);

describe('solve', () => {
  it('has the worked numbers', () => {
    // 16 units, phrase 5, gap 1, three times, on the last: from the one to the next one.
    const found = all(SIXTEEN, {
      sizes: { least: 5, most: 5 },
      gaps: { least: 1, most: 1 },
      parts: [1],
      turns: 1,
    });
    expect(found).toHaveLength(1);
    const units = unitsOf(SIXTEEN, 1);
    expect(found[0] && sayCadence(found[0], units)).toBe(
      'Three times 5 = 15, two gaps of 1 = 2, 17 units: start on the one.',
    );
    // 10 beats of 4, 5 4 3 2 1 with gaps of 1, after the last: unit 21 of 40.
    const five = { sizes: [5, 4, 3, 2, 1], gaps: [1, 1, 1, 1], parts: 4 };
    const cadence = { ...five, landing: 'after-last' as const };
    expect(startOf(cadence, unitsOf(TEN, 4))).toEqual({ unit: 21, turns: 1 });
    expect(sayCadence(cadence, unitsOf(TEN, 4))).toBe(
      '5 + 4 + 3 + 2 + 1 = 15, four gaps of 1 = 4, 19 units: start on beat 6, second part.',
    );
  });

  it('finds what plain enumeration finds, no more, no less, none twice', () => {
    fc.assert(
      fc.property(fc.constantFrom(...cycles), question, (cycle, asked) => {
        const solutions = solve(cycle, asked);
        const found = solutions.take(0, solutions.found).map(keyOf).sort();
        expect(found).toEqual(enumerate(cycle, asked));
        expect(solutions.found).toBe(found.length);
        expect(countSolutions(cycle, asked)).toBe(found.length);
        expect(new Set(found).size).toBe(found.length);
      }),
      { numRuns: 30 },
    );
  });

  it('every solution lands when its exact durations are added up, and starts where it says', () => {
    fc.assert(
      fc.property(fc.constantFrom(...cycles), question, (cycle, asked) => {
        const solutions = solve(cycle, asked);
        for (const one of solutions.take(0, 200)) {
          const units = unitsOf(cycle, one.parts);
          const start = startOf(one, units);
          const exact = addedUp(cycle, one, multiply(units.unit, rational(one.eduppu ?? 0)));
          expect(exact.turns).toBe(start.turns);
          expect(exact.start).toEqual(rational(start.unit * units.unit.num, units.unit.den));
        }
      }),
      { numRuns: 20 },
    );
  });

  it('gives the simplest first', () => {
    const found = all(SIXTEEN, { shapes: ['same', 'shrinking'], repeats: { least: 2, most: 4 } });
    const rank = found.map((one) => [new Set(one.sizes).size, sum(one.gaps)] as const);
    for (const [index, [sizes, gaps]] of rank.entries()) {
      const [sizesBefore, gapsBefore] = rank[index - 1] ?? [0, 0];
      expect(sizesBefore < sizes || (sizesBefore === sizes && gapsBefore <= gaps)).toBe(true);
    }
    const [first] = found;
    const units = unitsOf(SIXTEEN, 4);
    expect(first && startOf(first, units).unit % 4).toBe(0);
  });

  it('lands at the end of the next turn from beat 6 of this one', () => {
    const found = all(TEN, {
      start: { kind: 'at', count: 5, part: 0, lands: 2 },
      sizes: { least: 5, most: 20 },
      gaps: { least: 0, most: 8 },
    });
    // Five beats to the end of this turn and ten more, of four units: 60, and the last is on the one.
    expect(found.length).toBeGreaterThan(0);
    for (const one of found) expect(sum(one.sizes) + sum(one.gaps)).toBe(61);
  });

  it('takes sizes of one’s own, and what follows before the one', () => {
    const [own] = all(SIXTEEN, {
      shapes: ['list'],
      list: [7, 5, 3],
      gaps: { least: 2, most: 2 },
      after: 10,
      landing: 'after-last',
    });
    expect(own && startOf(own, unitsOf(SIXTEEN, 4))).toEqual({ unit: 64 - 29, turns: 1 });
  });

  it('gives the first thousand and the number where there are too many', () => {
    const many = solve(SIXTEEN, {
      ...USUAL_QUESTION,
      shapes: ['same', 'shrinking', 'growing'],
      sizes: { least: 1, most: 12 },
      gaps: { least: 0, most: 8 },
      gapsDiffer: true,
      repeats: { least: 2, most: 6 },
      turns: 8,
    });
    expect(many.found).toBeGreaterThan(100_000);
    expect(many.kept).toBe(1000);
    const taken = many.take(0, 5000);
    expect(taken).toHaveLength(1000);
    expect(taken.slice(0, 12).every((one) => sum(one.gaps) === 0)).toBe(true);
    expect(many.take(990, 20)).toEqual(taken.slice(990));
  });

  it('does not write down the billions there are of one kind', () => {
    const huge = solve(SIXTEEN, {
      ...USUAL_QUESTION,
      sizes: { least: 3, most: 9 },
      gaps: { least: 0, most: 32 },
      gapsDiffer: true,
      repeats: { least: 9, most: 9 },
      start: { kind: 'at', count: 0, part: 0, lands: 3 },
      turns: 3,
    });
    expect(huge.found).toBeGreaterThan(1e9);
    const taken = huge.take(0, 1000);
    expect(taken).toHaveLength(1000);
    for (const one of taken) expect(sum(one.sizes) + sum(one.gaps)).toBe(193);
  });

  it('refuses what cannot be asked, with a sentence', () => {
    const refused = (change: Partial<Question>) => () =>
      solve(TEN, { ...USUAL_QUESTION, ...change });
    expect(refused({ shapes: [] })).toThrow('at least one shape');
    expect(refused({ sizes: { least: 5, most: 4 } })).toThrow('wrong way round');
    expect(refused({ gaps: { least: 0, most: 99 } })).toThrow('Gaps lie between 0 and 32.');
    expect(refused({ parts: [12] })).toThrow('A beat has 1 to 9 parts, not 12.');
    expect(refused({ turns: 9 })).toThrow('1 to 8 turns');
    expect(refused({ shapes: ['list'], list: [] })).toThrow('sizes of your own');
    expect(refused({ shapes: ['list', 'same'], list: [3] })).toThrow('asked for alone');
    expect(refused({ start: { kind: 'at', count: 0, part: 0, lands: 5 } })).toThrow('may take 2');
  });
});

describe('a question without a solution', () => {
  const stuck: Question = {
    ...USUAL_QUESTION,
    sizes: { least: 5, most: 5 },
    gaps: { least: 0, most: 0 },
    parts: [1],
    turns: 1,
    start: { kind: 'at', count: 0, part: 0 },
  };

  it('is told which bound is in the way and the nearest that has one', () => {
    expect(solve(SIXTEEN, stuck).found).toBe(0);
    const ways = waysOut(SIXTEEN, stuck);
    expect(ways.map((way) => way.text)).toContain(
      'Gaps of at most 0 are in the way: allow gaps of 1.',
    );
    // Without gaps, three fives are fifteen: on the last they start on pulse 3.
    expect(ways.map((way) => way.text)).toContain('The start is in the way: start on beat 3.');
    for (const way of ways) expect(solve(SIXTEEN, way.question).found).toBe(way.found);
  });

  it('is told where equal gaps are in the way', () => {
    // Three fours from the one to the next one leave five for two gaps.
    const fours = { ...stuck, sizes: { least: 4, most: 4 }, gaps: { least: 0, most: 3 } };
    const differ = (asked: Question) =>
      waysOut(SIXTEEN, asked)
        .filter(({ text }) => text === 'Equal gaps are in the way: let them differ.')
        .map(({ question: { gapsDiffer }, found }) => ({ gapsDiffer, found }));
    expect(differ(fours)).toEqual([{ gapsDiffer: true, found: 2 }]);
    expect(differ({ ...fours, gaps: { least: 0, most: 2 } })).toEqual([]);
  });

  it('is never offered a way out that has none', () => {
    fc.assert(
      fc.property(fc.constantFrom(...cycles), question, (cycle, asked) => {
        if (countSolutions(cycle, asked) > 0) return;
        for (const way of waysOut(cycle, asked)) {
          expect(way.found).toBeGreaterThan(0);
          expect(solve(cycle, way.question).found).toBe(way.found);
        }
      }),
      { numRuns: 15 },
    );
  });
});

describe('a hard question', () => {
  const HARD: Question = {
    ...USUAL_QUESTION,
    shapes: ['same', 'shrinking', 'growing', 'hourglass', 'barrel', 'nested'],
    sizes: { least: 1, most: 20 },
    gaps: { least: 0, most: 8 },
    gapsDiffer: true,
    repeats: { least: 2, most: 6 },
    turns: 4,
    parts: [2, 3, 4, 5],
  };
  const cycle = cycleFromSpans('4x4');

  it('gives way, says how far it is, and comes to the same', () => {
    const steps = solveInSteps(cycle, HARD);
    const shares: number[] = [];
    let step = steps.next();
    for (; !step.done; step = steps.next()) shares.push(step.value);
    expect(shares.length).toBeGreaterThan(5);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(shares.every((share) => share > 0 && share < 1)).toBe(true);
    const whole = solve(cycle, HARD);
    expect(step.value.found).toBe(whole.found);
    expect(step.value.take(0, 50)).toEqual(whole.take(0, 50));
  });

  it('has what its simpler one finds among its own', () => {
    const few = solve(cycle, simpler(HARD));
    expect(few.found).toBeGreaterThan(0);
    for (const one of few.take(0, 100)) {
      expect(
        missOf(cycle, { cadence: one, at: startOf(one, unitsOf(cycle, one.parts)).unit }).off,
      ).toBe(0);
      expect(HARD.parts).toContain(one.parts);
      expect(Math.max(...one.sizes)).toBeLessThanOrEqual(HARD.sizes.most);
    }
  });

  it('tells its ways out one by one', () => {
    const none: Question = {
      ...HARD,
      turns: 1,
      sizes: { least: 19, most: 20 },
      repeats: { least: 5, most: 5 },
      gapsDiffer: false,
    };
    expect(solve(cycle, none).found).toBe(0);
    const steps = [...waysInSteps(cycle, none)];
    expect(steps.filter((way) => way !== undefined)).toEqual(waysOut(cycle, none));
    expect(steps.length).toBeGreaterThan(waysOut(cycle, none).length);
  });
});

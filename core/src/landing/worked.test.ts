import { describe, expect, it } from 'vitest';
import {
  type Begun,
  countSolutions,
  mendsOf,
  missOf,
  type Question,
  questionProblem,
  readSizes,
  recutsOf,
  sayCadence,
  sayMiss,
  solve,
  startOf,
  USUAL_QUESTION,
  unitsOf,
  waysInSteps,
  writeSizes,
} from './index.ts';
import { at, CYCLES, cadence, cycleOf, type Name } from './worked.testkit.ts';

/** A question, what is found, the first solutions in words, and the ways out where there are none. */
function asked(name: Name, change: Partial<Question>): string {
  const cycle = cycleOf(name);
  const question = { ...USUAL_QUESTION, ...change };
  const problem = questionProblem(question);
  const title = `${CYCLES[name]} ${JSON.stringify(change)}`;
  if (problem) return `${title}\n  ${problem}`;
  const { found, kept, take } = solve(cycle, question);
  expect(countSolutions(cycle, question)).toBe(found);
  const first = take(0, 6).map(
    (one) => `  ${one.shape}: ${sayCadence(one, unitsOf(cycle, one.parts))}`,
  );
  const ways =
    found > 0 ? [] : [...waysInSteps(cycle, question)].filter((way) => way !== undefined);
  for (const way of ways) expect(countSolutions(cycle, way.question)).toBe(way.found);
  return [
    `${title}\n  ${found} found${kept < found ? `, ${kept} kept` : ''}`,
    ...first,
    ...ways.map((way) => `  ${way.text} ${way.found} found`),
  ].join('\n');
}

const QUESTIONS: readonly (readonly [Name, Partial<Question>])[] = [
  ['sixteen', {}],
  ['sixteen', { landing: 'after-last' }],
  ['sixteen', { gapsDiffer: true, gaps: { least: 0, most: 2 } }],
  ['ten', { shapes: ['shrinking', 'growing'], repeats: { least: 3, most: 5 }, turns: 1 }],
  ['ten', { shapes: ['nested'], sizes: { least: 2, most: 4 }, turns: 3 }],
  ['seven', { parts: [2, 3], start: { kind: 'beat' } }],
  ['four', { parts: [3, 4, 5], start: at(2), turns: 4 }],
  ['sixteen', { start: at(5, 1) }],
  ['sixteen', { start: at(5, 1, 2) }],
  ['sixteen', { start: at(5, 1, 1) }],
  ['fours', { shapes: ['list'], list: [7, 5, 3], gaps: { least: 0, most: 3 } }],
  ['fours', { shapes: ['list'], list: [20, 20], gaps: { least: 0, most: 0 }, start: at(1) }],
  [
    'sixteen',
    { sizes: { least: 3, most: 3 }, gaps: { least: 0, most: 0 }, start: at(3), turns: 1 },
  ],
  [
    'sixteen',
    { sizes: { least: 9, most: 9 }, gaps: { least: 2, most: 2 }, start: at(0, 2), turns: 1 },
  ],
  ['ten', { sizes: { least: 7, most: 7 }, gaps: { least: 1, most: 1 }, start: at(0), turns: 1 }],
  [
    'ten',
    { sizes: { least: 7, most: 7 }, gaps: { least: 1, most: 1 }, start: at(0, 0, 1), turns: 1 },
  ],
  [
    'seven',
    {
      sizes: { least: 8, most: 8 },
      gaps: { least: 4, most: 4 },
      start: { kind: 'beat' },
      turns: 1,
    },
  ],
  ['four', { sizes: { least: 9, most: 9 }, turns: 1 }],
  ['four', { sizes: { least: 9, most: 9 }, turns: 1, landing: 'after-last' }],
  ['four', { repeats: { least: 9, most: 9 }, turns: 1 }],
  [
    'four',
    {
      repeats: { least: 2, most: 2 },
      sizes: { least: 3, most: 3 },
      gaps: { least: 0, most: 0 },
      turns: 1,
      start: at(0),
    },
  ],
  ['sixteen', { after: 7, landing: 'after-last' }],
  ['sixteen', { shapes: [] }],
  ['sixteen', { parts: [] }],
  ['sixteen', { parts: [0] }],
  ['sixteen', { parts: [1, 9], turns: 8 }],
  ['sixteen', { parts: [10] }],
  ['sixteen', { parts: [1.5] }],
  ['sixteen', { sizes: { least: 5, most: 4 } }],
  ['sixteen', { sizes: { least: 0, most: 4 } }],
  ['sixteen', { sizes: { least: 1, most: 64 } }],
  ['sixteen', { sizes: { least: 3, most: 65 } }],
  ['sixteen', { sizes: { least: 2.5, most: 4 } }],
  ['sixteen', { gaps: { least: 3, most: 2 } }],
  ['sixteen', { gaps: { least: -1, most: 2 } }],
  ['sixteen', { gaps: { least: 0, most: 33 } }],
  ['sixteen', { gaps: { least: 32, most: 32 } }],
  ['sixteen', { repeats: { least: 1, most: 3 } }],
  ['sixteen', { repeats: { least: 3, most: 10 } }],
  ['sixteen', { turns: 0 }],
  ['sixteen', { turns: 9 }],
  ['sixteen', { shapes: ['list', 'same'], list: [3] }],
  ['sixteen', { shapes: ['list'] }],
  ['sixteen', { shapes: ['list'], list: Array(17).fill(1) }],
  ['sixteen', { shapes: ['list'], list: Array(16).fill(4), gaps: { least: 0, most: 0 } }],
  ['sixteen', { shapes: ['list'], list: [3, 65] }],
  ['sixteen', { shapes: ['list'], list: [3, 0] }],
  ['sixteen', { shapes: ['list'], list: [64, 1], turns: 8 }],
  ['sixteen', { start: at(0, 0, 3) }],
];

/** A cadence begun somewhere: how far off it is, the mends, and the other speeds. */
function begun(name: Name, { cadence: one, at: unit }: Begun): string {
  const cycle = cycleOf(name);
  const where = { cadence: one, at: unit };
  const miss = sayMiss(missOf(cycle, where));
  const mends = mendsOf(cycle, where).map(({ text, begun: to, cost }) => {
    expect(missOf(cycle, to).off).toBe(0);
    return `  ${cost}: ${text} ${writeSizes(to.cadence)} from unit ${to.at} at ${to.cadence.parts}`;
  });
  const recuts = recutsOf(cycle, where).map(
    ({ parts, name: called, start, landsFromHere }) =>
      `  ${parts}, ${called}: ${start}; ${landsFromHere === undefined ? 'no unit there' : landsFromHere ? 'lands' : 'does not land'} from here`,
  );
  return [
    `${CYCLES[name]} ${writeSizes(one)} ${one.landing} from unit ${unit} at ${one.parts}: ${miss}`,
    ...mends,
    ...recuts,
  ].join('\n');
}

const BEGUN: readonly (readonly [Name, Begun])[] = [
  ['sixteen', { cadence: cadence('5 (1) 5 (1) 5'), at: 48 }],
  ['sixteen', { cadence: cadence('5 (1) 5 (2) 5'), at: 48 }],
  ['sixteen', { cadence: cadence('5 (1) 5 (1) 5'), at: 45 }],
  ['sixteen', { cadence: cadence('5 (1) 5 (1) 5'), at: 50 }],
  ['ten', { cadence: cadence('4 4 4', 4, 'after-last'), at: 25 }],
  ['ten', { cadence: cadence('7'), at: 32 }],
  ['ten', { cadence: cadence('7'), at: 35 }],
  ['seven', { cadence: cadence('3 (1) 3 (1) 3', 2), at: 4 }],
  ['four', { cadence: cadence('2 2 2', 1), at: 1 }],
  ['four', { cadence: cadence('1 (31) 1', 4), at: 0 }],
  ['four', { cadence: cadence('1 1', 3), at: 11 }],
  ['fours', { cadence: cadence('6 5 4', 4), at: 0 }],
  ['fours', { cadence: cadence('1 (1) 1 (1) 1', 1), at: 2 }],
  ['sixteen', { cadence: { ...cadence('5 5'), after: 3 }, at: 50 }],
];

describe('worked landings', () => {
  it('are found, or the bound that is in the way is named', async () => {
    const text = QUESTIONS.map(([name, change]) => asked(name, change)).join('\n\n');
    await expect(`${text}\n`).toMatchFileSnapshot('worked-questions.txt');
  });

  it('are mended where they miss', async () => {
    const text = BEGUN.map(([name, one]) => begun(name, one)).join('\n\n');
    await expect(`${text}\n`).toMatchFileSnapshot('worked-mends.txt');
  });

  it('are the same at the ends of a count', () => {
    expect(startOf(cadence('1'), { perTurn: 8 })).toEqual({ unit: 0, turns: 0 });
    expect(startOf(cadence('1', 4, 'after-last'), { perTurn: 8 })).toEqual({ unit: 7, turns: 1 });
    expect(startOf(cadence('9'), { perTurn: 8 })).toEqual({ unit: 0, turns: 1 });
    expect(startOf(cadence('10'), { perTurn: 8 })).toEqual({ unit: 7, turns: 2 });
    const long = { ...cadence('20 20'), after: 2 };
    expect(sayCadence(long, unitsOf(cycleOf('four'), 4))).toBe(
      'Two times 20 = 40, one gap of 0, 40 units, and 2 after it: start on beat 2, fourth part, two turns earlier.'.replace(
        'one gap of 0',
        'no gaps',
      ),
    );
    expect(sayCadence(cadence('3 (1) 2 (3) 1'), unitsOf(cycleOf('four'), 4))).toBe(
      '3 + 2 + 1 = 6, gaps 1 + 3 = 4, 10 units: start on beat 2, fourth part.',
    );
    expect(sayCadence(cadence('3 (2) 3'), unitsOf(cycleOf('four'), 4))).toBe(
      'Two times 3 = 6, one gap of 2, 8 units: start on beat 3, second part.',
    );
    expect(sayCadence(cadence('7'), unitsOf(cycleOf('four'), 4))).toBe(
      '7, 7 units: start on beat 3, third part.',
    );
  });
});

describe('sizes that are typed', () => {
  it.each([
    ['5 (1) 5 (1) 5', '5 (1) 5 (1) 5'],
    ['5 5 (2) 3', '5 5 (2) 3'],
    [' 7+5,3 ', '7 5 3'],
    ['64', '64'],
    [Array(16).fill('2').join(' '), Array(16).fill('2').join(' ')],
    ['2 (99) 2 (99) 2', '2 (99) 2 (99) 2'],
    ['2 (99) 2 (99) 2 (2) 2', '2 (99) 2 (99) 2 (2) 2'],
  ])('%s', (text, written) => {
    const read = readSizes(text);
    expect(read.ok && writeSizes(read)).toBe(written);
  });

  it.each([
    ['', 'Write at least one size.'],
    ['(1) 5', 'The gap (1) stands before a phrase; a gap lies between two.'],
    ['5 (1) (2) 5', 'The gap (2) stands before a phrase; a gap lies between two.'],
    ['5 (1)', 'A gap at the end has no phrase after it.'],
    [
      '5 x',
      '“x” is not a size. Write sizes from 1 to 64 with gaps in brackets, such as 5 (1) 5 (1) 5.',
    ],
    [
      '0',
      '“0” is not a size. Write sizes from 1 to 64 with gaps in brackets, such as 5 (1) 5 (1) 5.',
    ],
    [
      '65',
      '“65” is not a size. Write sizes from 1 to 64 with gaps in brackets, such as 5 (1) 5 (1) 5.',
    ],
    [
      '5 (100) 5',
      '“(100)” is not a size. Write sizes from 1 to 64 with gaps in brackets, such as 5 (1) 5 (1) 5.',
    ],
    [
      '5x 5',
      '“5x” is not a size. Write sizes from 1 to 64 with gaps in brackets, such as 5 (1) 5 (1) 5.',
    ],
    [Array(17).fill('2').join(' '), 'At most 16 phrases, not 17.'],
    ['2 (99) 2 (99) 2 (3) 2', 'The gaps are longer than two hundred units.'],
  ])('“%s” is refused', (text, message) => {
    expect(readSizes(text)).toEqual({ ok: false, message });
  });
});

import { describe, expect, it } from 'vitest';
import { writeRhythm } from '../text/index.ts';
import { timed } from '../text/timed.testkit.ts';
import {
  countFrom,
  crossing,
  crossingAsRhythm,
  crossingOfLayers,
  evenPulse,
  learnSteps,
  type Pulse,
  type PulsePart,
  phrasesFor,
  readPhrase,
  setPhrase,
  soundsOf,
  stepsOf,
} from './index.ts';

const PARTS: readonly PulsePart[] = [
  { instrument: 'goblet-drum', kind: 'D', hand: 'R' },
  { instrument: 'hand-bell', kind: 'X', hand: 'L' },
  { instrument: 'claves', kind: 'X', hand: 'F' },
];

describe('a crossing that cannot be', () => {
  const pulse = (change: Partial<Pulse>) => () => crossing([{ ...evenPulse(5), ...change }, 3]);

  it('is refused in words, and its bounds can be', () => {
    expect(() => crossing([3])).toThrow('A crossing has 2 to 5 pulses, not 1.');
    expect(() => crossing([1, 2, 3, 4, 5, 6])).toThrow('A crossing has 2 to 5 pulses, not 6.');
    expect(crossing([1, 31, 2, 3, 4]).counts).toEqual([1, 31, 2, 3, 4]);
    for (const steps of [0, 32, 2.5]) {
      expect(pulse({ steps })).toThrow(`A pulse of a crossing has 1 to 31 steps, not ${steps}.`);
    }
    for (const parts of [0, 10, 1.5]) {
      expect(pulse({ parts })).toThrow(`A step of a crossing has 1 to 9 parts, not ${parts}.`);
    }
    expect(pulse({ parts: 9, sounds: [0, 8] })().pulses[0]?.parts).toBe(9);
    expect(pulse({ sounds: [] })).toThrow('At least one part of a step sounds.');
    expect(pulse({ parts: 3, sounds: [-1] })).toThrow('At least one part of a step sounds.');
    expect(pulse({ parts: 3, sounds: [0.5] })).toThrow('At least one part of a step sounds.');
    expect(pulse({ parts: 3, sounds: [0, 4] })).toThrow('A step of 3 parts has no part 5.');
    expect(pulse({ start: -1 })).toThrow('A pulse starts 0 to 4 parts later, not -1.');
    expect(pulse({ start: 5 })).toThrow('A pulse starts 0 to 4 parts later, not 5.');
    expect(pulse({ start: 0.5 })).toThrow('A pulse starts 0 to 4 parts later, not 0.5.');
    expect(pulse({ start: 4 })().pulses[0]?.start).toBe(4);
  });

  it('is silent where there is no such pulse', () => {
    const crossed = crossing([5, 3]);
    expect([soundsOf(crossed, 2), stepsOf(crossed, 2), countFrom(crossed, 2, 0, 'plain')]).toEqual([
      [],
      [],
      [],
    ]);
  });

  it('starts late, sounds on some parts, and is counted from any of its pulses', () => {
    const crossed = crossing([{ steps: 4, parts: 3, sounds: [0, 2], start: 1 }, 3]);
    expect([soundsOf(crossed, 0), stepsOf(crossed, 0)]).toEqual([
      [0, 1, 3, 4, 6, 7, 9, 10],
      [1, 4, 7, 10],
    ]);
    expect(crossed.strides).toEqual([1, 2, 1, 2, 1, 1, 1, 1, 2]);
    const words = (from: number, of: number) =>
      countFrom(crossed, from, of, 'plain').map((one) => one.words);
    expect(words(0, 1)).toEqual(['2', '3 of 3'.replace('3 of 3', '& of 3'), 'a of 4']);
    expect(words(1, 0)).toEqual(words(1, 0));
    expect(countFrom(crossing([5, 7]), 0, 1, 'plain').at(-1)).toEqual({
      step: 5,
      part: 2,
      parts: 7,
      words: '3 of 5',
    });
  });
});

describe('the steps to learn it', () => {
  it('are made of its numbers', () => {
    const told = learnSteps(crossing([5, 3]), PARTS.slice(0, 2), 1).map(
      ({ text, heard, composite, parts, speed }) =>
        `${text} [${heard.join(' ')}]${composite ? ' with the composite' : ''} ${parts.map(({ hand }) => hand).join('')} at ${speed}`,
    );
    expect(told).toEqual([
      'The composite alone, slowly. Count 3 2 1 3 1 2 3. [] with the composite RL at 0.6',
      'The 5 on the composite’s count, right hand. [0] with the composite RL at 0.6',
      'The 3 on the composite’s count, left hand. [1] with the composite RL at 0.6',
      'All together on the composite’s count. [0 1] with the composite RL at 0.8',
      'Swap hands: the 5 in the left hand, the 3 in the right hand. [0 1] with the composite LR at 0.8',
      'The foot takes the 3, the hands the rest. [0 1] RF at 1',
    ]);
    const [sixteen] = learnSteps(crossing([9, 8]), PARTS, 0);
    expect(sixteen?.text).toContain('Count 8 1 7');
    const [more] = learnSteps(crossing([10, 9]), PARTS, 0);
    expect(more?.text).toBe('The composite alone, slowly.');
    const three = learnSteps(crossing([2, 3, 5]), PARTS, 0);
    expect(three.at(-2)?.text).toBe(
      'Swap hands: the 2 in the left hand, the 3 in the right hand, the 5 in the foot.',
    );
  });
});

describe('layers that cross', () => {
  const cross = (text: string, indices: readonly number[]) => {
    const { rhythm, timing } = timed(`rhythm A\ncycle 1x4\n${text}`);
    const found = crossingOfLayers(rhythm, timing, indices);
    return found.ok
      ? `${found.pulses.map(({ steps, parts, start }) => `${steps}/${parts}@${start}`).join(' ')}; ${found.parts.map(({ instrument, kind, hand }) => `${instrument} ${kind} ${hand}`).join(', ')}; ${found.span.num}/${found.span.den}`
      : found.message;
  };
  const even = 'layer A : goblet drum\nplay D / D / D / D\nhand L / L / L / B';

  it('are pulses where they are even, however late', () => {
    expect(cross(`${even}\nlayer B : hand bell\nplay <4> X X X`, [0, 1])).toBe(
      '4/1@0 3/1@0; goblet-drum D L, hand-bell X R; 4/1',
    );
    expect(cross(`${even}\nlayer B : hand bell\nplay . X / . X / . X / . X`, [0, 1])).toBe(
      '4/1@0 4/2@1; goblet-drum D L, hand-bell X R; 4/1',
    );
    expect(
      cross(`${even}\nlayer B : frame drum\nplay D / . / D / .\nhand B / . / L / .`, [1, 0]),
    ).toBe('2/1@0 4/1@0; frame-drum D R, goblet-drum D L; 4/1');
    expect(cross(`${even}\nlayer B : hand bell\nplay X / X / X\nloop own`, [0, 1])).toBe(
      '12/1@0 12/1@0; goblet-drum D L, hand-bell X R; 12/1',
    );
  });

  it('or it is said why they are none', () => {
    expect(cross(`${even}\nlayer B : hand bell\nplay X / X / . / X`, [0, 1])).toBe(
      'B is not even: its strides differ.',
    );
    expect(cross(`${even}\nlayer B : hand bell\nplay . / . / . / .`, [0, 1])).toBe(
      'B is not even: its strides differ.',
    );
    expect(cross(even, [0, 1])).toBe('There is no such layer.');
    expect(cross(`${even}\nlayer B : hand bell\nplay <4> X*31`, [0, 1])).toMatch(
      /^4\/1@0 31\/1@0;/,
    );
    expect(cross(`${even}\nlayer B : hand bell\nplay <4> X*32`, [0, 1])).toBe(
      'B has 32 steps until they come round together; a crossing has at most 31.',
    );
    expect(cross(`${even}\nlayer B : hand bell\nplay <4> . X . . . . . . . .`, [0, 1])).toBe(
      'B starts too far between its steps.',
    );
    expect(cross(`${even}\nlayer B : hand bell\nplay <4> . X . . . . . . .`, [0, 1])).toMatch(
      /1\/9@1;/,
    );
  });
});

describe('a crossing written down', () => {
  const written = (
    counts: readonly (number | Pulse)[],
    change: Partial<Parameters<typeof crossingAsRhythm>[0]> = {},
  ) =>
    writeRhythm(
      crossingAsRhythm({
        crossed: crossing(counts),
        parts: PARTS,
        from: 0,
        bpm: 72,
        id: 'x',
        ...change,
      }),
    );

  it('has a beat for each step of one pulse, and a layer for each pulse', async () => {
    const told = [
      written([3, 2]),
      written([3, 2], { from: 1, bpm: 48.4 }),
      written([3, 2], { bpm: 5 }),
      written([3, 2], { bpm: 900, step: 'slowly' }),
      written([5, 4], { composite: true }),
      written([5, 4], { composite: true, heard: [] }),
      written([5, 4], { heard: [1] }),
      written([5, 4, 3], { from: 2, composite: true }),
      written([7, 17]),
      written([4, 3], { backbeat: ['low', undefined, 'high', undefined] }),
      written([4, 3], { backbeat: [] }),
      written([{ steps: 4, parts: 3, sounds: [0, 2], start: 1 }, 3], { composite: true }),
      written([31, 29], { from: 1, composite: true }),
      written([9, 8], { parts: [] }),
    ];
    await expect(told.join('\n')).toMatchFileSnapshot('written.txt');
  });
});

describe('words set to a crossing', () => {
  const set = (text: string, counts: readonly number[]) => {
    const { syllables, problems } = setPhrase(text, crossing(counts));
    const said = syllables.map(
      ({ text: one, stressed, joined, at, stride, long }) =>
        `${at}${stressed ? '!' : ''}${one}${joined ? '-' : ''}:${stride}${long ? ' long' : ''}`,
    );
    return [said.join(', '), ...problems];
  };

  it('are long and short as the strides are, and it is said what does not fit', () => {
    expect(set('LAMP on the stair', [3, 2])).toEqual([
      '0!LAMP:2 long, 2on:1, 3the:1, 4stair:2 long',
    ]);
    expect(set('LAMP on', [3, 2])).toEqual([
      '0!LAMP:2 long, 2on:1',
      'The composite has 4 moments and the phrase 2 syllables: 2 too few.',
    ]);
    expect(set('one lan-TERN to the quay', [3, 2])).toEqual([
      '0one:2 long, 2lan-:1, 3!TERN:1, 4to:2 long',
      'The composite has 4 moments and the phrase 6 syllables: “the” and what follows is too much.',
      'All fall together on “one” (1), which is not stressed: write it in capitals, or put a stronger word there.',
      '“TERN” (3) is stressed, and only the 2 sounds there: the stress is in the wrong place.',
    ]);
    // Two of three together is neither all nor one alone.
    expect(set('ONE TWO', [2, 2, 4]).slice(1)).toEqual([
      'The composite has 4 moments and the phrase 2 syllables: 2 too few.',
      '“TWO” (2) is stressed, and only the 4 sounds there: the stress is in the wrong place.',
    ]);
    expect(set('ONE a TWO b', [2, 4, 1]).slice(1)).toEqual([]);
  });

  it('are read in syllables, stressed in capitals', () => {
    expect(readPhrase('  LAN-tern  A b·c 7 -x- ')).toEqual([
      { text: 'LAN', stressed: true, joined: true },
      { text: 'tern', stressed: false, joined: false },
      { text: 'A', stressed: true, joined: false },
      { text: 'b', stressed: false, joined: true },
      { text: 'c', stressed: false, joined: false },
      { text: '7', stressed: false, joined: false },
      { text: 'x', stressed: false, joined: false },
    ]);
    expect(readPhrase(' ')).toEqual([]);
    expect(readPhrase('ÉTÉ Été')[0]?.stressed).toBe(true);
    expect(readPhrase('ÉTÉ Été')[1]?.stressed).toBe(false);
  });

  it('of our own fit their crossing, as often as it comes', () => {
    const told: string[] = [];
    for (const counts of [
      [3, 2],
      [4, 3],
      [6, 4],
      [9, 6],
      [5, 2],
      [5, 3],
      [5, 4],
      [7, 2],
      [7, 3],
      [7, 4],
      [8, 6],
      [11, 10],
    ]) {
      const phrases = phrasesFor(crossing(counts));
      for (const phrase of phrases) expect(set(phrase, counts).slice(1), phrase).toEqual([]);
      told.push(`${counts.join(':')} ${phrases.join(' | ')}`);
    }
    expect(told.join('\n')).toMatchInlineSnapshot(`
      "3:2 LAMP on the stair | COME to the quay
      4:3 FER-ry the lan-tern home | ROPE to the wa-ter’s edge
      6:4 LAMP on the stair LAMP on the stair | COME to the quay COME to the quay
      9:6 LAMP on the stair LAMP on the stair LAMP on the stair | COME to the quay COME to the quay COME to the quay
      5:2 ONE lamp for the long stair
      5:3 LAMPS light the stairs to the quay
      5:4 COME to town with a lamp to-night
      7:2 SLOW we climb to the bell and ring
      7:3 BOATS come in the rain with the bell rung
      7:4 STEP slow-ly down ev-ery stair to the door
      8:6 FER-ry the lan-tern home FER-ry the lan-tern home | ROPE to the wa-ter’s edge ROPE to the wa-ter’s edge
      11:10 "
    `);
  });
});

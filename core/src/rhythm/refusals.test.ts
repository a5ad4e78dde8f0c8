import { describe, expect, it } from 'vitest';
import { nth } from '../bounds/index.ts';
import type { Rhythm, Stroke } from './index.ts';
import { breaches, checkEdit, checkRhythm, handClashes } from './index.ts';
import { BASE, cells, DRUM, stroke, withLayer } from './refused.testkit.ts';

/** Cases that break a rule, each by what it says; the whole file is checked, then the edit. */
const WRONG: readonly (readonly [string, Rhythm])[] = [
  ['Layer Drum: no instrument is called “zither”.', withLayer({ instrument: 'zither' })],
  [
    'Layer Drum: a cell lasts 2/4 beats; write it in lowest terms, up to 128.',
    withLayer({ cells: [{ beats: { num: 2, den: 4 }, slots: 3 }], strokes: [], free: true }),
  ],
  [
    'Layer Drum: a cell lasts 129/1 beats; write it in lowest terms, up to 128.',
    withLayer({ cells: [{ beats: { num: 129, den: 1 }, slots: 3 }], strokes: [], free: true }),
  ],
  [
    'Layer Drum: the lengths of its cells have no common part. Use lengths that go into one another.',
    withLayer({
      cells: [64, 63, 61, 59, 57, 55].map((den) => ({ beats: { num: 1, den }, slots: 1 })),
      strokes: [],
      free: true,
    }),
  ],
  ['Layer Drum: a stroke lies in slot 6 of 5.', withLayer({ strokes: [stroke(5)] })],
  ['Layer Drum: the strokes are out of order.', withLayer({ strokes: [stroke(2), stroke(1)] })],
  ['Layer Drum: darbuka has no stroke “Q”.', withLayer({ strokes: [stroke(1, { kind: 'Q' })] })],
  [
    'Layer Drum: one hand twice in slot 2.',
    withLayer({ strokes: [stroke(1, { hand: 'R' }), stroke(1, { hand: 'B', kind: 'T' })] }),
  ],
  [
    'Layer Drum: at most 8 strokes sound together in a slot.',
    withLayer({ strokes: Array.from({ length: 9 }, () => stroke(1)) }),
  ],
  [
    'Layer Drum: a slot rings on that is not there or holds a stroke.',
    withLayer({ strokes: [stroke(1)], rings: [1] }),
  ],
  [
    'Layer Drum: a slot rings on that is not there or holds a stroke.',
    withLayer({ strokes: [stroke(1)], rings: [5] }),
  ],
  [
    'Layer Drum is not made of whole turns and is not marked to come round freely.',
    withLayer({ cells: cells(3), strokes: [] }),
  ],
  [
    'Layer Drum is not made of whole turns and is not marked to come round freely.',
    withLayer({ cells: [{ beats: { num: 4, den: 1 }, slots: 3 }], strokes: [] }),
  ],
  ['Two layers have the same id.', { ...BASE, layers: [DRUM, DRUM] }],
  [
    'The names of the turns are out of order, or a turn has two.',
    {
      ...BASE,
      turns: [
        { turn: 1, mark: 'call' },
        { turn: 1, mark: 'answer' },
      ],
    },
  ],
  [
    'The names of the turns are out of order, or a turn has two.',
    {
      ...BASE,
      turns: [
        { turn: 1, mark: 'call' },
        { turn: 0, mark: 'answer' },
      ],
    },
  ],
];

describe('a rhythm that breaks a rule', () => {
  it.each(WRONG)('%s', (message, rhythm) => {
    expect(breaches(rhythm)).toEqual([message]);
    expect(checkRhythm(structuredClone(rhythm))).toEqual({ ok: false, messages: [message] });
    expect(checkEdit(rhythm)).toEqual([message]);
  });

  it('tells at most five things of a layer, and nothing of one that is sound', () => {
    const strokes = Array.from({ length: 9 }, (_, at) => stroke(at + 5));
    expect(breaches(withLayer({ strokes }))).toHaveLength(5);
    expect(breaches(BASE)).toEqual([]);
    expect(breaches(withLayer({ rings: [1] }))).toEqual([]);
    expect(breaches(withLayer({ strokes: Array.from({ length: 8 }, () => stroke(1)) }))).toEqual(
      [],
    );
    expect(
      breaches({
        ...BASE,
        turns: [
          { turn: 0, mark: 'call' },
          { turn: 2, mark: 'break' },
        ],
      }),
    ).toEqual([]);
    expect(
      breaches(
        withLayer({ cells: [{ beats: { num: 128, den: 1 }, slots: 3 }], strokes: [], free: true }),
      ),
    ).toEqual([]);
    expect(checkRhythm(BASE)).toEqual({ ok: true, rhythm: BASE });
  });

  it('is refused by its sizes', () => {
    const long = Array.from({ length: 65 }, () => cells(64)).flat();
    const free = { strokes: [], free: true } as const;
    expect(breaches(withLayer({ cells: long, ...free }))).toEqual([
      'Layer Drum has 4160 slots; 4096 is the most. Take turns out, or divide its beats into fewer slots.',
    ]);
    expect(breaches(withLayer({ cells: long.slice(1), ...free }))).toEqual([]);
    const full = (id: string) => ({ ...DRUM, id, cells: long.slice(1), ...free });
    expect(breaches({ ...BASE, layers: [full('a'), full('b')] })).toEqual([]);
    expect(breaches({ ...BASE, layers: [full('a'), full('b'), DRUM] })).toEqual([
      'The layers have 8197 slots together; 8192 is the most. Take turns or layers out, or divide beats into fewer slots.',
    ]);
    const many = Array.from({ length: 33 }, (_, at) => ({ ...DRUM, id: `l${at}` }));
    expect(checkEdit({ ...BASE, layers: many })).toEqual([
      'A rhythm has at most 32 layers. Take one out first.',
    ]);
    expect(checkEdit({ ...BASE, layers: many.slice(1) })).toEqual([]);
    expect(checkEdit({ ...BASE, name: '' })).toEqual([
      'At name: A name needs at least one letter.',
    ]);
    expect(checkEdit(withLayer({ cells: [] }))).toEqual([
      'Layer Drum: At cells: A layer needs at least one cell.',
    ]);
  });

  it('is refused for one stroke that was written wrongly beside those that were sound before', () => {
    const sound = withLayer({ strokes: [stroke(0), stroke(1), stroke(2)] });
    const [first, second, third] = nth(sound.layers, 0).strokes;
    // What is wrong, as no type lets one write it.
    const wrong = { ...stroke(1), force: 9 } as unknown as Stroke;
    const message =
      'Layer Drum: At strokes.1.force: 9 does not belong here; the file may be damaged.';
    for (const strokes of [
      [first, wrong, third],
      [first, wrong, second, third],
      [first, wrong],
    ] as Stroke[][]) {
      expect(checkEdit(sound)).toEqual([]);
      const layers = [{ ...nth(sound.layers, 0), strokes }];
      expect(checkEdit({ ...sound, layers })).toEqual([message]);
    }
    expect(checkEdit(sound)).toEqual([]);
    const written = { ...nth(sound.layers, 0), strokes: [stroke(1)], name: '' };
    expect(checkEdit({ ...sound, layers: [written] })).toEqual([
      'Layer : At name: A name needs at least one letter.',
    ]);
  });

  it('has clashes where a hand that is taken is given again', () => {
    const hands = (...given: readonly Stroke['hand'][]) =>
      handClashes({ strokes: given.map((hand) => stroke(0, hand ? { hand } : {})) });
    expect(hands('R', 'L')).toEqual([]);
    expect(hands('R', 'F', 'L')).toEqual([]);
    expect(hands('R', 'R')).toEqual([0]);
    expect(hands('B', 'L')).toEqual([0]);
    expect(hands('F', 'F')).toEqual([0]);
    expect(hands(undefined, undefined)).toEqual([]);
    expect(handClashes({ strokes: [stroke(0, { hand: 'R' }), stroke(1, { hand: 'R' })] })).toEqual(
      [],
    );
  });
});

describe('data at the door', () => {
  const say = (change: object) => {
    const checked = checkRhythm({ ...BASE, ...change });
    return checked.ok ? 'taken' : checked.messages[0];
  };
  const inLayer = (change: object) => say({ layers: [{ ...DRUM, ...change }] });
  const inStroke = (change: object) => inLayer({ strokes: [{ ...stroke(0), ...change }] });

  it('is taken at its bounds and refused beyond them', () => {
    const name40 = 'x'.repeat(40);
    for (const fine of [
      say({ tempo: { bpm: 10, per: 64 }, target: 400 }),
      say({ notes: 'x'.repeat(20_000) }),
      say({ tags: [name40] }),
      say({ tags: Array.from({ length: 100 }, (_, at) => `t${at}`) }),
      say({ turns: [{ turn: 4095, mark: 'plain', name: name40 }] }),
      say({ origin: { rhythm: 'r', by: 'x'.repeat(200) } }),
      say({ id: 'x'.repeat(200) }),
      inLayer({ role: 'click', side: '2-3', sayCounting: 'la-li' }),
      inLayer({ role: 'timeline', side: '3-2' }),
      inLayer({ role: 'voice' }),
      inStroke({ say: 'x'.repeat(24), ornament: 'drag', optional: true, damp: true }),
      inStroke({ hand: 'F', force: 1 }),
    ]) {
      expect(fine).toBe('taken');
    }
    for (const bad of [
      say({ tempo: { bpm: 9, per: 1 } }),
      say({ tempo: { bpm: 60, per: 65 } }),
      say({ tempo: { bpm: 60, per: 0 } }),
      say({ target: 401 }),
      say({ turns: [{ turn: 0, mark: 'shout' }] }),
      say({ turns: [{ turn: 0, mark: 'plain', name: 'x'.repeat(41) }] }),
      say({ turns: [{ turn: 0, mark: 'plain', name: 'a#b' }] }),
      say({ origin: { rhythm: 'r', by: 'x'.repeat(201) } }),
      say({ id: '' }),
      say({ id: 'x'.repeat(201) }),
      inLayer({ role: 'boss' }),
      inLayer({ side: '1-4' }),
      inLayer({ free: false }),
      inLayer({ cells: [{ beats: { num: 0, den: 1 }, slots: 1 }] }),
      inLayer({ cells: [{ beats: { num: 1, den: 65 }, slots: 1 }] }),
      inLayer({ cells: [{ beats: { num: 1, den: 1 }, slots: 0 }] }),
      inLayer({ cells: [{ beats: { num: 1, den: 1 }, slots: 65 }] }),
      inStroke({ slot: -1 }),
      inStroke({ slot: 0.5 }),
      inStroke({ force: 5 }),
      inStroke({ hand: 'X' }),
      inStroke({ kind: 'too-long' }),
      inStroke({ kind: '' }),
      inStroke({ ornament: 'trill' }),
      inStroke({ optional: false }),
      inStroke({ damp: false }),
    ]) {
      expect(bad).not.toBe('taken');
    }
    expect(say({ notes: 'x'.repeat(20_001) })).toBe(
      'At notes: Notes have at most 20000 characters.',
    );
    expect(say({ tags: ['a b'] })).toBe('At tags.0: A tag is one word without commas or quotes.');
    expect(say({ tags: ['x'.repeat(41)] })).toBe(
      'At tags.0: A tag is one word without commas or quotes.',
    );
    expect(say({ tags: Array(101).fill('t') })).toBe('At tags: A rhythm has at most 100 tags.');
    expect(say({ turns: [{ turn: 4096, mark: 'plain' }] })).toBe(
      'At turns.0.turn: Turns 1 to 4096 can have a name.',
    );
    expect(say({ layers: Array(33).fill(DRUM) })).toBe(
      'At layers: A rhythm has at most 32 layers.',
    );
    expect(inStroke({ say: '.' })).toBe('At layers.0.strokes.0.say: A syllable is one word.');
    expect(inStroke({ say: 'x'.repeat(25) })).toBe(
      'At layers.0.strokes.0.say: A syllable is one word.',
    );
    expect(inLayer({ cells: [{ beats: { num: 8193, den: 64 }, slots: 1 }] })).toBe(
      'At layers.0.cells.0.beats.num: A cell lasts at most 128 beats.',
    );
    const checked = checkRhythm({ ...BASE, notes: 'a\r\nb\rc' });
    expect(checked.ok && checked.rhythm.notes).toBe('a\nb\nc');
  });
});

it('a feel has only so many places in a beat', () => {
  const at = (many: number) => Array.from({ length: many }, (_, num) => ({ num, den: 96 }));
  const felt = withLayer({ feel: { name: 'Lilt', cuts: [{ slots: 64, at: at(65) }] } });
  expect(checkRhythm(felt)).toMatchObject({
    messages: [expect.stringContaining('A feel has at most 64 places in a beat.')],
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { answersTo, answerToReplace, canonical, planRestore, THINGS, tableOf } from './plan.ts';
import { NO_ROWS, type Row, type Tables } from './tables.ts';

/** A row of each kind of thing, as it is told; what is changed in it is the thing itself, or how it is kept. */
const KINDS: Readonly<
  Record<(typeof THINGS)[number], readonly [row: Row, changed: Row, name: string]>
> = {
  rhythm: [
    { id: 'x', rhythm: { name: 'Wet cobbles', target: 90 }, revision: 3, updated: 500 },
    { id: 'x', rhythm: { name: 'Wet cobbles', target: 96 }, revision: 3, updated: 500 },
    'Wet cobbles',
  ],
  form: [
    { id: 'x', form: { name: 'Lantern walk', notes: '' }, updated: 500 },
    { id: 'x', form: { name: 'Lantern walk', notes: 'Softly.' }, updated: 500 },
    'Lantern walk',
  ],
  cycle: [
    { id: 'x', name: 'Ten stairs', beats: [2, 3] },
    { id: 'x', name: 'Ten stairs', beats: [3, 2] },
    'Ten stairs',
  ],
  instrument: [
    { id: 'x', name: 'Bucket', strokes: ['B'] },
    { id: 'x', name: 'Bucket', strokes: ['B', 'S'] },
    'Bucket',
  ],
  cadence: [
    { id: 'x', name: 'Home', at: 500, cadence: { sizes: [5, 5, 5] } },
    { id: 'x', name: 'Home', at: 500, cadence: { sizes: [5, 5, 6] } },
    'Home',
  ],
  'set-up': [
    { id: 'x', name: 'Seven over four', value: [7, 4], updated: 500 },
    { id: 'x', name: 'Seven over four', value: [7, 5], updated: 500 },
    'Seven over four',
  ],
  goal: [
    { id: 'x', rhythm: { name: 'Stairs' }, bpm: 96 },
    { id: 'x', rhythm: { name: 'Stairs' }, bpm: 96, done: true },
    'Stairs to 96',
  ],
  log: [
    { id: 'x', owner: 'Ines', runs: [1, 2], readIn: 5 },
    { id: 'x', owner: 'Ines', runs: [1, 2, 3], readIn: 5 },
    'The log of Ines',
  ],
};

const only = (thing: (typeof THINGS)[number], ...rows: readonly Row[]): Tables => ({
  ...NO_ROWS,
  [tableOf(thing)]: rows,
});

describe.each(THINGS)('a %s in a backup', (thing) => {
  const [row, changed, name] = KINDS[thing];
  const stateOf = (here: Tables, there: Tables) => {
    const { items } = planRestore(here, there);
    expect(items).toHaveLength(1);
    expect(items[0]).toMatchObject({ thing, id: 'x', name });
    return items[0]?.state;
  };

  it('is new, the same, another one, or only here, by what it is and not by how it is kept', () => {
    expect(stateOf(only(thing), only(thing, row))).toBe('new');
    expect(stateOf(only(thing, row), only(thing, structuredClone(row)))).toBe('same');
    expect(stateOf(only(thing, row), only(thing, changed))).toBe('differs');
    expect(stateOf(only(thing, row), only(thing))).toBe('only here');
    const keptOtherwise = { ...row, revision: 9, updated: 900, readIn: 900 };
    const isWhole = ['cycle', 'instrument', 'goal'].includes(thing);
    expect(stateOf(only(thing, row), only(thing, keptOtherwise))).toBe(
      isWhole ? 'differs' : 'same',
    );
  });

  it('has when it was changed here and there, where that is known', () => {
    const times = (here: Row, there: Row) =>
      planRestore(only(thing, here), only(thing, there)).items.map((one) => [one.here, one.there]);
    expect(times({ ...row, updated: 5 }, { ...row, updated: 7 })).toEqual([[5, 7]]);
    const { updated: _, at: _at, ...bare } = row as { updated?: number; at?: number };
    expect(times({ id: 'x', ...bare }, { id: 'x', ...bare, at: 9 })).toEqual([[undefined, 9]]);
  });

  it('has answers that lose nothing first; to replace takes what is there', () => {
    const twice = thing === 'rhythm' || thing === 'form';
    expect(answersTo({ thing, state: 'new' })).toEqual(['take', 'keep']);
    expect(answersTo({ thing, state: 'same' })).toEqual(['keep']);
    expect(answersTo({ thing, state: 'only here' })).toEqual(['keep', 'trash']);
    expect(answersTo({ thing, state: 'differs' })).toEqual(
      twice ? ['both', 'keep', 'take'] : ['keep', 'take'],
    );
    const toReplace = (['new', 'same', 'only here', 'differs'] as const).map((state) =>
      answerToReplace({ thing, state }),
    );
    expect(toReplace).toEqual(['take', 'keep', 'trash', 'take']);
  });
});

describe('what hangs on no single thing', () => {
  it('is counted by what the backup has more', () => {
    const rows = (...ids: readonly string[]): readonly Row[] => ids.map((id) => ({ id, at: 1 }));
    const here: Tables = { ...NO_ROWS, runs: rows('a', 'b'), history: [{ id: 'a', at: 1 }] };
    const there: Tables = {
      ...NO_ROWS,
      runs: rows('b', 'c', 'd'),
      history: [
        { id: 'a', at: 1 },
        { id: 'a', at: 2 },
      ],
      recordings: rows('r'),
      trash: rows('s', 't', 'u'),
      settings: [
        { key: 'p', value: 1 },
        { key: 'q', value: 2 },
      ],
    };
    expect(planRestore(here, there).beside).toEqual({
      runs: 2,
      history: 1,
      recordings: 1,
      trash: 3,
      settings: 2,
    });
  });
});

describe('data that says the same', () => {
  it('is the same text in whatever order its keys were written, also within it', () => {
    const shuffled = (value: unknown): unknown => {
      if (Array.isArray(value)) return value.map(shuffled);
      if (typeof value !== 'object' || value === null) return value;
      return Object.fromEntries(
        Object.entries(value)
          .reverse()
          .map(([key, one]) => [key, shuffled(one)]),
      );
    };
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        expect(canonical(shuffled(value))).toBe(canonical(value));
      }),
    );
    expect(canonical({ b: [{ d: 1, c: 2 }], a: null })).toBe('{"a":null,"b":[{"c":2,"d":1}]}');
    expect(canonical([1, 2])).not.toBe(canonical([2, 1]));
    expect(canonical({ wav: new Uint8Array(3) })).toBe('{"wav":3}');
  });
});

import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import {
  BLANK,
  cellAt,
  editDistance,
  listOf,
  NAME_LENGTH,
  NameSchema,
  nearest,
  nth,
  numberAt,
  oneLine,
  parseData,
  plainBlanks,
  tableOf,
} from './index.ts';

const NEL = '\u0085';
const ZERO_WIDTH = '\u200b';

describe('blanks', () => {
  it('of the rarer kinds become plain ones, each in its place', () => {
    expect(plainBlanks(`a${NEL}b${ZERO_WIDTH}${ZERO_WIDTH}c\u180e\u2060d e`)).toBe('a b  c  d e');
    const word = new RegExp(`^[^${BLANK}]+$`, 'u');
    expect(
      ['ab', `a${ZERO_WIDTH}b`, `a${NEL}`, 'a b', 'a\u3000b'].map((one) => word.test(one)),
    ).toEqual([true, false, false, false, false]);
  });

  it('leave a name on one line', () => {
    expect(oneLine(' Lantern\tsteps ')).toBe('Lantern steps');
    expect(oneLine(`one\r\n\ntwo${ZERO_WIDTH}three\u0007four`)).toBe('one two three four');
    expect(oneLine('abcdef', 6)).toBe('abcdef');
    expect(oneLine('abcdefg', 6)).toBe('abcdef');
    expect(oneLine('abcde fgh', 6)).toBe('abcde');
    // A letter of two halves is not cut in the middle.
    expect(oneLine('abc𝄞', 4)).toBe('abc');
    expect(oneLine('abc𝄞', 5)).toBe('abc𝄞');
  });
});

describe('a name', () => {
  const check = (data: unknown) => parseData(NameSchema, data);

  it('is kept on one line, with at least a letter and at most so many', () => {
    expect(check(' Lamp\n walk ')).toEqual({ ok: true, output: 'Lamp walk' });
    expect(check('x'.repeat(NAME_LENGTH))).toMatchObject({ ok: true });
    expect(check('x'.repeat(NAME_LENGTH + 1))).toEqual({
      ok: false,
      message: `A name has at most ${NAME_LENGTH} characters.`,
    });
    expect(check(` ${ZERO_WIDTH} `)).toEqual({
      ok: false,
      message: 'A name needs at least one letter.',
    });
  });
});

describe('data of another shape', () => {
  const schema = v.object({
    rows: listOf(v.object({ at: v.number() }), 2, 'There are at most two rows.'),
  });
  const say = (data: unknown) => {
    const parsed = parseData(schema, data);
    return parsed.ok ? parsed.output : parsed.message;
  };

  it('is refused with the place and a sentence', () => {
    expect(say({ rows: [{ at: 1 }, { at: 2 }] })).toEqual({ rows: [{ at: 1 }, { at: 2 }] });
    expect(say({ rows: [{ at: 1 }, { at: 2 }, { at: 'x' }] })).toBe(
      'At rows: There are at most two rows.',
    );
    expect(say({ rows: 'x' })).toBe('At rows: A list belongs here.');
    expect(say({ rows: [{ at: 1 }, { at: 'x' }] })).toBe(
      'At rows.1.at: "x" does not belong here; the file may be damaged.',
    );
    expect(say({ rows: [{}] })).toBe(
      'At rows.0.at: something is missing; the file may be damaged.',
    );
    // A path that a file makes long is cut.
    const long = v.record(v.string(), v.number());
    const parsed = parseData(long, { ['k'.repeat(200)]: 'x' });
    expect(!parsed.ok && parsed.message).toBe(
      `At ${'k'.repeat(80)}: "x" does not belong here; the file may be damaged.`,
    );
    expect(say(3)).toBe('3 does not belong here; the file may be damaged.');
    expect(say({ rows: [{ at: 'y'.repeat(60) }] })).toBe(
      `At rows.0.at: "${'y'.repeat(38)}… does not belong here; the file may be damaged.`,
    );
    expect(say({ rows: [{ at: 'y'.repeat(38) }] })).toBe(
      `At rows.0.at: "${'y'.repeat(38)}" does not belong here; the file may be damaged.`,
    );
  });
});

describe('the nearest word', () => {
  it('differs in one letter where the word is short, and in two where it is long', () => {
    expect(nearest('gobblet drum', ['goblet drum', 'frame drum'])).toBe('goblet drum');
    expect(nearest('plane', ['plain', 'la-li'])).toBe('plain');
    expect(nearest('Adl', ['adi', 'ata'])).toBe('adi');
    expect(nearest('abcd', ['abxy'])).toBeUndefined();
    expect(nearest('abcde', ['abcxy'])).toBe('abcxy');
    expect(nearest('abcde', ['abxyz'])).toBeUndefined();
    expect(nearest('abcde', ['abcdefgh'])).toBeUndefined();
    expect(nearest('a', ['b'])).toBeUndefined();
    expect(nearest('ab', ['b'])).toBe('b');
    expect(nearest('x'.repeat(60), [`y${'x'.repeat(59)}`])).toBe(`y${'x'.repeat(59)}`);
    expect(nearest('x'.repeat(61), ['x'.repeat(61)])).toBeUndefined();
  });

  it('is the first of those that are as near', () => {
    expect(nearest('bat', ['cat', 'rat'])).toBe('cat');
    expect(nearest('batsman', ['catsmen', 'batsmen'])).toBe('batsmen');
  });

  it('counts letters put in, taken out, replaced, and neighbours that changed places', () => {
    expect(editDistance('', 'abc')).toBe(3);
    expect(editDistance('abc', '')).toBe(3);
    expect(editDistance('abc', 'acb')).toBe(1);
    expect(editDistance('abcd', 'badc')).toBe(2);
    expect(editDistance('kitten', 'sitting')).toBe(3);
    expect(editDistance('ab', 'ba')).toBe(1);
    const word = fc.string({ maxLength: 8, unit: fc.constantFrom('a', 'b', 'c') });
    fc.assert(
      fc.property(word, word, (a, b) => {
        expect(editDistance(a, b)).toBe(editDistance(b, a));
        expect(editDistance(a, a)).toBe(0);
        expect(editDistance(a, `${a}x`)).toBe(1);
        expect(editDistance(a, b)).toBeGreaterThanOrEqual(Math.abs(a.length - b.length));
        expect(editDistance(a, b)).toBeLessThanOrEqual(Math.max(a.length, b.length));
      }),
    );
  });
});

describe('an index', () => {
  it('that is not there is a mistake of the program', () => {
    expect(nth(['a', 'b'], 1)).toBe('b');
    expect(numberAt([0], 0)).toBe(0);
    expect(cellAt(new Uint8Array(1), 0)).toBe(0);
    for (const look of [
      () => nth(['a'], 1),
      () => numberAt([0], 1),
      () => cellAt(new Uint8Array(1), 1),
    ]) {
      expect(look).toThrow('There is no item 1 among 1.');
    }
  });
});

describe('a table written as text', () => {
  it('has a row a line and a cell a column', () => {
    expect(tableOf('\n  a | b c \n\n d|', ['one', 'two', 'three'])).toEqual([
      { one: 'a', two: 'b c', three: '' },
      { one: 'd', two: '', three: '' },
    ]);
    expect(() => tableOf(' a | b | c', ['one', 'two'])).toThrow('Too many cells: a | b | c');
  });
});

import { describe, expect, it } from 'vitest';
import type { Instrument } from '../instrument/index.ts';
import { withOwn } from '../rhythm/index.ts';
import { readRhythm } from '../text/index.ts';
import { readJson, writeJson } from './index.ts';

const { rhythm } = readRhythm(
  'rhythm A\ncycle 3+2\nlayer Drum : goblet drum\nplay D . T / K .',
  'a',
);
const tin = (id: string): Instrument => ({
  id,
  name: id,
  note: '',
  strokes: [
    {
      code: 'X',
      name: 'hit',
      family: 'metal',
      hand: 'either',
      how: '',
      sound: { timbre: 'bell', pitch: 700 },
    },
  ],
});
const onTin = {
  ...rhythm,
  layers: rhythm.layers.map((layer) => ({
    ...layer,
    instrument: 'own-tin',
    strokes: [{ slot: 0, kind: 'X', force: 3 as const }],
  })),
};
const file = (change: object) =>
  JSON.stringify({ format: 'humble-stride', version: 1, rhythm, ...change });
const say = (text: string) => {
  const read = readJson(text);
  return read.ok ? 'read' : read.messages.join(' ');
};

describe('a file', () => {
  it('is written as this, and read again', () => {
    const text = writeJson(rhythm);
    expect(
      text.startsWith('{\n  "format": "humble-stride",\n  "version": 5,\n  "rhythm": {\n'),
    ).toBe(true);
    expect(text.endsWith('}\n')).toBe(true);
    expect(readJson(text)).toEqual({ ok: true, rhythm, instruments: [] });
  });

  it('brings the instruments that it uses, and no others', () => {
    const played = withOwn(onTin, [tin('own-tin'), tin('own-box')]);
    const text = writeJson(played);
    const written = JSON.parse(text);
    expect(written.instruments).toEqual([tin('own-tin')]);
    expect(written.rhythm.layers[0]).toEqual(onTin.layers[0]);
    expect(JSON.parse(writeJson(rhythm)).instruments).toBeUndefined();
    expect(readJson(text)).toEqual({ ok: true, rhythm: played, instruments: [tin('own-tin')] });
    // Known already: it stays as it is.
    const other = { ...tin('own-tin'), name: 'Mine' };
    expect(readJson(text, [other])).toEqual({
      ok: true,
      rhythm: withOwn(onTin, [other]),
      instruments: [],
    });
  });

  it('that cannot be used says what of it', () => {
    const broken = file({ instruments: [tin('own-tin')], rhythm: { ...onTin, name: '' } });
    expect(say(broken)).toBe('At name: A name needs at least one letter.');
    expect(say(file({ instruments: [{ id: 'x' }] }))).toMatch(/^An instrument in it: At id: /);
    expect(say(file({ instruments: Array(33).fill(tin('own-tin')) }))).toBe(
      'A rhythm brings at most 32 instruments with it.',
    );
    expect(say(file({ instruments: 3 }))).toBe('A list belongs here.');
    expect(say(file({ instruments: Array(32).fill(tin('own-tin')) }))).toBe('read');
  });
});

describe('a text that is no file of ours', () => {
  it('is told where', () => {
    expect(say('{"a": 1,}')).toBe(
      'It is not JSON that can be read: something is wrong at line 1, column 9.',
    );
    expect(say('{\n  "a": 1\n  "b": 2\n}')).toBe(
      'It is not JSON that can be read: something is wrong at line 3, column 3.',
    );
    expect(say('')).toBe(
      'It is not JSON that can be read: a comma, a quote or a bracket is missing or too many.',
    );
  });

  it('is told what it is', () => {
    const other =
      'It is JSON, but not a rhythm of this program: “format” must be “humble-stride” and “version” a number.';
    for (const text of [
      '3',
      '[]',
      'null',
      file({ format: 'x' }),
      file({ version: 'x' }),
      file({ version: 0 }),
      file({ version: 1.5 }),
    ]) {
      expect(say(text)).toBe(other);
    }
    expect(say(file({ version: 6 }))).toBe(
      'It was written by a newer version of the program (file version 6, this one reads 5). Bring the program up to date, or take the rhythm away as .stride there.',
    );
    const blanks = (many: number) => file({}) + ' '.repeat(many - file({}).length);
    expect(say(blanks(5_000_000))).toBe('read');
    expect(say(blanks(5_000_001))).toBe('It has 5.0 million characters; 5 million is the most.');
    expect(say(blanks(7_260_000))).toBe('It has 7.3 million characters; 5 million is the most.');
  });
});

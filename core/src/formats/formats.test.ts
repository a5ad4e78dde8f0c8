import { describe, expect, it } from 'vitest';
import { readRhythm } from '../text/index.ts';
import { FORMATS, fileKind, formatOf, TEXT_FORMATS } from './index.ts';

const { rhythm } = readRhythm(
  'rhythm A\ncycle 3+2\nlayer Drum : goblet drum\nplay D . T / K .',
  'a',
);

describe('every form', () => {
  it.each(TEXT_FORMATS)('$suffix gives the same rhythm back, with an id of its own', (format) => {
    const { content, lost } = format.write(rhythm);
    const text = String(content);
    expect(lost).toEqual([]);
    expect(format.read(text, 'new')).toEqual({
      ok: true,
      rhythm: { ...rhythm, id: 'new' },
      instruments: [],
    });
    expect(formatOf(`Lamp.${format.suffix.toUpperCase()}`, text)).toBe(format);
    expect(formatOf('lamp', text)).toBe(format);
  });

  it('is told from the others by what it looks like before its name', () => {
    const suffix = (name: string, text: string) => formatOf(name, text).suffix;
    expect(suffix('a.stride', ' {"format": 1}')).toBe('json');
    expect(suffix('a.json', 'rhythm A')).toBe('json');
    expect(suffix('a.txt', 'rhythm A')).toBe('stride');
    expect(suffix('json', 'rhythm A')).toBe('stride');
    expect(FORMATS.map((one) => one.suffix)).toEqual(['stride', 'json', 'musicxml', 'mxl', 'mid']);
    expect(TEXT_FORMATS.map((one) => one.mediaType)).toEqual([
      'text/plain;charset=utf-8',
      'application/json',
    ]);
  });

  it('says line by line what is wrong, and how much more there is', () => {
    const [stride, json] = TEXT_FORMATS;
    expect(stride?.read('cycle 3++2\nD', 'x')).toEqual({
      ok: false,
      messages: [
        'Line 1, column 9: A beat is missing here. Write the pulses of each beat, such as 3+3+2 or 4x4.',
        'Line 2, column 1: Strokes stand after the word play: play D . t / T.',
      ],
    });
    const many = stride?.read(`rhythm A\ncycle 4x4\n${'x y\n'.repeat(60)}`, 'x');
    expect(many?.ok === false && [many.messages.length, many.messages.at(-1)]).toEqual([
      7,
      'And 54 more.',
    ]);
    const six = stride?.read(`rhythm A\ncycle 4x4\n${'x y\n'.repeat(6)}`, 'x');
    expect(six?.ok === false && six.messages.length).toBe(6);
    expect(json?.read('{', 'x')).toMatchObject({ ok: false });
  });
});

it('notes can be chosen where a form has them', () => {
  const midi = FORMATS.find(({ suffix }) => suffix === 'mid');
  const has = (content: unknown, note: number) =>
    content instanceof Uint8Array &&
    content.some((byte, at) => byte === 0x99 && content[at + 1] === note);
  expect(has(midi?.write(rhythm).content, 99)).toBe(false);
  expect(has(midi?.write(rhythm, { 'goblet-drum': { D: 99 } }).content, 99)).toBe(true);
});

describe('what a file is', () => {
  const bytes = (text: string) => Uint8Array.from(text, (letter) => letter.charCodeAt(0));

  it('is told by how it begins, in every form it is taken away in', () => {
    const kinds = FORMATS.map(({ write }) => {
      const { content } = write(rhythm);
      return fileKind(typeof content === 'string' ? bytes(content) : content);
    });
    expect(kinds).toEqual(['text', 'text', 'score', 'packed score', 'midi']);
  });

  it('is told of sounds, scores in wide letters, nothing at all, and anything else', () => {
    expect(fileKind(bytes('RIFF\x24\x00\x00\x00WAVEfmt '))).toBe('sound');
    expect(fileKind(bytes('\xff\xfb\x90'))).toBe('sound');
    expect(fileKind(bytes('\x00\x00\x00\x20ftypM4A '))).toBe('sound');
    expect(fileKind(bytes('\xff\xfe<\0?\0x\0m\0l\0'))).toBe('score');
    expect(fileKind(new Uint8Array())).toBe('empty');
    expect(fileKind(bytes('\x89PNG\r\n\0\0'))).toBe('unknown');
    expect(fileKind(bytes('cycle 4'))).toBe('text');
    const matroska = '\x1a\x45\xdf\xa3';
    expect([`${matroska}webm`, `cycle ${matroska}`].map((one) => fileKind(bytes(one)))).toEqual([
      'sound',
      'text',
    ]);
  });

  it('is told of a packed one by the name of what is packed first', () => {
    const packed = (name: string) => fileKind(bytes(`PK\x03\x04${'\0'.repeat(26)}${name}`));
    expect(['data/rhythms.json', 'rhythms/walk.stride'].map(packed)).toEqual([
      'library',
      'library',
    ]);
    expect(['META-INF/container.xml', 'score/data/'].map(packed)).toEqual([
      'packed score',
      'packed score',
    ]);
  });
});

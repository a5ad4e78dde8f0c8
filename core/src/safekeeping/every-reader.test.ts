import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryForm, KNOWN, RHYTHMS } from '../form/fixture.testkit.ts';
import { readForm, writeForm } from '../form/index.ts';
import {
  readFormJson,
  readJson,
  readLink,
  writeFormJson,
  writeJson,
  writeLink,
} from '../formats/index.ts';
import { COLUMNS, readLog, rowOfRun, runOfRow, writeLog } from '../log/index.ts';
import { run } from '../log/log.testkit.ts';
import { readMidiFile, writeMidiFile } from '../midi/index.ts';
import { readMusicXml, writeMusicXml } from '../musicxml/index.ts';
import { bringIn, type NotationResult, proposeBringIn } from '../notation/index.ts';
import { timeRhythm } from '../rhythm/index.ts';
import { performRhythm } from '../sound/index.ts';
import { problemOf, TABLES } from './tables.ts';

/** `npm run soak` tries four hundred times as many, and looks at the clock as well. */
const { SOAK } = process.env;
const TIMES = SOAK ? 200_000 : 200;

const HOSTILE = [
  '"',
  '\\',
  '{',
  '}',
  '[',
  ']',
  ',',
  ':',
  'null',
  'true',
  '-',
  '1e999',
  '0',
  '9'.repeat(30),
  '__proto__',
  '"constructor":{"prototype":{"bad":1}}',
  '"__proto__":{"bad":1},',
  '<script>bad()</script>',
  '\u0000',
  '\ud800',
  '\u2028',
  '\n',
  '\r\n',
  '\t',
  '|',
  '/',
  '#',
  'section',
  'part',
  'call',
  'then',
  'x'.repeat(500),
  '[[[[[[[[',
  'NaN',
  '-0',
  '1.5',
];

type Wound = readonly [place: number, what: string, gone: number];
const wounds: fc.Arbitrary<readonly Wound[]> = fc.array(
  fc.tuple(
    fc.nat(),
    fc.oneof(fc.constantFrom(...HOSTILE), fc.string({ maxLength: 4 })),
    fc.nat({ max: 12 }),
  ),
  { maxLength: 5 },
);
const wounded = (text: string, list: readonly Wound[]) =>
  list.reduce((whole, [place, what, gone]) => {
    const at = place % (whole.length + 1);
    return whole.slice(0, at) + what + whole.slice(at + gone);
  }, text);

const [form] = fc.sample(arbitraryForm, { numRuns: 1, seed: 7 });
const [rhythm] = KNOWN;
if (!form || !rhythm) throw new Error('nothing to wound');
const RUNS = [run(0, 80), run(3, 92)];
const LOG = writeLog({ owner: 'Ines', runs: RUNS, played: [], versions: [], goals: [] });
const ROW = rowOfRun(run(1, 84), '18:30:00');
const noon = () => Date.UTC(2026, 10, 2, 12);

const timed = timeRhythm(rhythm);
if (!timed.ok) throw new Error(timed.message);
const midi = writeMidiFile(performRhythm(rhythm, timed.timing, { turns: 1 }));
const bytesOf = (text: string) => new TextEncoder().encode(text);

/** Notes that could be read become a rhythm, as they do when they are looked at. */
function lookedAt(read: NotationResult): unknown {
  if (!read.ok) return read;
  for (const choice of proposeBringIn(read.notation)) bringIn(read.notation, choice, 'x');
  return read;
}

/** The most that a reader holds at once, in bytes beyond what was there. */
const MOST_HELD = 200e6;
const held = () => {
  const { heapUsed, arrayBuffers } = process.memoryUsage();
  return heapUsed + arrayBuffers;
};

/** Every door by which something comes in: a good example, and what reads it. */
const READERS: Readonly<Record<string, readonly [good: string, read: (text: string) => unknown]>> =
  {
    'a rhythm as JSON': [writeJson(rhythm), (text) => readJson(text)],
    'a form as text': [writeForm(form, KNOWN), (text) => readForm(text, KNOWN)],
    'a form as JSON': [writeFormJson(form, RHYTHMS), (text) => readFormJson(text)],
    'a log': [LOG, (text) => readLog(text)],
    'a row of a table of runs': [
      COLUMNS.map((column) => ROW[column] ?? '').join('\t'),
      (text) => {
        const cells = text.split('\t');
        return runOfRow(
          Object.fromEntries(COLUMNS.map((column, at) => [column, cells[at]])),
          2,
          noon,
        );
      },
    ],
    'a link': [writeLink({ kind: 'rhythm', rhythm }) ?? '', (text) => readLink(text)],
    // One layer of it: a whole score takes most of the time to be cut into elements.
    'a score': [
      writeMusicXml({ ...rhythm, layers: rhythm.layers.slice(0, 1) }).text,
      (text) => lookedAt(readMusicXml(bytesOf(text), 'x')),
    ],
    'a MIDI file': [
      String.fromCharCode(...midi.bytes),
      (text) =>
        lookedAt(
          readMidiFile(
            Uint8Array.from(text, (one) => one.charCodeAt(0)),
            'x',
          ),
        ),
    ],
    'rows of a backup': [
      JSON.stringify({ id: 'a', rhythm, drafts: {}, revision: 1, updated: 5, at: 5, name: 'x' }),
      (text) => {
        let data: unknown;
        try {
          data = JSON.parse(text);
        } catch {
          return undefined;
        }
        return TABLES.map((table) => problemOf(table, data));
      },
    ],
  };

describe('every reader', () => {
  it.each(Object.entries(READERS))(
    'takes %s, and never throws',
    (_, [good, read]) => {
      const began = read(good) as { ok?: boolean } | undefined;
      expect(began?.ok ?? true).toBe(true);
      const before = held();
      let most = 0;
      fc.assert(
        fc.property(wounds, (list) => {
          const text = wounded(good, list);
          const since = performance.now();
          read(text);
          if (SOAK) {
            expect(performance.now() - since).toBeLessThan(200 + (text.length / 100_000) * 200);
          }
          most = Math.max(most, held() - before);
        }),
        { numRuns: TIMES },
      );
      expect(most).toBeLessThan(MOST_HELD);
      // Nothing that was read reaches beyond itself.
      expect(Reflect.get({}, 'bad')).toBeUndefined();
    },
    3_600_000,
  );
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import { checkRhythm } from '../rhythm/index.ts';
import { readRhythm, writeRhythm } from '../text/index.ts';
import { readJson, writeJson } from './index.ts';

/** `npm run soak` tries a hundred times as many, and looks at the clock as well. */
const { SOAK } = process.env;
const TEXTS = SOAK ? 200_000 : 200;
const FILES = SOAK ? 50_000 : 120;

const HOSTILE = [
  'play',
  'hand each',
  'say',
  'layer A : goblet drum',
  'cycle',
  'tempo',
  'rhythm',
  'count',
  'turn',
  'tags',
  'note',
  '<',
  '<1/64>',
  '<128>',
  '<0>',
  '*64',
  'D*64',
  '/',
  '|',
  '"',
  '\\',
  '#',
  ':',
  ' as ',
  '+',
  '(',
  "'''",
  '~~',
  '_',
  '.',
  '9'.repeat(20),
  '-1',
  '1e300',
  '\u2028',
  '\u0000',
  '\ud800',
  '\u200b',
  '\t',
  '\r',
  '\n',
  '   ',
  'adi 4',
  '4x4',
  '64x128',
];

const hostile = fc
  .array(
    fc.tuple(
      fc.oneof(fc.constantFrom(...HOSTILE), fc.string({ maxLength: 6 })),
      fc.nat({ max: 40 }),
    ),
    {
      maxLength: 14,
    },
  )
  .map((parts) => parts.map(([part, times]) => part.repeat(times % 7 === 0 ? times : 1)).join(' '));

/** A good text with something hostile put into it, here and there. */
const wounded = fc
  .tuple(
    arbitraryRhythm,
    fc.array(fc.tuple(fc.nat(), fc.constantFrom(...HOSTILE)), { maxLength: 5 }),
  )
  .map(([rhythm, wounds]) =>
    wounds.reduce((text, [place, what]) => {
      const at = place % (text.length + 1);
      return `${text.slice(0, at)}${what}${text.slice(at + (place % 3))}`;
    }, writeRhythm(rhythm)),
  );

/** Milliseconds that reading may take: 200 for each 100 kB, and never asked on a usual run. */
function inTime(text: string, read: () => void): void {
  const began = performance.now();
  read();
  if (SOAK) expect(performance.now() - began).toBeLessThan(200 + (text.length / 100_000) * 200);
}

describe('texts of every kind', () => {
  it('are read without a throw, and what is usable can be kept and opened again', () => {
    fc.assert(
      fc.property(fc.oneof(hostile, wounded), (text) => {
        inTime(text, () => {
          const { rhythm, problems, usable } = readRhythm(text, 'a');
          expect(problems.length).toBeLessThanOrEqual(50);
          for (const problem of problems) expect(problem.message).toMatch(/[.?]$/);
          if (!usable) return;
          const checked = checkRhythm(rhythm);
          expect(checked).toEqual({ ok: true, rhythm });
          expect(readRhythm(writeRhythm(rhythm), 'a')).toMatchObject({ rhythm, problems: [] });
        });
      }),
      { numRuns: TEXTS },
    );
  });
});

const odd = fc.oneof(
  fc.constantFrom<unknown>(
    1e300,
    -1,
    0.5,
    null,
    '',
    'x'.repeat(5000),
    [],
    {},
    Number.MAX_SAFE_INTEGER,
    true,
    '\u2028',
  ),
  fc.integer(),
);

/** A good file in which values deep inside are something else. */
const oddFile = fc
  .tuple(arbitraryRhythm, fc.array(fc.tuple(fc.nat(), odd), { minLength: 1, maxLength: 4 }))
  .map(([rhythm, changes]) => {
    const data = JSON.parse(writeJson(rhythm)) as object;
    for (const [place, value] of changes) {
      const places: [object, string][] = [];
      const walk = (one: object) => {
        for (const key of Object.keys(one)) {
          places.push([one, key]);
          const inner = (one as Record<string, unknown>)[key];
          if (typeof inner === 'object' && inner !== null) walk(inner);
        }
      };
      walk(data);
      const [holder, key] = places[place % places.length] ?? [data, 'rhythm'];
      (holder as Record<string, unknown>)[key] = value;
    }
    return JSON.stringify(data);
  });

describe('long texts of one kind', () => {
  const LONG = 300_000;
  it.each([
    ['play', '<'],
    ['play', 'D*64 / '],
    ['play', 'D+'],
    ['play', '( '],
    ['cycle 4', ' '],
    ['cycle 4 ', 'as '],
    ['cycle', '4+'],
    ['cycle a', ' '],
    ['count plain', ';'],
    ['count plain; 3', ' '],
    ['tempo 72', ' '],
    ['turn 1 call', ' '],
    ['tags', ' "'],
    ['layer A', ' :'],
    ['layer "', '\\"'],
    ['', 'x\n'],
    ['', 'layer A : goblet drum\n'],
    ['note', '\nnote'],
  ])('%s %j is read in little time', (row, part) => {
    const body = row === 'play' ? 'rhythm A\ncycle 4x4\nlayer A : goblet drum\n' : 'rhythm A\n';
    const text = `${body}${row} ${part.repeat(LONG / part.length)}!`;
    inTime(text, () => expect(readRhythm(text).problems.length).toBeGreaterThan(0));
  });
});

describe('JSON of every kind', () => {
  it('is read whole or refused in our own words', () => {
    fc.assert(
      fc.property(fc.oneof(oddFile, fc.json()), (text) => {
        inTime(text, () => {
          const result = readJson(text);
          if (result.ok) {
            expect(checkRhythm(result.rhythm)).toMatchObject({ ok: true });
            expect(readRhythm(writeRhythm(result.rhythm)).problems).toEqual([]);
            return;
          }
          for (const message of result.messages) {
            expect(message).toMatch(/[.!?]$/);
            expect(message).not.toMatch(/Expected|Invalid|undefined|object Object/);
          }
        });
      }),
      { numRuns: FILES },
    );
  });

  it('is refused at once where it has no end', () => {
    const rhythm = {
      id: 'a',
      name: 'A',
      cycle: { id: '4', name: '4', groups: [{ beats: [{ span: 4 }] }] },
      tempo: { bpm: 60, per: 1 },
      target: 60,
      tags: [],
    };
    const stroke = { slot: 0, kind: 'D', force: 3 };
    const layer = {
      id: 'l',
      name: 'L',
      instrument: 'goblet-drum',
      cells: [{ beats: { num: 1, den: 1 }, slots: 1 }],
      strokes: [stroke],
    };
    const file = (more: object) =>
      JSON.stringify({ format: 'humble-stride', version: 1, rhythm: { ...rhythm, ...more } });
    const said = (text: string) => {
      const result = readJson(text);
      return result.ok ? 'ok' : result.messages.join(' ');
    };
    expect(said(file({ layers: [layer] }))).toBe('ok');
    const cells = [{ beats: { num: 1e300, den: 1 }, slots: 1 }];
    expect(said(file({ layers: [{ ...layer, cells }] }))).toContain(
      'A cell lasts at most 128 beats',
    );
    const many = Array(9).fill(stroke);
    expect(said(file({ layers: [{ ...layer, strokes: many }] }))).toContain('at most 8 strokes');
    const million = Array(100_000).fill(stroke);
    expect(said(file({ layers: [{ ...layer, strokes: million }] }))).toContain('At most 8 strokes');
    expect(said(file({ layers: [layer], turns: [{ turn: 1e15, mark: 'call' }] }))).toContain(
      'Turns 1 to 4096',
    );
    const two = [
      { turn: 3, mark: 'call' },
      { turn: 3, mark: 'call' },
    ];
    expect(said(file({ layers: [layer], turns: two }))).toContain('a turn has two');
    const own = {
      id: 'own-a',
      name: 'A',
      note: '',
      strokes: [
        {
          code: 'X',
          name: 'x',
          family: 'open',
          hand: 'either',
          how: '',
          sound: { timbre: 'bell', pitch: 400 },
        },
      ],
    };
    const instruments = Array(10_000).fill(own);
    expect(
      said(
        JSON.stringify({
          format: 'humble-stride',
          version: 1,
          rhythm: { ...rhythm, layers: [layer] },
          instruments,
        }),
      ),
    ).toContain('at most 32 instruments');
    expect(said(`${' '.repeat(6_000_000)}`)).toContain('5 million is the most');
    expect(said('{"format":\n "a" oops}')).toMatch(/line 2, column \d|comma/);
  });
});

import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import { GOBLET_DRUM, HAND_BELL } from '../instrument/index.ts';
import { writeLayerRows } from '../text/index.ts';
import {
  askClosing,
  askOpening,
  type Cadence,
  cadenceAsLayer,
  doubled,
  joined,
  saySections,
  sayUnits,
  USUAL_QUESTION,
  USUAL_WORDS,
  usualTable,
  wordsFor,
  writeSizes,
} from './index.ts';
import { cadence, cycleOf, type Name } from './worked.testkit.ts';

describe('words of a cadence', () => {
  it('are those of its largest phrase, less some, by system', () => {
    expect([1, 4, 5, 6, 7, 10, 11].map((size) => wordsFor(size, 'spoken-drum').join(' '))).toEqual([
      'ta',
      'ta ka di mi',
      'ta di gi na thom',
      'ta ki ta ta ki ta',
      'ta ki ta ta ka di mi',
      'ta ka di mi ta ki ta ta ki ta',
      'ta ka di mi ta ka di mi ta ki ta',
    ]);
    expect([3, 5, 7, 8].map((size) => wordsFor(size, 'ta-ka-di-mi').join(' '))).toEqual([
      'ta ki da',
      'ta ka di mi ti',
      'ta ka di mi ta ki da',
      'ta ka di mi ta ka di mi',
    ]);
    expect(wordsFor(4, 'running').join(' ')).toBe('1 e & a');
    expect(wordsFor(6, 'la-li').join(' ')).toBe('1 ta la ta li ta');
  });

  it('are said unit by unit, with what is held, silent, and on the one', () => {
    const said = (one: Cadence, change: Partial<typeof USUAL_WORDS> = {}) =>
      sayUnits(one, { ...USUAL_WORDS, ...change })
        .map(
          ({ unit, text, phrase, lands }) =>
            `${unit}${phrase ?? '-'}${text ?? '.'}${lands ? '!' : ''}`,
        )
        .join(' ');
    expect(said(cadence('3 (2) 2'))).toBe('00ta 10ki 20ta 3-. 4-. 51ki 61tam!');
    expect(said(cadence('3 (2) 2'), { gaps: 'held' })).toBe('00ta 10ki 20ta 3-– 4-. 51ki 61tam!');
    expect(said(cadence('3 2'), { shrinks: 'from the end' })).toBe('00ta 10ki 20ta 31ta 41tam!');
    expect(said(cadence('2', 4, 'after-last'))).toBe('00ta 10ka 2-tam!');
    expect(said(cadence('2', 4, 'after-last'), { landing: '' })).toBe('00ta 10ka 2-.!');
    expect(said(cadence('2'), { landing: '' })).toBe('00ta 10ka!');
    expect(said({ ...cadence('2', 4, 'after-last'), after: 3 })).toBe('00ta 10ka');
  });

  it('go twice as quick, the unit on the one left where it was', () => {
    expect(doubled(cadence('3 (1) 3'))).toEqual({ ...cadence('6 (2) 5', 8) });
    expect(doubled({ ...cadence('3', 2, 'after-last'), after: 2 })).toEqual({
      ...cadence('6', 4, 'after-last'),
      after: 4,
    });
  });

  it('stand on strokes by their first letter, long ones on the deepest', () => {
    const syllables = 'da gi ka na mi ta jo thom xa – tam din'.split(' ');
    expect(usualTable(syllables, GOBLET_DRUM)).toEqual({
      da: 'O',
      gi: 'O',
      ka: 't',
      na: 'O',
      mi: 'O',
      ta: 'T',
      jo: 'T',
      thom: 'D',
      xa: 'O',
      tam: 'D',
      din: 'D',
    });
    // What has no open stroke has metal or muted ones for n and m, touches or muted ones for k.
    expect(usualTable(['na', 'mi', 'ka', 'ta', 'da'], HAND_BELL)).toMatchInlineSnapshot(`
      {
        "da": "X",
        "ka": "t",
        "mi": "X",
        "na": "X",
        "ta": "C",
      }
    `);
    const muted = {
      ...GOBLET_DRUM,
      strokes: GOBLET_DRUM.strokes.filter(({ family }) => family !== 'open'),
    };
    expect(usualTable(['na', 'mi', 'ka', 'ta', 'da', 'xa'], muted)).toMatchInlineSnapshot(`
      {
        "da": "D",
        "ka": "t",
        "mi": "M",
        "na": "M",
        "ta": "T",
        "xa": "T",
      }
    `);
  });
});

describe('a cadence as a layer', () => {
  const written = (name: Name, one: Cadence, change: object = {}) => {
    const cycle = cycleOf(name);
    const said = sayUnits(one, { ...USUAL_WORDS, gaps: 'held' });
    const table = usualTable(
      said.flatMap(({ text }) => (text ? [text] : [])),
      GOBLET_DRUM,
    );
    const made = cadenceAsLayer({
      cycle,
      cadence: one,
      said,
      instrument: GOBLET_DRUM,
      table,
      name: 'Mine',
      ...change,
    });
    return made.ok ? `${made.turns} turns\n${writeLayerRows(made.layer, cycle)}` : made.message;
  };

  it('begins louder with each phrase, lands with an accent, and has the turns before it', () => {
    expect(written('four', cadence('3 (1) 3 (1) 3', 3))).toMatchInlineSnapshot(`
      "1 turns
      play  . . T / t- T- _ / T t- T- / _ T t- | D! . . / . . . / . . . / . . .
      say   . . ta / ki ta . / ta ki ta / . ta ki | tam . . / . . . / . . . / . . ."
    `);
    expect(
      written('four', cadence('3 (1) 3', 2, 'after-last'), { before: 1 }),
    ).toMatchInlineSnapshot(`
      "2 turns
      play  . . / . . / . . / . . | . T / t- T- / _ T / t- T- | D! . / . . / . . / . .
      say   . . / . . / . . / . . | . ta / ki ta / . ta / ki ta | tam . / . . / . . / . ."
    `);
    expect(written('seven', cadence('3 2', 1), { at: 5 })).toMatchInlineSnapshot(`
      "2 turns
      play  . . / . . / . T t- | T- t / D! . / . . . | . . / . . / . . .
      say   . . / . . / . ta ki | ta ki / tam . / . . . | . . / . . / . . ."
    `);
    expect(written('four', cadence('3 2', 1), { at: 0 })).toMatchInlineSnapshot(`
      "1 turns
      play  T / t- / T- / t | D! / . / . / .
      say   ta / ki / ta / ki | tam / . / . / ."
    `);
    expect(written('four', cadence('2', 1), { table: {} })).toMatchInlineSnapshot(`
      "1 turns
      play  . / . / . / D | D! / . / . / .
      say   . / . / . / ta | tam / . / . / ."
    `);
  });

  it('is refused where a layer could not hold it', () => {
    const wide = cycleFromSpans('9+8');
    const one = cadence('2', 9);
    expect(
      cadenceAsLayer({
        cycle: wide,
        cadence: one,
        said: [],
        instrument: GOBLET_DRUM,
        table: {},
        name: '',
      }),
    ).toEqual({ ok: false, message: 'A beat has at most 64 slots; take fewer parts.' });
    expect(written('sixteen', cadence('2', 9), { before: 40 })).toBe(
      'This is longer than a layer can be; take fewer turns or parts.',
    );
  });
});

describe('two parts of a longer piece', () => {
  const opening = cadence('4 4', 4, 'after-last');
  const closing = cadence('3 (1) 3');

  it('are one row of phrases, said with their sums', () => {
    const cycle = cycleOf('four');
    expect(writeSizes(joined({ opening, closing, between: 2 }))).toBe('4 4 (2) 3 (1) 3');
    expect(joined({ opening, closing, between: 2 }).landing).toBe('on-last');
    expect(saySections(cycle, { opening, closing, between: 2 })).toEqual([
      'Closing: Two times 3 = 6, one gap of 1, 7 units: start on beat 3, third part.',
      'Opening: 8 units before it, and 2 between.',
      'Together 8 + 2 + 7 = 17 units over one turn: start on the one.',
    ]);
    expect(saySections(cycle, { opening, closing, between: 0 })[1]).toBe(
      'Opening: 8 units before it.',
    );
    expect(askOpening(USUAL_QUESTION, { closing, between: 2 })).toEqual({
      ...USUAL_QUESTION,
      landing: 'after-last',
      parts: [4],
      after: 8,
    });
    expect(askClosing(cycle, USUAL_QUESTION, { opening, between: 2 }, 7)).toEqual({
      ...USUAL_QUESTION,
      parts: [4],
      start: { kind: 'at', count: 0, part: 1 },
    });
  });
});

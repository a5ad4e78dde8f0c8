import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { beatsOf, turnPulses } from '../cycle/index.ts';
import { arbitraryRhythm } from '../rhythm/arbitrary.testkit.ts';
import { checkRhythm, handOf, nameTurn, sayTurn } from '../rhythm/index.ts';
import { readRhythm, writeRhythm } from './index.ts';

const STEPS = `rhythm Lantern steps
cycle 3+3+2
tempo 72 to 104 per 3

layer Bell : hand bell          # the walk
play  X! . . / X . . / X . | X! . . / X . . / X .

layer Walker : goblet drum
play  D! (k) (t) / T (t) (k) / O! O- | D (k) O / T! (t) (k) / O! T
hand  each R L
say   dum ka ta / tek ta ka / dun da | dum ka dun / tek ta ka / dun tek
`;

/** A rhythm around one layer's rows, and the problems it has. */
function problemsOf(rows: string, cycle = '3+3+2') {
  return readRhythm(`rhythm A\ncycle ${cycle}\nlayer Drum : goblet drum\n${rows}`).problems;
}

describe('readRhythm', () => {
  it('reads the worked example', () => {
    const { rhythm, problems, usable } = readRhythm(STEPS);
    expect(problems).toEqual([]);
    expect(usable).toBe(true);
    expect(rhythm).toMatchObject({
      name: 'Lantern steps',
      tempo: { bpm: 72, per: 3 },
      target: 104,
    });
    const [bell, walker] = rhythm.layers;
    expect(bell?.strokes.map((stroke) => stroke.slot)).toEqual([0, 3, 6, 8, 11, 14]);
    expect(walker?.strokes[0]).toEqual({ slot: 0, kind: 'D', force: 4, hand: 'R', say: 'dum' });
    expect(walker?.strokes[1]).toEqual({ slot: 1, kind: 'k', force: 1, hand: 'L', say: 'ka' });
    expect(walker?.strokes[7]?.force).toBe(2);
  });

  it('reads marks, runs, lengths, graces and strokes together', () => {
    const { rhythm, problems } = readRhythm(
      `rhythm A\ncycle 4x4\nlayer Drum : goblet drum\nplay <2> X_`.replace(
        'X_',
        "'D ''T '''O ~K / D+k? _ (t)*2 / .*3",
      ),
    );
    expect(problems).toEqual([]);
    const drum = rhythm.layers[0];
    expect(drum?.cells).toEqual([
      { beats: { num: 2, den: 1 }, slots: 4 },
      { beats: { num: 1, den: 1 }, slots: 4 },
      { beats: { num: 1, den: 1 }, slots: 3 },
    ]);
    expect(drum?.strokes.map((stroke) => stroke.ornament)).toEqual([
      'flam',
      'drag',
      'ruff',
      'roll',
      undefined,
      undefined,
      undefined,
      undefined,
    ]);
    expect(drum?.strokes[5]).toMatchObject({ slot: 4, kind: 'k', optional: true });
    expect(drum?.rings).toEqual([5]);
  });

  it('joins rows, and lets a full row end its turn', () => {
    const { rhythm, problems } = readRhythm(
      'rhythm A\ncycle 2+2\nlayer B : hand bell\nplay X . / X .\nplay X X / X .',
    );
    expect(problems).toEqual([]);
    expect(rhythm.layers[0]?.cells).toHaveLength(4);
  });

  it('says where and what for each sort of mistake', () => {
    expect(readRhythm('').problems[0]).toMatchObject({ line: 1, column: 1, severity: 'error' });
    expect(readRhythm('x'.repeat(5_000_000)).problems[0]?.message).toContain('5.0 million');
    expect(readRhythm('rhythm A\ncycle 3+3+2\ntempo 0 per 3').problems[0]).toMatchObject({
      line: 3,
      column: 7,
      message: expect.stringContaining('between 10 and 400'),
    });
    expect(readRhythm('rhythm A\ncycle nowhere tal').problems[0]?.message).toContain(
      'No cycle in the catalogue is called',
    );
    expect(readRhythm('rhythm A\ncycle 2+2\nlayer B : tuba\nplay X / X').problems).toHaveLength(1);
    expect(problemsOf('play D . . / d . . / D .')[0]).toMatchObject({
      line: 4,
      column: 14,
      length: 1,
      message: expect.stringContaining('Did you mean D?'),
    });
    expect(problemsOf('play D . . / D . .')[0]?.message).toContain(
      'has 2 beats and the cycle has 3',
    );
    expect(problemsOf('play D . . / D . . / D . / D')[0]).toMatchObject({ column: 28 });
    expect(problemsOf('play')[0]?.message).toContain('Nothing is written');
    expect(problemsOf('play D . . / / D .')[0]?.message).toContain('This cell is empty');
    expect(problemsOf('play D . . / D / D\nhand R . / R / R')[0]?.message).toContain(
      'Cell 1 has 3 slots',
    );
    expect(problemsOf('play D+T / . / .\nhand R+R / . / .')[0]?.message).toContain(
      'cannot play twice',
    );
    expect(problemsOf('play D*999 / . / .')[0]?.message).toContain('from 1 to 64');
    expect(problemsOf('play <0> D / . / .').length).toBeGreaterThan(0);
    expect(problemsOf('play D / . / .\nhand each Q')[0]?.message).toContain('is not a hand');
    expect(problemsOf('play D / . / .\nswing 3')[0]).toMatchObject({ line: 5, column: 1 });
  });

  it('keeps what it understood beside a mistake', () => {
    const { rhythm, usable } = readRhythm(STEPS.replace('O! O-', 'O! Z'));
    expect(usable).toBe(false);
    expect(rhythm.layers[1]?.strokes).toHaveLength(15);
  });

  it('lets a layer come round at its own length when it says so', () => {
    const text = 'rhythm A\ncycle 4x4\nlayer B : hand bell\nplay X . . . / <3/4> X . .\nloop own';
    const { rhythm, problems } = readRhythm(text);
    expect(problems).toEqual([]);
    expect(checkRhythm(rhythm).ok).toBe(true);
  });

  it('refuses a grid of more than ten million parts and names the cells', () => {
    const rows = [31, 29, 27, 25, 23]
      .map((n) => `layer L${n} : hand bell\nplay <4> X*${n}`)
      .join('\n');
    const { problems } = readRhythm(`rhythm A\ncycle 4x4\n${rows}`);
    expect(problems[0]?.message).toContain('31 in 4 beats');
  });
});

describe('writing and reading', () => {
  it('gives the same rhythm back', () => {
    fc.assert(
      fc.property(
        arbitraryRhythm.filter((rhythm) => checkRhythm(rhythm).ok),
        (rhythm) => {
          const result = readRhythm(writeRhythm(rhythm));
          expect(result.problems).toEqual([]);
          expect(result.rhythm).toEqual(rhythm);
        },
      ),
      { numRuns: 80 },
    );
  });

  it('never throws and always says where, whatever the text', () => {
    const word = fc.constantFrom(
      'rhythm',
      'cycle',
      'layer',
      'play',
      'hand',
      'say',
      'tempo',
      'X',
      'D!',
      '/',
      '|',
      '<',
      '<9>',
      '*4',
      '+',
      '(',
      '4x4',
      ' : ',
      'hand bell',
      'goblet drum',
      '\n',
      '\n',
      ' ',
      '#',
      '"',
      "'",
      '~',
      '~~',
      '0',
    );
    fc.assert(
      fc.property(
        fc.array(fc.oneof(word, fc.string({ maxLength: 4 })), { maxLength: 60 }),
        (words) => {
          const text = words.join(' ');
          const lines = text.split(/\r\n|\r|\n/);
          for (const problem of readRhythm(text).problems) {
            expect(problem.message).toMatch(/[.?]$/);
            expect(lines[problem.line - 1]).toBeDefined();
            expect(problem.column).toBeGreaterThanOrEqual(1);
          }
        },
      ),
      { numRuns: 120 },
    );
  });
});

describe('cycles by name', () => {
  const cycleOf = (text: string) => readRhythm(`rhythm A\ncycle ${text}`).rhythm.cycle;

  it('come from the catalogue, with a speed where they have one', () => {
    expect(beatsOf(cycleOf('teental'))).toHaveLength(16);
    expect(turnPulses(cycleOf('adi 4'))).toBe(32);
    expect(turnPulses(cycleOf('Ādi 3'))).toBe(24);
    expect(turnPulses(cycleOf('adi'))).toBe(32);
    expect(beatsOf(cycleOf('rupak'))[0]?.gesture).toBe('wave');
  });

  it('are written by name again, and cycles of one’s own with gestures and name', () => {
    for (const words of ['teental', 'adi 4', 'samai-thaqil', '3c+2w+2f as Ferry seven', '2s+3']) {
      const { rhythm, problems } = readRhythm(`rhythm A\ncycle ${words}`, 'a');
      expect(problems.filter((problem) => problem.severity === 'error')).toEqual([]);
      const text = writeRhythm(rhythm);
      expect(text).toContain(`cycle ${words}\n`);
      expect(readRhythm(text, 'a').rhythm).toEqual(rhythm);
    }
  });

  it('are counted by a rule that is written and read', () => {
    const text = 'rhythm A\ncycle 3+3+2\ncount plain; 5 spoken-drum; 3 = 1 ti ti';
    const { rhythm } = readRhythm(text, 'a');
    expect(rhythm.counting).toEqual({
      base: 'plain',
      parts: { 5: 'spoken-drum' },
      words: { 3: ['1', 'ti', 'ti'] },
    });
    expect(readRhythm(writeRhythm(rhythm), 'a').rhythm).toEqual(rhythm);
    const wrong = readRhythm('rhythm A\ncycle 3\ncount plain; 3 = 1 ti').problems;
    expect(wrong[0]?.message).toContain('one word for each of its parts');
  });
});

describe('ornaments, chokes and compounds', () => {
  const pair = (play: string) =>
    readRhythm(`rhythm A\ncycle 1x4\nlayer P : tabla\nplay ${play}`, 'a');

  it('a compound writes the strokes of both hands, and is written as one again', () => {
    const { rhythm, problems } = pair('H! / W / (Y) / G+N');
    expect(problems).toEqual([]);
    const strokes = rhythm.layers[0]?.strokes.map(({ kind, force }) => `${kind}${force}`);
    expect(strokes).toEqual(['G4', 'N4', 'G3', 'I3', 'G1', 'T1', 'G3', 'N3']);
    expect(
      rhythm.layers[0]?.strokes.map((stroke) =>
        handOf({ instrument: 'north-indian-pair' }, stroke),
      ),
    ).toEqual(['L', 'R', 'L', 'R', 'L', 'R', 'L', 'R']);
    expect(writeRhythm(rhythm)).toContain('play  H! / W / (Y) / H');
  });

  it('stays two strokes where their marks differ', () => {
    const { rhythm } = pair('G!+N / H / H / H');
    expect(writeRhythm(rhythm)).toContain('play  G!+N / H / H / H');
  });

  it('reads and writes graces, open and crushed rolls, and chokes', () => {
    const { rhythm, problems } = pair("'N / ''N! / ~N / ~~(N)?^");
    expect(problems).toEqual([]);
    expect(rhythm.layers[0]?.strokes.map((stroke) => stroke.ornament)).toEqual([
      'flam',
      'drag',
      'roll',
      'crush',
    ]);
    expect(rhythm.layers[0]?.strokes[3]).toMatchObject({ force: 1, optional: true, damp: true });
    expect(readRhythm(writeRhythm(rhythm), 'a').rhythm).toEqual(rhythm);
  });
});

describe('turns with names', () => {
  it('are written and read, and refused with a sentence', () => {
    const text =
      'rhythm A\ncycle 1\nturn 2 answer The stairs\nturn 1 call\nlayer B : claves\nplay X | X';
    const { rhythm, problems } = readRhythm(text, 'a');
    expect(problems).toEqual([]);
    expect(rhythm.turns).toEqual([
      { turn: 0, mark: 'call' },
      { turn: 1, mark: 'answer', name: 'The stairs' },
    ]);
    const turnsOf = (row: string) => readRhythm(text.replace('turn 1 call', row), 'a').rhythm.turns;
    expect(turnsOf('turn 1 at 60 % call')?.[0]).toStrictEqual({ turn: 0, mark: 'call', level: 60 });
    expect(turnsOf('turn 1 call')?.[0]).toStrictEqual({ turn: 0, mark: 'call' });
    for (const percent of [9, 96]) expect(turnsOf(`turn 1 at ${percent} % call`)).toHaveLength(1);
    for (const percent of [10, 95]) expect(turnsOf(`turn 1 at ${percent} % call`)).toHaveLength(2);
    expect(sayTurn(rhythm, 1)).toBe('answer: The stairs');
    expect(readRhythm(writeRhythm(rhythm), 'a').rhythm).toEqual(rhythm);
    const plain = nameTurn(nameTurn(rhythm, 0, 'plain'), 1, 'plain');
    expect(plain.turns).toBeUndefined();
    expect(sayTurn(plain, 1)).toBe('turn 2');
    expect(nameTurn(plain, 3, 'plain', ' a # b ').turns).toEqual([
      { turn: 3, mark: 'plain', name: 'a b' },
    ]);
    const wrong = readRhythm('rhythm A\ncycle 1\nturn x').problems;
    expect(wrong[0]?.message).toContain('which turn');
  });

  it('reads a tempo with any number of spaces between its words, and to the thousandth', () => {
    const { rhythm, problems } = readRhythm(
      'rhythm A\ncycle 4\ntempo 72.125  to   104   per   2 ',
      'a',
    );
    expect(problems.filter((one) => /tempo/i.test(one.message))).toEqual([]);
    expect([rhythm.tempo, rhythm.target]).toEqual([{ bpm: 72.125, per: 2 }, 104]);
  });
});

describe('a row without the word play', () => {
  const head = 'rhythm A\ncycle 3+2\nlayer D : darbuka\n';
  const read = (rows: string) => readRhythm(`${head}${rows}`);

  it.each([
    'D! (k) (t) / T .',
    '(k) D . / T .',
    '. D . / T .',
    "'D D! . / ~T .",
    '_ D . / T .',
    'D! (k) (t) / T . | D . . / . .',
  ])('%s reads as with it', (row) => {
    const plain = read(row);
    expect(plain.problems.filter(({ severity }) => severity === 'error')).toEqual([]);
    expect(plain.rhythm.layers).toEqual(read(`play ${row}`).rhythm.layers);
    // It is written with the word.
    expect(writeRhythm(plain.rhythm)).toContain('play ');
  });

  it('goes on from row to row, with hands and syllables between', () => {
    const { rhythm, problems } = read('D . . / T .\nhand R . . / L . | R L R / L .\nD k t / T .');
    expect(problems.filter(({ severity }) => severity === 'error')).toEqual([]);
    expect(rhythm.layers[0]?.cells).toHaveLength(4);
  });

  it('still says what is wrong, where it stands, and takes no other word for a stroke', () => {
    const [wrong] = read('D! Q (t) / T .').problems;
    expect(wrong).toMatchObject({ line: 4, column: 4 });
    expect(
      read('paly D . . / T .')
        .problems.map(({ message }) => message)
        .join(),
    ).toContain('Did you mean play?');
    const tabla = readRhythm('rhythm A\ncycle 1x2\nlayer T : tabla\nW / H');
    expect(tabla.problems.filter(({ severity }) => severity === 'error')).toEqual([]);
    expect(tabla.rhythm.layers[0]?.strokes).toHaveLength(4);
  });
});

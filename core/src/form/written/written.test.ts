import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NAME_LENGTH } from '../../bounds/index.ts';
import { arbitraryForm, formFrom, KNOWN, WALK } from '../fixture.testkit.ts';
import { isFormText, readForm, readPlace, writeForm, writePlace } from './index.ts';
import { readBeats, readLine, writeLine } from './lines.ts';

const SET = `form Lantern set
tempo 72 per 3
final stroke
note Meet at the quay.

player Bell

player Drum
quiet Walk : Drum : mixed 4

section Gather
cycle 3+3+2
turns 8
level soft
meant turned
part Bell
play Walk : Bell

section Stairs
cycle 3+3+2
turns 10 to 24 until the sign
level growing
speed double
change 3 become 2 over 4 straight
anew
sung
cut 8.3
call 8.2+1/2 Bell
sign hey
brings everyone
part Drum
play Walk : Drum : Corner
from 2.1
until 9.2
begin 2
pickup 3/2
with Walk : Congas
part Bell
solo
may Walk : Bell
may Seven : Lamp

then Gather

repeat 2
then Stairs
then Gather : 2
end
`;

const said = (text: string) =>
  readForm(text, KNOWN).problems.map(
    ({ line, column, message, severity }) => `${line}:${column} ${severity} ${message}`,
  );

describe('a form as text', () => {
  it('reads as it stands', () => {
    const form = formFrom(SET);
    expect(form).toMatchObject({
      name: 'Lantern set',
      tempo: { bpm: 72, per: 3 },
      final: true,
      notes: 'Meet at the quay.',
      meant: [{ kind: 'turned', section: 'section-1' }],
      players: [{ name: 'Bell' }, { quiet: { rhythm: 'walk', layer: 'layer-2', mix: 4 } }],
      order: [
        { times: 1, steps: [{ section: 'section-1' }] },
        { times: 2, steps: [{ section: 'section-2' }, { section: 'section-1', rounds: [2] }] },
      ],
    });
    const [, stairs] = form.sections;
    expect(stairs).toMatchObject({
      turns: 10,
      most: 24,
      speed: 'double',
      change: { kind: 'ratio', before: 3, now: 2 },
      over: 4,
      curve: 'straight',
      cut: { turn: 7, beats: { num: 2, den: 1 } },
      calls: [{ player: 'player-1', at: { turn: 7, beats: { num: 3, den: 2 } }, sign: 'hey' }],
    });
    expect(stairs?.parts).toEqual([
      {
        player: 'player-2',
        line: { rhythm: 'walk', layer: 'layer-2', variation: 'variation-1' },
        from: { turn: 1, beats: { num: 0, den: 1 } },
        until: { turn: 8, beats: { num: 1, den: 1 } },
        begin: 1,
        pickup: { beats: { num: 3, den: 2 }, line: { rhythm: 'walk', layer: 'layer-3' } },
      },
      {
        player: 'player-1',
        solo: [
          { rhythm: 'walk', layer: 'layer-1' },
          { rhythm: 'seven', layer: 'layer-1' },
        ],
      },
    ]);
    expect(formFrom(writeForm(form, KNOWN))).toEqual(form);
  });

  it('of any form reads back the same', () => {
    fc.assert(
      fc.property(arbitraryForm, (form) => {
        const text = writeForm(form, KNOWN);
        const read = readForm(text, KNOWN);
        expect(read.problems.filter(({ severity }) => severity === 'error')).toEqual([]);
        expect(read.form).toEqual(form);
        expect(writeForm(read.form, KNOWN)).toBe(text);
      }),
      { numRuns: 70 },
    );
  });

  it('keeps the name of what is not there, and finds it when it is', () => {
    const text =
      'form A\nplayer B\nsection C\ncycle 3+3+2\nturns 2\nlevel plain\npart B\nplay Walk : Bell\nthen C\n';
    const without = readForm(text, []);
    expect(without.usable).toBe(true);
    expect(without.problems.map(({ line, message }) => [line, message])).toEqual([
      [8, 'No rhythm on the Shelf is called Walk. It is silent until there is one.'],
    ]);
    const again = readForm(writeForm(without.form, []), KNOWN);
    expect(again.form.sections[0]?.parts[0]?.line).toEqual({ rhythm: 'walk', layer: 'layer-1' });
    expect(readForm(text.replace(': Bell', ': Bells'), KNOWN).problems[0]?.message).toBe(
      'Walk has no line called Bells. It is silent until there is one.',
    );
  });

  it('has a call that is signed where it does not say how, and a word that is meant', () => {
    const read = readForm(
      'form A\nplayer B\nsection C\ncycle 3+3+2\nturns 2\nlevel plain\nmeant  turned  \ncall 2.1 B\nthen C\n',
      KNOWN,
    );
    expect(read.problems).toEqual([]);
    expect(read.form.meant).toEqual([{ kind: 'turned', section: 'section-1' }]);
    expect(read.form.sections[0]?.calls).toMatchObject([{ player: 'player-1', sign: 'sign' }]);
    expect(readForm('', KNOWN).problems).toMatchObject([{ line: 1, column: 1, length: 1 }]);
  });

  it('has endings in rounds from 1 to 32, and names of a hundred and twenty characters', () => {
    const form = (name: string, rounds: string) =>
      `form ${name}\nplayer B\nsection C\ncycle 3+3+2\nturns 2\nlevel plain\nrepeat 32\nthen C\nthen C : ${rounds}\nend\n`;
    const wrong =
      '9:6 error Write the rounds in which an ending is played as numbers: then Door : 2.';
    expect([said(form('A', '1')), said(form('A', '32'))]).toEqual([[], []]);
    for (const rounds of ['0', '33', '1.5', 'x', '1 0']) {
      expect(said(form('A', rounds))).toEqual([expect.stringContaining(wrong.slice(4))]);
    }
    expect(said(form('n'.repeat(NAME_LENGTH), '1'))).toEqual([]);
    expect(said(form('n'.repeat(NAME_LENGTH + 1), '1'))).toEqual([
      `1:6 error A name has at most ${NAME_LENGTH} characters.`,
    ]);
  });

  it('counts what has the same name, from the second on', () => {
    const alike = [{ ...WALK, layers: WALK.layers.map((layer) => ({ ...layer, name: 'Drum' })) }];
    const text = (line: string) =>
      `form A\nplayer B\nsection C\ncycle 3+3+2\nturns 2\nlevel plain\npart B\nplay ${line}\nthen C\n`;
    for (const [line, layer] of [
      ['Walk : Drum', 'layer-1'],
      ['Walk : Drum / 2', 'layer-2'],
      ['Walk : Drum / 3', 'layer-3'],
    ] as const) {
      const { form } = readForm(text(line), alike);
      expect(form.sections[0]?.parts[0]?.line?.layer).toBe(layer);
      expect(writeForm(form, alike)).toContain(`play ${line}\n`);
    }
    expect(said(text('Walk : Drum : Corner : mixed 4 : more'))[0]).toContain(
      'Write the rhythm and its line',
    );
  });

  it('has beats in parts of up to sixty-four', () => {
    expect(['2', '1/2', '2+1/2', '1/64', '1+1/64'].map(readBeats)).toEqual([
      { num: 2, den: 1 },
      { num: 1, den: 2 },
      { num: 5, den: 2 },
      { num: 1, den: 64 },
      { num: 65, den: 64 },
    ]);
    expect(['', 'x', '1/65', '1+1/65', '1/65+64/65', '1/7+1/11'].map(readBeats)).toEqual(
      Array(6).fill(undefined),
    );
  });

  it('names places as turn and beat, each from 1', () => {
    for (const place of ['1.1', '8.3', '999.999', '2.1+1/2', '10.10+11/12', '1.1+63/64']) {
      const read = readPlace(` ${place} `);
      expect(read && writePlace(read), place).toBe(place);
    }
    expect(readPlace('3')).toEqual({ turn: 2, beats: { num: 0, den: 1 } });
    expect(readPlace('2.2+2/4')).toEqual({ turn: 1, beats: { num: 3, den: 2 } });
    for (const none of [
      ...['', '0', '0.1', '1.0', '1000', '1.1000', '1.', '.1', '1.1+', '1.1+1', '1+1/2', '1.1 1/2'],
      ...['1.1+2/2', '1.1+1/0', '1.1+1/65', '1.1+1/100', '1.1+100/101', 'a 1.1', '1.1 b', '1.1x'],
    ]) {
      expect(readPlace(none), none).toBeUndefined();
    }
  });

  it('gives a player without a name one, and says so', () => {
    const { form, problems } = readForm('form A\nplayer Bell\nplayer', KNOWN);
    expect(form.players.map(({ id, name }) => `${id} ${name}`)).toEqual([
      'player-1 Bell',
      'player-2 Player 2',
    ]);
    expect(problems.map(({ line, message }) => `${line} ${message}`)).toMatchInlineSnapshot(`
      [
        "3 Write the name of the player.",
      ]
    `);
  });

  it('is told from a rhythm', () => {
    expect([isFormText('# mine\nform A'), isFormText('rhythm A'), isFormText('')]).toEqual([
      true,
      false,
      false,
    ]);
  });

  it.each([
    [
      '',
      '1:1 error The text is empty. Begin with “form” and a name, then tempo, player, section and then.',
    ],
    ['form', '1:1 error Write the name of the form.'],
    ['form A\ntempo 900', '2:7 error Write the tempo as 72 per 3, between 10 and 400.'],
    [
      'form A\nturns 8',
      '2:7 error The row turns belongs to a section. Write “section Name” above it.',
    ],
    [
      'form A\nsection B\nplay X',
      '3:6 error The row play belongs to a player’s part. Write “part Name” above it.',
    ],
    [
      'form A\nsection B\npart C',
      '3:6 error No player is called “C”. Write “player Name” near the top.',
    ],
    ['form A\nplayer C\nsection B\npart D', '4:6 error No player is called “D”. Players are C.'],
    [
      'form A\nplayer C\nsection B\npart C\nplay X',
      '5:6 error Write the rhythm and its line: Lantern steps : Walker, with a variation after it where one is meant.',
    ],
    [
      'form A\nsection B\ncycle 3++2',
      '3:9 error A beat is missing here. Write the pulses of each beat, such as 3+3+2 or 4x4.',
    ],
    [
      'form A\nsection B\nturns many',
      '3:7 error Write how many turns it lasts: turns 8, or turns 10 to 24 until the sign.',
    ],
    [
      'form A\nsection B\nturns 0',
      '3:7 error A section lasts a number of turns from 1 to 999, not “0”.',
    ],
    ['form A\nsection B\nlevel loud', '3:7 error A level is soft, plain, full, growing.'],
    ['form A\nsection B\nspeed quick', '3:7 error A speed is half or double.'],
    [
      'form A\nsection B\nchange 0 become 2',
      '3:8 error Write how the tempo comes here: change same pulse, same beat, 3 become 2, or to 96; over 4 after it where it comes by and by.',
    ],
    [
      'form A\nsection B\nchange to 900',
      '3:8 error Write how the tempo comes here: change same pulse, same beat, 3 become 2, or to 96; over 4 after it where it comes by and by.',
    ],
    [
      'form A\nsection B\nchange same beat over 0',
      '3:8 error A tempo changes over a number of turns from 1 to 999, not “0”.',
    ],
    [
      'form A\nplayer C\nsection B\npart C\nbegin 0',
      '5:7 error A line begins with one of its turns from 1 to 999, not “0”.',
    ],
    ['form A\nsection B\ncut here', '3:5 error Write where all stop, as turn and beat: cut 8.3.'],
    [
      'form A\nplayer C\nsection B\npart C\nfrom 0.1',
      '5:6 error Write a turn and a beat, each from 1: from 3.2.',
    ],
    [
      'form A\nplayer C\nsection B\npart C\npickup soon',
      '5:8 error Write how many beats before it begins: pickup 2, or pickup 1/2.',
    ],
    [
      'form A\nplayer C\nsection B\npart C\nwith Walk : Bell',
      '5:6 error The row with belongs to a pickup. Write pickup and its beats above it.',
    ],
    [
      'form A\nsection B\ncall now',
      '3:6 error Write where the call comes and who gives it: call 8.1 Voice.',
    ],
    [
      'form A\nsection B\nsign hey',
      '3:6 error The row sign belongs to a call. Write “call 8.1 Name” above it.',
    ],
    ['form A\nsection B\nthen C', '3:6 error No section is called “C”. Sections are B.'],
    [
      'form A\nsection B\nthen B : x',
      '3:6 error Write the rounds in which an ending is played as numbers: then Door : 2.',
    ],
    [
      'form A\nsection B\nrepeat 99',
      '3:8 error Sections are repeated a number of times from 1 to 32, not “99”.',
    ],
    ['form A\nend', '2:1 error There is no repeat to end here.'],
    ['form A\nsektion B', '2:1 error “sektion” is not a row. Did you mean section?'],
    [
      'form A\nquiet Walk : Bell',
      '2:7 error The row quiet belongs to a player. Write it under “player Name”.',
    ],
  ])('%j is told where and what to do', (text, problem) => {
    expect(said(text)[0]).toBe(problem);
  });

  it('that says what cannot be is refused as a whole', () => {
    expect(said('form A\nsection B\nturns 4\nchange over 9\nthen B')).toEqual([
      '1:1 error Section B: its tempo changes over 9 turns, and it has 4. Spread the change over fewer.',
    ]);
  });

  it('never throws', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300, unit: 'grapheme' }), fc.nat(), (junk, place) => {
        const at = place % SET.length;
        const { problems } = readForm(`${SET.slice(0, at)}${junk}${SET.slice(at)}`, KNOWN);
        for (const { line, message } of problems)
          expect([line > 0, message.length > 9]).toEqual([true, true]);
      }),
    );
  });
});

describe('the tempo of a form', () => {
  const tempo = (text: string) => readForm(`form A\ntempo ${text}\nsection B`, KNOWN).form.tempo;

  it.each([
    ['72', { bpm: 72, per: 4 }],
    ['72.125 per 3', { bpm: 72.125, per: 3 }],
    [' 110   per   12 ', { bpm: 110, per: 12 }],
  ])('%s', (text, read) => {
    expect(tempo(text)).toEqual(read);
  });

  it.each(['about 72', '72 per 3 or so', '72 per', '72 per 65', '72 per 0'])(
    '%s is refused',
    (text) => {
      expect(said(`form A\ntempo ${text}\nsection B`)).toContainEqual(
        expect.stringContaining('Write the tempo as 72 per 3'),
      );
    },
  );
});

describe('a name that could be read as something else', () => {
  const odd = ['Walker / 2', 'Walker / 12', '<odd>', 'mixed 4', 'mixed 40'];
  const plain = ['Walker/2', 'Walker /2', 'Walker / 2b', 'Walker / b', 'a <b>', '<b> c'];
  const words = ['mixed 4 b', 'unmixed 4', 'mixed four'];

  it.each([
    ...odd.map((name) => [name, `"${name}"`]),
    ...[...plain, ...words].map((name) => [name, name]),
  ])('%s is written as %s, and means the same again', (name, written) => {
    // Two of the same name after it, so that a number beside it would mean another.
    const known = [
      { ...WALK, name },
      { ...WALK, name, id: 'second' },
    ];
    for (const [rhythm, text] of [
      ['walk', written],
      ['second', `${written} / 2`],
    ] as const) {
      const line = { rhythm, layer: 'layer-1' };
      expect(writeLine(line, known)).toBe(`${text} : Bell`);
      expect(readLine(`${text} : Bell`, known)).toEqual({ ok: true, line });
    }
  });
});

import fc from 'fast-check';
import { cycleFromSpans } from '../cycle/index.ts';
import type { Rhythm } from '../rhythm/index.ts';
import { readRhythm } from '../text/index.ts';
import { checkForm } from './check.ts';
import type { Change, Form, Line, Part, Section } from './model.ts';
import { readForm } from './written/index.ts';

function rhythm(text: string, id: string): Rhythm {
  const { rhythm: read, problems } = readRhythm(text, id);
  if (problems.length > 0) throw new Error(`${id}: ${problems[0]?.message}`);
  return read;
}

/** A rhythm of two turns with a bell of two sides, and one in seven. */
export const WALK = rhythm(
  `rhythm Walk
cycle 3+3+2
tempo 72 to 96 per 3

layer Bell : hand bell
as 3-2
play X! . . / X . . / X . | . . . / X! . . / X .

layer Drum : darbuka
play D! . k / T . . / O . | D . k / T . k / O K
hand each R L

layer Congas : congas
play B! . O / S . . / O .
hand each R L

variation Corner
on 4 of 4
share 1/4
in Drum
play D! k k / T k k / O .
hand each R L

variation Held
share 1/4
in Congas
play B! . . / . . . / O .
hand each R L
`,
  'walk',
);

export const SEVEN = rhythm(
  `rhythm Seven
cycle 2+2+3
tempo 84 per 2

layer Lamp : hand bell
play X! . / X . / X . .

layer Ground : dholak
play G! . / G . / G . t
`,
  'seven',
);

export const RHYTHMS: ReadonlyMap<string, Rhythm> = new Map([
  ['walk', WALK],
  ['seven', SEVEN],
]);
export const KNOWN = [WALK, SEVEN];

/** A form from its text. @throws where the text has an error */
export function formFrom(text: string): Form {
  const { form, problems, usable } = readForm(text, KNOWN);
  if (!usable) throw new Error(problems.map(({ message }) => message).join(' '));
  return form;
}

const HEAD = `form Test
tempo 72 per 3
player Bell
player Drum
player Congas
`;

/** A form of the three players of Walk with these sections; those that the order does not say are played in turn. */
export function formOf(sections: string, order?: string): Form {
  const names = [...sections.matchAll(/^section (.+)$/gm)].map((match) => `then ${match[1]}`);
  return formFrom(`${HEAD}\n${sections}\n${order ?? names.join('\n')}\n`);
}

const lines: readonly Line[] = [
  { rhythm: 'walk', layer: 'layer-1' },
  { rhythm: 'walk', layer: 'layer-2' },
  { rhythm: 'walk', layer: 'layer-2', variation: 'variation-1' },
  { rhythm: 'walk', layer: 'layer-2', mix: 7 },
  { rhythm: 'seven', layer: 'layer-2' },
  { rhythm: 'gone', layer: 'layer-9' },
];
const arbitraryLine = fc.constantFrom(...lines);
const beats = fc.constantFrom({ num: 0, den: 1 }, { num: 2, den: 1 }, { num: 3, den: 2 });
const place = fc.record({ turn: fc.nat({ max: 12 }), beats });
const change: fc.Arbitrary<Change> = fc.oneof(
  fc.constantFrom<Change>({ kind: 'pulse' }, { kind: 'beat' }),
  fc.record({
    kind: fc.constant('ratio' as const),
    before: fc.integer({ min: 1, max: 5 }),
    now: fc.integer({ min: 1, max: 5 }),
  }),
  fc.record({ kind: fc.constant('at' as const), bpm: fc.constantFrom(48, 72.5, 120) }),
);
const names = ['Gather', 'Walk : up', 'Call / 2', 'Stairs # 2', '“Open”'];
const players = ['Bell', 'Drum: low', 'mixed 3'];

const part = (player: string): fc.Arbitrary<Part> =>
  fc
    .record(
      {
        line: arbitraryLine,
        solo: fc.array(arbitraryLine, { maxLength: 2 }),
        from: place,
        until: place,
        begin: fc.nat({ max: 3 }),
        pickup: fc.record(
          { beats: fc.constantFrom({ num: 1, den: 1 }, { num: 3, den: 2 }), line: arbitraryLine },
          { requiredKeys: ['beats'] },
        ),
      },
      { requiredKeys: [] },
    )
    .map(({ line, solo, ...rest }) => ({
      player,
      ...(solo ? { solo } : line && { line }),
      ...rest,
    }));

const section = (at: number): fc.Arbitrary<Section> =>
  fc
    .record(
      {
        cycle: fc.constantFrom('3+3+2', '2+2+3', '4x4').map((text) => cycleFromSpans(text)),
        turns: fc.integer({ min: 1, max: 12 }),
        open: fc.nat({ max: 6 }),
        level: fc.constantFrom('soft', 'plain', 'full', 'growing'),
        speed: fc.constantFrom('half', 'double'),
        change,
        over: fc.integer({ min: 1, max: 12 }),
        curve: fc.constantFrom('even', 'straight'),
        anew: fc.constant(true as const),
        sung: fc.constant(true as const),
        cut: place,
        calls: fc.array(
          fc.record(
            {
              player: fc.constantFrom('player-1', 'player-3'),
              at: place,
              sign: fc.constantFrom('hey', 'two claps: now'),
              brings: fc.constantFrom('Stairs'),
            },
            { requiredKeys: ['player', 'at', 'sign'] },
          ),
          { minLength: 1, maxLength: 2 },
        ),
        parts: fc
          .tuple(...players.map((_, index) => fc.option(part(`player-${index + 1}`))))
          .map((all) => all.flatMap((one) => one ?? [])),
      },
      { requiredKeys: ['cycle', 'turns', 'level', 'parts'] },
    )
    .map(({ open, over, ...rest }) => ({
      ...rest,
      id: `section-${at + 1}`,
      name: names[at] ?? '',
      ...(open !== undefined && { most: rest.turns + open }),
      ...(over !== undefined && { over: Math.min(over, rest.turns) }),
    }));

/** Forms of up to five sections with all there is in them, what is not there too. */
export const arbitraryForm: fc.Arbitrary<Form> = fc
  .integer({ min: 1, max: names.length })
  .chain((count) =>
    fc.record(
      {
        tempo: fc.constantFrom({ bpm: 72, per: 3 }, { bpm: 90.5, per: 4 }),
        sections: fc.tuple(...Array.from({ length: count }, (_, at) => section(at))),
        repeats: fc.array(
          fc.record({
            times: fc.integer({ min: 1, max: 3 }),
            steps: fc.array(
              fc.record(
                {
                  section: fc.integer({ min: 1, max: count }).map((at) => `section-${at}`),
                  rounds: fc.constant([1]),
                },
                { requiredKeys: ['section'] },
              ),
              { minLength: 1, maxLength: 3 },
            ),
          }),
          { minLength: 1, maxLength: 5 },
        ),
        final: fc.constant(true as const),
        notes: fc.constantFrom('one', 'one\ntwo  # three'),
        meant: fc.constant([{ kind: 'turned', section: 'section-1' }]),
        quiet: arbitraryLine,
      },
      { requiredKeys: ['tempo', 'sections', 'repeats'] },
    ),
  )
  .map(({ sections, repeats, quiet, ...rest }): Form => {
    const form = {
      ...rest,
      id: 'form',
      name: 'A form',
      sections,
      order: repeats,
      players: players.map((name, at) => ({
        id: `player-${at + 1}`,
        name,
        ...(quiet && at === 1 ? { quiet } : {}),
      })),
    };
    const checked = checkForm(form);
    if (!checked.ok) throw new Error(checked.messages.join(' '));
    return checked.form;
  });

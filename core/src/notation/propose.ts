import {
  FAMILIES,
  type Family,
  findInstrument,
  INSTRUMENTS,
  type Instrument,
  instrumentNamed,
  instrumentsOfNote,
  notesOf,
  type StrokeKind,
  strokeKind,
} from '../instrument/index.ts';
import { plainLetters } from '../wording/index.ts';
import type { Part, PartSound } from './model.ts';

/** Which stroke each sound of a part is, by its key; null where it is left out. */
export type StrokeTable = Readonly<Record<string, string | null>>;

/** Words in the name of a part or a sound that say which instrument is meant, beside instruments' own names. */
const MEANT: readonly (readonly [RegExp, string])[] = [
  [/\b(tumba|tumbadora|quinto)\b/, 'tall-hand-drum'],
  [/\b(drum ?set|drums|kit)\b/, 'drum-kit'],
  [/\bcow ?bells?\b|\bcampana\b/, 'hand-bell'],
  [/\bclap(s|ping)?\b|\bpalmas\b/, 'palms-and-feet'],
  [/\bvoice\b|\bvocal\b|\bkonnakol\b/, 'spoken-voice'],
  [/\btambourine\b/, 'riq'],
  [/\bgongs?\b|\bbell\b/, 'hand-bell'],
];

/**
 * The instrument a part is most likely for: the one its name, or what the file says of it, names; else the one
 * whose notes it plays.
 * @param own instruments of one's own that it may name
 */
export function proposeInstrument(
  { name, instrument = '', sounds }: Part,
  own: readonly Instrument[] = [],
): Instrument {
  const texts = [instrument, name, ...sounds.map((sound) => sound.name)];
  for (const text of texts) {
    const found = instrumentNamed(text, own) ?? instrumentIn(text, own);
    if (found) return found;
  }
  const votes = new Map<string, number>();
  for (const { note, count } of sounds) {
    if (note === undefined) continue;
    for (const id of instrumentsOfNote(note)) votes.set(id, (votes.get(id) ?? 0) + count);
  }
  const [best] = [...votes].sort(([, a], [, b]) => b - a);
  return findInstrument(best?.[0] ?? usual(sounds)) ?? (INSTRUMENTS[0] as Instrument);
}

/** Where nothing says it: a bell for one sound, a hand drum for a few, a kit for many. */
const usual = ({ length }: readonly PartSound[]) =>
  length <= 1 ? 'hand-bell' : length <= 10 ? 'goblet-drum' : 'drum-kit';

/** The instrument whose name stands as words inside a text, the longest name first. */
function instrumentIn(text: string, own: readonly Instrument[]): Instrument | undefined {
  const plain = ` ${plainLetters(text).replace(/[^\p{L}\p{N}]+/gu, ' ')} `;
  const [found] = [...INSTRUMENTS, ...own]
    .flatMap((instrument) =>
      [instrument.name, ...(instrument.also ?? [])].map((name) => ({
        instrument,
        name: plainLetters(name)
          .replace(/[^\p{L}\p{N}]+/gu, ' ')
          .trim(),
      })),
    )
    .filter(({ name }) => plain.includes(` ${name} `) || plain.includes(` ${name}s `))
    .sort((a, b) => b.name.length - a.name.length);
  if (found) return found.instrument;
  const [, id] = MEANT.find(([words]) => words.test(plain)) ?? [];
  return id === undefined ? undefined : findInstrument(id);
}

/** Families that a head of another shape stands for in most scores of percussion. */
const BY_HEAD: Readonly<Record<string, readonly Family[]>> = {
  x: ['slap', 'metal', 'muted'],
  cross: ['slap', 'metal', 'muted'],
  'circle-x': ['metal', 'slap'],
  diamond: ['metal', 'touch'],
  triangle: ['slap', 'metal', 'open'],
  slash: ['muted', 'touch'],
};

/**
 * Which stroke each sound of a part most likely is: the one that has its name, its note or its letter, else one its
 * head speaks for, else the first that is free from low to high. Two sounds are one stroke only where strokes run out.
 */
export function proposeStrokes(
  { sounds }: Pick<Part, 'sounds'>,
  instrument: Instrument,
): StrokeTable {
  const table: Record<string, string> = {};
  const taken = new Set<string>();
  const families = new Set<Family>();
  // Families are listed from low to high. What has neither bass nor open tone, as a bell, is written with its own stroke first.
  const isDrum = instrument.strokes.some(({ family }) => family === 'bass' || family === 'open');
  const upward = isDrum
    ? FAMILIES.flatMap((family) => instrument.strokes.filter((one) => one.family === family))
    : instrument.strokes;
  const take = (key: string, code: string) => {
    table[key] = code;
    taken.add(code);
    const family = strokeKind(instrument, code)?.family;
    if (family) families.add(family);
  };
  const notes = notesOf(instrument);
  const rules: readonly ((sound: PartSound) => string | undefined)[] = [
    ({ name }) => strokeNamed(instrument, name)?.code,
    ({ note }) => [...notes].find(([, one]) => one === note)?.[0],
    ({ name }) => strokeIn(instrument, name)?.code,
    ({ head = '' }) =>
      BY_HEAD[head]
        ?.flatMap((family) => free(instrument, taken).filter((one) => one.family === family))
        .at(0)?.code,
    // Each family once before any comes twice.
    () => upward.find(({ family }) => !families.has(family))?.code,
    () => upward.find(({ code }) => !taken.has(code))?.code,
    () => instrument.strokes[0]?.code,
  ];
  for (const [at, rule] of rules.entries()) {
    for (const sound of sounds) {
      if (table[sound.key] !== undefined) continue;
      const code = rule(sound);
      if (code !== undefined && (at === rules.length - 1 || !taken.has(code)))
        take(sound.key, code);
    }
  }
  return table;
}

const free = ({ strokes }: Instrument, taken: ReadonlySet<string>): readonly StrokeKind[] =>
  strokes.filter(({ code }) => !taken.has(code));

/** A sound's name as plain letters: “congas: open” is the open stroke of the congas; what follows a comma says nothing of it. */
function plainName({ name: of }: Instrument, name: string): string {
  const [first = ''] = name.split(',');
  return plainLetters(first)
    .replace(`${plainLetters(of)}:`, '')
    .trim();
}

/** The stroke whose name or letter a sound's name is. */
function strokeNamed(instrument: Instrument, name: string): StrokeKind | undefined {
  const plain = plainName(instrument, name);
  return instrument.strokes.find(
    (one) => one.code === name.trim() || plainLetters(one.name) === plain,
  );
}

/** The stroke whose name stands as words in a sound's name, the longest one. */
function strokeIn(instrument: Instrument, name: string): StrokeKind | undefined {
  const plain = plainName(instrument, name);
  return [...instrument.strokes]
    .sort((a, b) => b.name.length - a.name.length)
    .find((one) => ` ${plain} `.includes(` ${plainLetters(one.name)} `));
}

import type { Hand } from '../rhythm/index.ts';
import { compare, type Rational, rational } from '../time/index.ts';
import type { PartReader } from './part-reader.ts';
import type { BarNote, ReadBar } from './read-bar.ts';
import { all, attribute, childrenOf, type Node, nameOf, textIn } from './xml.ts';

export type Mutable<T> = { -readonly [Key in keyof T]: T[Key] };
/** A note that may still be tied on. */
export type Open = Mutable<BarNote> & { length: Rational; tied: boolean };

/** What stands over or under the next note, until it comes. */
export interface Waiting {
  hands: readonly string[];
  optional: readonly string[];
  roll: readonly string[];
  choke: readonly string[];
  graces: number;
  /** Whether a note has come for which the words stand; what else comes with it sounds together with that. */
  isUsed: boolean;
}

/** What was written over one slot is over with it, however many notes came there. */
export function clearUsed(waiting: Waiting): void {
  if (!waiting.isUsed) return;
  waiting.hands = [];
  waiting.optional = [];
  waiting.roll = [];
  waiting.choke = [];
  waiting.isUsed = false;
}

/** Notations and directions that are read; any other is told. */
const READ: ReadonlySet<string> = new Set([
  'tied',
  'tuplet',
  'accent',
  'strong-accent',
  'tremolo',
  'fingering',
  'rehearsal',
  'metronome',
  'words',
  'damp',
  'damp-all',
]);

/** What is lost, in the words of who wrote it. */
export const TOLD_AS: Readonly<Record<string, string>> = {
  slur: 'slurs',
  dynamics: 'dynamic marks',
  wedge: 'swells',
  fermata: 'holds (fermatas)',
  staccato: 'staccato dots',
  tenuto: 'tenuto lines',
  arpeggiate: 'arpeggios',
  harmony: 'chord symbols',
  segno: 'signs (segno)',
  coda: 'codas',
};

const HANDS: Readonly<Record<string, Hand>> = {
  R: 'R',
  RH: 'R',
  L: 'L',
  LH: 'L',
  B: 'B',
  RL: 'B',
  F: 'F',
};
/** The hand that a word over a note names. */
export const handOf = (word: string | undefined) => HANDS[(word ?? '').toUpperCase()];

/** Tells of a mark that is not read. */
export function tellUnread(mark: Node, reader: PartReader): void {
  const name = nameOf(mark);
  if (name !== undefined && !READ.has(name)) reader.tell(TOLD_AS[name] ?? `marks “${name}”`);
}

interface DirectionAt {
  readonly at: Rational;
  readonly tempos: Mutable<ReadBar['tempos'][number]>[];
  readonly waiting: Waiting;
  readonly notes: readonly Open[];
  readonly reader: PartReader;
}

/**
 * What stands over or under the staff between notes: tempos, names, chokes, and words for the next note.
 * @returns the name of what begins here, where it says one
 */
export function readDirection(
  node: Node,
  { at, tempos, waiting, notes, reader }: DirectionAt,
): string | undefined {
  const inside = childrenOf(node);
  let label: string | undefined;
  for (const type of all(inside, 'direction-type').flatMap(childrenOf)) {
    const name = nameOf(type);
    if (name === 'rehearsal') label = textIn(childrenOf(type)) || label;
    else if (name === 'metronome') readMetronome(childrenOf(type), at, tempos);
    else if (name === 'damp' || name === 'damp-all') {
      const last = notes.at(-1)?.in;
      for (const one of notes) if (last && compare(one.in, last) === 0) one.damp = true;
    } else if (name === 'words') {
      if (!readWords(textIn(childrenOf(type)), waiting, reader))
        reader.tell('words over the notes');
    } else tellUnread(type, reader);
  }
  for (const sound of all(inside, 'sound')) readSound(sound, at, tempos);
  return label;
}

/** @returns whether the words say something that is kept */
function readWords(words: string, waiting: Waiting, reader: PartReader): boolean {
  clearUsed(waiting);
  const parts = words.split('+').map((one) => one.trim());
  if (parts.every((one) => one === '.' || handOf(one) !== undefined) && words !== '') {
    waiting.hands = parts;
    return true;
  }
  if (parts.every((one) => one === '.' || one === 'opt.')) waiting.optional = parts;
  else if (parts.every((one) => one === '.' || /^[579]-stroke roll$/.test(one)))
    waiting.roll = parts;
  else if (words.startsWith('choke ')) waiting.choke = words.slice(6).split('+');
  else if (words.startsWith('feel ')) reader.feel = words.slice(5);
  else return words === '' || /^to \d+(\.\d+)?$/.test(words);
  return true;
}

const UNITS: Readonly<Record<string, readonly [number, number]>> = {
  whole: [4, 1],
  half: [2, 1],
  quarter: [1, 1],
  eighth: [1, 2],
  '16th': [1, 4],
};

function readMetronome(mark: readonly Node[], at: Rational, tempos: DirectionAt['tempos']): void {
  const unit = UNITS[textIn(mark, 'beat-unit')];
  const bpm = Number.parseFloat(textIn(mark, 'per-minute').replace(/^[^\d]*/, ''));
  if (!unit || !(bpm > 0)) return;
  const dots = all(mark, 'beat-unit-dot').length;
  const beat = dots > 0 ? rational(unit[0] * 3, unit[1] * 2) : rational(unit[0], unit[1]);
  tempos.push({ in: at, quarters: (bpm * beat.num) / beat.den, beat });
}

/** What is played goes before what is written, but says nothing of the beat that is counted. */
export function readSound(sound: Node, at: Rational, tempos: DirectionAt['tempos']): void {
  const tempo = Number(attribute(sound, 'tempo'));
  if (!(tempo > 0) || tempo > 1e5) return;
  const here = tempos.findLast((one) => compare(one.in, at) === 0);
  if (here) here.quarters = tempo;
  else tempos.push({ in: at, quarters: tempo });
}

import {
  compoundFor,
  compoundOf,
  type Instrument,
  nearestCode,
  strokeMeant,
} from '../instrument/index.ts';
import { type Force, LIMITS, type Ornament, type Stroke } from '../rhythm/index.ts';
import { collectProblems, type Piece, type Problems, problemAt, quote } from './problem.ts';

const GRACES: Readonly<Record<string, Ornament>> = {
  "'": 'flam',
  "''": 'drag',
  "'''": 'ruff',
  '~': 'roll',
  '~5': 'roll5',
  '~7': 'roll7',
  '~9': 'roll9',
  '~~': 'crush',
};
const GRACE_MARKS: Readonly<Record<Ornament, string>> = {
  flam: "'",
  drag: "''",
  ruff: "'''",
  roll: '~',
  roll5: '~5',
  roll7: '~7',
  roll9: '~9',
  crush: '~~',
};

/** What one word of a `play` row says about its slot. */
export type SlotWord = 'silent' | 'rings' | readonly Stroke[];

/**
 * Reads the words of a layer one by one: `.`, `_` or strokes joined with `+`; a stroke that is not known is left out
 * and reported.
 */
export function slotReader(
  instrument: Instrument,
  problems: Problems,
): (piece: Piece, slot: number) => SlotWord {
  const words = known(instrument);
  return (piece, slot) => {
    const { text } = piece;
    if (text === '.') return 'silent';
    if (text === '_') return 'rings';
    const seen = words.get(text);
    return seen ? [copyTo(slot, seen)] : readSlotWord(piece, slot, instrument, problems, words);
  };
}

function readSlotWord(
  piece: Piece,
  slot: number,
  instrument: Instrument,
  problems: Problems,
  words: Words,
): SlotWord {
  const spoken = instrument.compounds && readCompound(piece, slot, instrument);
  if (spoken) return spoken;
  if (!piece.text.includes('+')) {
    const before = problems.found;
    const only = readStroke(piece, slot, instrument, problems);
    if (!only) return [];
    const { slot: _slot, ...rest } = only;
    if (problems.found === before) words.set(piece.text, rest);
    return [only];
  }
  const parts = piece.text.split('+', LIMITS.strokesPerSlot + 1);
  if (parts.length > LIMITS.strokesPerSlot) {
    const most = `At most ${LIMITS.strokesPerSlot} strokes sound together in a slot.`;
    problems.push(problemAt(piece, most));
    return [];
  }
  let offset = 0;
  return parts.flatMap((text) => {
    const at = { text, line: piece.line, column: piece.column + offset };
    offset += text.length + 1;
    const stroke = readStroke(at, slot, instrument, problems);
    return stroke ? [stroke] : [];
  });
}

/** A compound with its marks: both of its strokes, which share the marks. */
function readCompound(
  piece: Piece,
  slot: number,
  instrument: Instrument,
): readonly Stroke[] | undefined {
  const match = STROKE.exec(piece.text);
  const compound = match && compoundOf(instrument, match[3] ?? '');
  if (!compound) return undefined;
  const strokes = compound.parts.map((code) => {
    const [, grace = '', open = '', , close = '', marks = ''] = match;
    const text = `${grace}${open}${code}${close}${marks}`;
    return readStroke({ ...piece, text }, slot, instrument, collectProblems());
  });
  return strokes.filter((stroke) => stroke !== undefined);
}

/**
 * The strokes of a slot as they are typed: a compound of the instrument where two of them, alike in
 * all but their kind, are spoken as one; otherwise joined with `+`.
 */
export function writeSlot(strokes: readonly Stroke[], instrument: Instrument | undefined): string {
  const [first, second] = strokes;
  const compound =
    instrument &&
    compoundFor(
      instrument,
      strokes.map((stroke) => stroke.kind),
    );
  if (compound && first && second) {
    const one = writeStroke({ ...first, kind: compound.code });
    if (one === writeStroke({ ...second, kind: compound.code })) return one;
  }
  return strokes.map(writeStroke).join('+');
}

const STROKE = /^('{0,3}|~[579~]?)(\(?)([A-Za-z][A-Za-z0-9]*)(\)?)([!?^-]*)$/;

/** Written out, since spreading is slow where thousands of strokes are read. */
function copyTo(slot: number, known: Omit<Stroke, 'slot'>): Stroke {
  const { kind, force, ornament, optional, damp } = known;
  if (ornament || optional || damp) {
    return {
      slot,
      kind,
      force,
      ...(ornament ? { ornament } : {}),
      ...(optional ? { optional } : {}),
      ...(damp ? { damp } : {}),
    };
  }
  return { slot, kind, force };
}

/** Words that were read before, by instrument: a text says the same few words again and again. */
const readBefore = new WeakMap<Instrument, Words>();
type Words = Map<string, Omit<Stroke, 'slot'>>;
const WORDS_KEPT = 500;

function known(instrument: Instrument): Words {
  let words = readBefore.get(instrument);
  if (!words || words.size > WORDS_KEPT) {
    words = new Map();
    readBefore.set(instrument, words);
  }
  return words;
}

function readStroke(
  piece: Piece,
  slot: number,
  instrument: Instrument,
  problems: Problems,
): Stroke | undefined {
  const match = STROKE.exec(piece.text);
  if (!match) {
    problems.push(problemAt(piece, unreadable(piece.text, instrument)));
    return undefined;
  }
  const [, grace = '', open = '', code = '', close = '', marks = ''] = match;
  if ((open === '') !== (close === '')) {
    problems.push(problemAt(piece, `A ghost has both brackets: (${code}).`));
    return undefined;
  }
  const meant = strokeMeant(instrument, code);
  if (!meant) {
    problems.push(problemAt(piece, unknown(code, instrument)));
    return undefined;
  }
  const weights = (open ? 1 : 0) + (marks.includes('!') ? 1 : 0) + (marks.includes('-') ? 1 : 0);
  if (weights > 1) {
    problems.push(
      problemAt(piece, `One force to a stroke: ${code}! accent, ${code}- soft or (${code}) ghost.`),
    );
  }
  const force: Force = open ? 1 : marks.includes('!') ? 4 : marks.includes('-') ? 2 : 3;
  const ornament = GRACES[grace];
  return {
    slot,
    kind: meant.code,
    force,
    ...(ornament ? { ornament } : {}),
    ...(marks.includes('?') ? { optional: true } : {}),
    ...(marks.includes('^') ? { damp: true } : {}),
  };
}

function unknown(code: string, instrument: Instrument): string {
  const near = nearestCode(instrument, code);
  const known = instrument.strokes.map((stroke) => stroke.code).join(' ');
  const hint = near ? ` Did you mean ${near}?` : '';
  return `${quote(code)} is not a stroke of the ${instrument.name}.${hint} It has ${known}; . is silence.`;
}

function unreadable(text: string, instrument: Instrument): string {
  const [example = 'X', other] = instrument.strokes.map((stroke) => stroke.code);
  return text === ''
    ? `A stroke is missing beside the +. ${other ? `Write it like ${example}+${other}.` : 'Leave the + out.'}`
    : `${quote(text)} cannot be read as a stroke. Write a code such as ${example}, with ! for an accent or brackets for a ghost.`;
}

/** A stroke as it is typed. `writeStroke({ kind: 'D', force: 4, … })` is `D!`. */
export function writeStroke(stroke: Stroke): string {
  const grace = stroke.ornament ? GRACE_MARKS[stroke.ornament] : '';
  const body = stroke.force === 1 ? `(${stroke.kind})` : stroke.kind;
  const mark = stroke.force === 4 ? '!' : stroke.force === 2 ? '-' : '';
  return `${grace}${body}${mark}${stroke.optional ? '?' : ''}${stroke.damp ? '^' : ''}`;
}

import { nth } from '../bounds/index.ts';
import { beatsOf, type Cycle } from '../cycle/index.ts';
import { compoundOf, type Instrument, playedOn, strokeKind } from '../instrument/index.ts';
import {
  type Cell,
  handClashes,
  type Layer,
  LIMITS,
  plainCells,
  readTuning,
  type Stroke,
} from '../rhythm/index.ts';
import {
  add,
  type Beats,
  compare,
  equal,
  formatRational,
  rational,
  toNumber,
  ZERO,
} from '../time/index.ts';
import { form } from '../wording/index.ts';
import { readFeel } from './feel-text.ts';
import { rowHint } from './hints.ts';
import { readHands, readSay, systemOf } from './over-strokes.ts';
import { type Piece, type Problems, problemAt, quote } from './problem.ts';
import type { Row } from './rows.ts';
import { type ShapedCell, shapeRows } from './shape.ts';
import { slotReader } from './token.ts';

/** The rows of one layer, by key, as they stand in the text. */
export interface LayerRows {
  readonly head: Piece;
  readonly rows: readonly Row[];
  /** True for a line of a variation, which cannot come round at a length of its own. */
  readonly isVaried?: true;
}

/** What a layer's rows say, without its id, name and instrument. */
export type LayerBody = Omit<Layer, 'id' | 'name' | 'instrument'>;

const ROW_KEYS = ['play', 'hand', 'say', 'as', 'loop', 'role', 'tune', 'feel'] as const;
type RowKey = (typeof ROW_KEYS)[number];
const ROLES = ['timeline', 'voice', 'click'] as const;

/** Whether a row begins with a stroke of the instrument, a rest or a mark: then `play` need not stand before it. */
function beginsWithStroke(word: string, instrument: Instrument): boolean {
  const [, marks = '', code = ''] = /^([.(~'<_]*)([A-Za-z][A-Za-z0-9]*)?/.exec(word) ?? [];
  if (code === '') return marks !== '';
  return Boolean(strokeKind(instrument, code) ?? compoundOf(instrument, code));
}

/** A row of strokes with the word that was left out before it. */
function asPlay({ key, rest }: Row): Row {
  const gap = ' '.repeat(Math.max(0, rest.column - key.column - key.text.length));
  return { key: { ...key, text: 'play' }, rest: { ...key, text: `${key.text}${gap}${rest.text}` } };
}

/** Reads the rows of a layer; what cannot be read is left out and reported in `problems`. */
export function readLayerBody(
  { head, rows, isVaried }: LayerRows,
  cycle: Cycle,
  instrument: Instrument,
  problems: Problems,
): LayerBody {
  const byKey = new Map<RowKey, Row[]>(ROW_KEYS.map((key) => [key, []]));
  for (const row of rows) {
    const list = byKey.get(row.key.text as RowKey);
    if (list) list.push(row);
    else if (beginsWithStroke(row.key.text, instrument)) byKey.get('play')?.push(asPlay(row));
    else {
      problems.push(
        problemAt(
          row.key,
          rowHint(row.key.text, ROW_KEYS) ??
            `${quote(row.key.text)} is not a row of a layer. Rows are ${ROW_KEYS.join(', ')}.`,
        ),
      );
    }
  }
  const rowsOf = (key: RowKey): readonly Row[] => byKey.get(key) ?? [];

  const free = readOption(rowsOf('loop'), ['own'] as const, problems) === 'own';
  const side = readOption(rowsOf('as'), ['3-2', '2-3'] as const, problems);
  const role = readOption(rowsOf('role'), ROLES, problems);
  const feel = readFeelRow(rowsOf('feel'), problems);
  const tuning = readTuneRow(rowsOf('tune'), instrument, problems);
  const options = {
    ...(feel ? { feel } : {}),
    ...(tuning ? { tuning } : {}),
    ...(free ? { free: true as const } : {}),
    ...(side ? { side } : {}),
    ...(role ? { role } : {}),
  };

  const shaped = shapeRows(rowsOf('play'), problems);
  if (shaped.length === 0) {
    const at = rowsOf('play')[0]?.key ?? head;
    const spans = beatsOf(cycle).map((beat) => beat.span);
    problems.push(
      problemAt(
        at,
        `Nothing is written in this layer yet. Write ${beatsOf(cycle).length} beats of strokes, such as “${emptyTurn(spans)}”; a dot is silence.`,
      ),
    );
    return { ...options, cells: plainCells(spans), strokes: [] };
  }
  if (!free) checkTurns(shaped, cycle, isVaried === true, problems);

  const cells: Cell[] = shaped.map((cell) => ({
    beats: { num: cell.beats.num, den: cell.beats.den },
    slots: cell.slots.length,
  }));
  const places: Piece[] = [];
  for (const cell of shaped) for (const piece of cell.slots) places.push(piece);
  const rings: number[] = [];
  const strokes: Stroke[] = [];
  const readSlot = slotReader(instrument, problems);
  const slots = Math.min(places.length, LIMITS.slotsPerLayer);
  for (let slot = 0; slot < slots; slot += 1) {
    const word = readSlot(nth(places, slot), slot);
    if (word === 'silent') continue;
    if (word === 'rings') rings.push(slot);
    else for (const stroke of word) strokes.push(stroke);
  }

  const counting = rowsOf('say').filter((row) => systemOf(row));
  const saying = rowsOf('say').filter((row) => !systemOf(row));
  const [system] = counting.map(systemOf);
  const [, second] = counting;
  if (second)
    problems.push(problemAt(second.rest, 'The layer is counted in one way; leave this out.'));
  const handed = readHands(
    rowsOf('hand'),
    shaped,
    strokes,
    { ...playedOn(instrument), cells },
    cycle,
    problems,
  );
  const said = saying.length > 0 ? readSay(saying, shaped, handed, problems) : handed;
  for (const slot of handClashes({ strokes: said })) {
    const at = places[slot];
    if (at) {
      problems.push(
        problemAt(
          at,
          'One hand cannot play twice at once. Give one of these strokes the other hand.',
        ),
      );
    }
  }
  return {
    ...options,
    cells,
    strokes: said,
    ...(rings.length > 0 ? { rings } : {}),
    ...(system ? { sayCounting: system } : {}),
  };
}

function emptyTurn(spans: readonly number[]): string {
  // What is proposed can be typed as it stands, so it is a whole turn.
  if (spans.length > 8) return `<${spans.length}> .`;
  return spans.map((span) => Array(Math.min(span, 4)).fill('.').join(' ')).join(' / ');
}

function readOption<T extends string>(
  rows: readonly Row[],
  known: readonly T[],
  problems: Problems,
): T | undefined {
  const row = rows.at(-1);
  if (!row) return undefined;
  const found = known.find((word) => word === row.rest.text.trim());
  if (!found) {
    const at = row.rest.text === '' ? row.key : row.rest;
    problems.push(problemAt(at, `After ${row.key.text} write ${known.join(' or ')}.`));
  }
  return found;
}

function readFeelRow(rows: readonly Row[], problems: Problems): Layer['feel'] {
  const row = rows.at(-1);
  if (!row) return undefined;
  const read = readFeel(row.rest.text);
  if (read.ok) return read.feel;
  problems.push(problemAt(row.rest.text === '' ? row.key : row.rest, read.message));
  return undefined;
}

function readTuneRow(
  rows: readonly Row[],
  instrument: Instrument,
  problems: Problems,
): Layer['tuning'] {
  const row = rows.at(-1);
  if (!row) return undefined;
  const read = readTuning(row.rest.text, instrument);
  if (read.ok) return read.tuning;
  problems.push(problemAt(row.rest.text === '' ? row.key : row.rest, read.message));
  return undefined;
}

/** Every turn must have as many beats as the cycle. A row that ends on a full turn ends the turn. */
function checkTurns(
  cells: readonly (ShapedCell & { readonly endsRow: boolean })[],
  cycle: Cycle,
  isVaried: boolean,
  problems: Problems,
): void {
  const way = isVaried
    ? ''
    : ', or write the row “loop own” if the layer comes round at its own length';
  const beats = rational(beatsOf(cycle).length);
  let turn = 1;
  let inTurn: Beats = ZERO;
  let overflow: Piece | undefined;
  cells.forEach((cell, index) => {
    inTurn = add(inTurn, cell.beats);
    if (compare(inTurn, beats) > 0) overflow ??= cell.slots[0];
    const last = index === cells.length - 1;
    if (!cell.endsTurn && !last && !(cell.endsRow && equal(inTurn, beats))) return;
    const has = `Turn ${turn} has ${formatRational(inTurn)} ${form(toNumber(inTurn), 'beat')} and the cycle has ${beats.num}.`;
    if (overflow) {
      const stop =
        compare(inTurn, add(beats, beats)) >= 0 ? ', or end the turn before it with |' : '';
      problems.push(problemAt(overflow, `${has} Take beats out from here on${stop}.`));
    } else if (!equal(inTurn, beats)) {
      problems.push(problemAt(cell.end, `${has} Add a cell with / before this ends${way}.`));
    }
    turn += 1;
    inTurn = ZERO;
    overflow = undefined;
  });
}

import type { Cycle } from '../cycle/index.ts';
import type { PlayedOn } from '../instrument/index.ts';
import {
  ANEW,
  HANDS,
  type Hand,
  isFootKind,
  type Layer,
  placesInOrder,
  SAY_SYSTEMS,
  SayPattern,
  type Stroke,
} from '../rhythm/index.ts';
import { counted, form } from '../wording/index.ts';
import { type Piece, type Problems, problemAt, quote } from './problem.ts';
import { type Row, wordsOf } from './rows.ts';
import { type ShapedCell, shapeRows } from './shape.ts';

/** Lays the words of a `hand` or `say` row over the cells of `play`; calls back for each slot. */
function overSlots(
  rows: readonly Row[],
  shaped: readonly ShapedCell[],
  what: string,
  problems: Problems,
  take: (piece: Piece, slot: number) => void,
): void {
  const cells = shapeRows(rows, problems);
  let first = 0;
  shaped.forEach((cell, index) => {
    const words = cells[index];
    if (words && words.slots.length !== cell.slots.length) {
      problems.push(
        problemAt(
          words.slots[0] ?? words.end,
          `Cell ${index + 1} has ${counted(cell.slots.length, 'slot')} in play and ${words.slots.length} here. Write one ${what} or a dot for each slot.`,
        ),
      );
    }
    words?.slots.slice(0, cell.slots.length).forEach((piece, at) => {
      if (piece.text !== '.') take(piece, first + at);
    });
    first += cell.slots.length;
  });
  const extra = cells[shaped.length];
  const key = rows[0]?.key;
  if (extra) {
    problems.push(
      problemAt(extra.slots[0] ?? extra.end, 'The layer has no more cells than these.'),
    );
  } else if (key && cells.length < shaped.length) {
    problems.push(
      problemAt(
        key,
        `This row has ${counted(cells.length, 'cell')} and play has ${shaped.length}. Write a dot for each slot that has none.`,
      ),
    );
  }
}

/** Indices of the strokes of each slot. */
function indexBySlot(strokes: readonly Stroke[]): (slot: number) => readonly number[] {
  const bySlot = new Map<number, number[]>();
  strokes.forEach(({ slot }, at) => {
    const here = bySlot.get(slot);
    if (here) here.push(at);
    else bySlot.set(slot, [at]);
  });
  return (slot) => bySlot.get(slot) ?? [];
}

/** Gives each part of a `+` word to one of the strokes `here`, by index. */
function spread(
  piece: Piece,
  here: readonly number[],
  problems: Problems,
  set: (at: number, text: string) => void,
): void {
  if (here.length === 0) {
    problems.push(
      problemAt(piece, 'There is no stroke in this slot, so this is left out.', 'note'),
    );
    return;
  }
  piece.text.split('+').forEach((text, part) => {
    const at = here[part];
    if (at === undefined) {
      problems.push(
        problemAt(
          piece,
          `There ${form(here.length, 'is')} ${counted(here.length, 'stroke')} in this slot.`,
        ),
      );
    } else if (text !== '.') set(at, text);
  });
}

/** Gives the strokes of a layer the hands of its `hand` rows. */
export function readHands(
  rows: readonly Row[],
  shaped: readonly ShapedCell[],
  strokes: readonly Stroke[],
  layer: PlayedOn & Pick<Layer, 'cells'>,
  cycle: Cycle,
  problems: Problems,
): readonly Stroke[] {
  const result = [...strokes];
  const give = (at: number, piece: Piece, text: string): void => {
    const hand = HANDS.find((known) => known === text);
    const stroke = result[at];
    if (hand && stroke && hand !== 'F' && isFootKind(layer, stroke.kind)) {
      problems.push(
        problemAt(
          piece,
          `${stroke.kind} is played with the foot, so this hand is left out.`,
          'note',
        ),
      );
    } else if (hand && stroke) result[at] = { ...stroke, hand };
    else if (!hand) {
      problems.push(
        problemAt(
          piece,
          HANDS.some((known) => known === text.toUpperCase())
            ? `Hands are written in capitals: ${text.toUpperCase()}.`
            : `${quote(text)} is not a hand. Write R, L, B for both, F for a foot, or a dot.`,
        ),
      );
    }
  };
  const inTurn = rows.find((row) => /^each(\s|$)/.test(row.rest.text));
  if (inTurn) {
    const [, ...said] = wordsOf(inTurn.rest);
    const anew = ANEW.find((one) => one === said[0]?.text);
    const order = anew ? said.slice(1) : said;
    if (order.length === 0) {
      problems.push(
        problemAt(
          inTurn.rest,
          'After each write the hands in turn, such as each R L, or each turn R L where every turn begins with R.',
        ),
      );
    } else if (!order.every((piece) => HANDS.some((hand) => hand === piece.text))) {
      for (const piece of order) give(-1, piece, piece.text);
    } else {
      const hands = order.map((piece) => HANDS.find((hand) => hand === piece.text));
      const places = placesInOrder({ ...layer, strokes }, cycle, anew);
      strokes.forEach((stroke, at) => {
        const place = places[at];
        const hand = place === undefined ? undefined : hands[place % hands.length];
        // These strokes were made here a moment ago, and nobody else holds them yet.
        if (hand) (stroke as { hand?: Hand }).hand = hand;
      });
    }
    if (rows.length > 1) {
      problems.push(problemAt(inTurn.key, 'Hands in turn with each need no other hand row.'));
    }
    return result;
  }
  const strokesIn = indexBySlot(strokes);
  overSlots(rows, shaped, 'hand', problems, (piece, slot) => {
    spread(piece, strokesIn(slot), problems, (at, text) => give(at, piece, text));
  });
  return result;
}

/** The counting system that a `say` row names; the syllables of the others are kept beside it. */
export function systemOf({ rest }: Row): Layer['sayCounting'] {
  return SAY_SYSTEMS.find((system) => system === rest.text.trim());
}

/** Gives the strokes of a layer the syllables of its `say` rows. */
export function readSay(
  rows: readonly Row[],
  shaped: readonly ShapedCell[],
  strokes: readonly Stroke[],
  problems: Problems,
): readonly Stroke[] {
  const result = [...strokes];
  const strokesIn = indexBySlot(strokes);
  overSlots(rows, shaped, 'syllable', problems, (piece, slot) => {
    spread(piece, strokesIn(slot), problems, (at, text) => {
      const stroke = result[at];
      if (stroke && SayPattern.test(text)) result[at] = { ...stroke, say: text };
      else
        problems.push(
          problemAt(piece, `${quote(text)} is not a syllable: one word of at most 24 letters.`),
        );
    });
  });
  return result;
}

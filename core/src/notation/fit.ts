import { nth, numberAt } from '../bounds/index.ts';
import { beatsOf, type Cycle, turnPulses } from '../cycle/index.ts';
import { type Cell, LIMITS } from '../rhythm/index.ts';
import { gcd, lcmWithin, type Pulses } from '../time/index.ts';

/** Cells in which notes have their slots. */
export interface Fitted {
  readonly cells: readonly Cell[];
  /** The slot of each place, in the order in which they were given; undefined where it fits none. */
  readonly slots: readonly (number | undefined)[];
}

/** A place within a beat, as a fraction of it. */
interface Within {
  readonly index: number;
  readonly num: number;
  readonly den: number;
}

/** Into so many parts a beat is cut where its notes have no common part a cell can hold. */
const CUTS = [2, 3, 4, 5, 6, 8] as const;

/**
 * Cells over whole turns in which each place has a slot of its own, exactly. A beat has as many slots as it has
 * pulses where its notes fall on those, else as few as they need; where notes are spread evenly over several
 * beats, as five in four are, those beats are one cell.
 * @param places in pulses from the first one, ascending; what lies outside the turns has no slot
 */
export function fitCells(cycle: Cycle, turns: number, places: readonly Pulses[]): Fitted {
  const spans = beatsOf(cycle).map(({ span }) => span);
  const turn = turnPulses(cycle);
  const slots: (number | undefined)[] = places.map(() => undefined);
  const cells: Cell[] = [];
  let firstSlot = 0;
  let next = 0;
  for (let at = 0; at < turns; at += 1) {
    const beats: Within[][] = [];
    let start = at * turn;
    for (const span of spans) {
      const here: Within[] = [];
      for (; next < places.length; next += 1) {
        const { num, den } = nth(places, next);
        if (num >= (start + span) * den) break;
        if (num < start * den) continue;
        here.push({ index: next, ...lowest(num - start * den, den * span) });
      }
      beats.push(here);
      start += span;
    }
    for (const { cell, within } of cellsOfTurn(spans, beats)) {
      cells.push(cell);
      for (const { index, num, den } of within) {
        const slot = (num * cell.slots) / den;
        if (Number.isInteger(slot)) slots[index] = firstSlot + slot;
      }
      firstSlot += cell.slots;
    }
  }
  return { cells, slots };
}

function lowest(num: number, den: number): { readonly num: number; readonly den: number } {
  const common = gcd(num, den) || 1;
  return { num: num / common, den: den / common };
}

/** A cell with the places in it, as fractions of the cell. */
interface FittedCell {
  readonly cell: Cell;
  readonly within: readonly Within[];
}

/** The parts in which all these places are; more than a cell holds where there are none such. */
function partsOf(within: readonly Within[]): number {
  return within.reduce((all, { den }) => lcmWithin(all, den, LIMITS.slotsPerCell), 1);
}

function cellsOfTurn(
  spans: readonly number[],
  beats: readonly (readonly Within[])[],
): readonly FittedCell[] {
  const parts = beats.map(partsOf);
  /** Beats whose notes do not fall on their pulses. */
  const isOdd = (beat: number) => numberAt(spans, beat) % numberAt(parts, beat) !== 0;
  const found: FittedCell[] = [];
  for (let beat = 0; beat < spans.length; ) {
    const over = isOdd(beat) ? evenlyOver(spans, beats, parts, beat) : undefined;
    if (over) {
      found.push(over);
      beat += over.cell.beats.num;
      continue;
    }
    found.push(...cellsOfBeat(numberAt(spans, beat), nth(beats, beat), numberAt(parts, beat)));
    beat += 1;
  }
  return found;
}

/** The cell over several beats of one length in which fewer parts hold all their notes than in beat by beat. */
function evenlyOver(
  spans: readonly number[],
  beats: readonly (readonly Within[])[],
  parts: readonly number[],
  first: number,
): FittedCell | undefined {
  let apart = numberAt(parts, first);
  let best: FittedCell | undefined;
  let gain = 0;
  const within: Within[] = [...nth(beats, first)];
  for (let to = first + 1; to < spans.length && spans[to] === spans[first]; to += 1) {
    const span = to - first + 1;
    apart += numberAt(parts, to);
    within.push(
      ...nth(beats, to).map(({ index, num, den }) => ({
        index,
        num: num + (to - first) * den,
        den,
      })),
    );
    const inCell = within.map(({ index, num, den }) => ({ index, ...lowest(num, den * span) }));
    const together = partsOf(inCell);
    const spared = apart - together;
    // What is spread reaches into its last beat.
    if (nth(beats, to).length === 0) continue;
    if (together <= LIMITS.slotsPerCell && spared > gain) {
      gain = spared;
      best = { cell: { beats: { num: span, den: 1 }, slots: together }, within: inCell };
    }
  }
  return best;
}

/** One beat as a cell, or, where no cell holds its notes, as several. */
function cellsOfBeat(
  span: number,
  within: readonly Within[],
  parts: number,
): readonly FittedCell[] {
  const one = { num: 1, den: 1 };
  if (span % parts === 0)
    return [{ cell: { beats: one, slots: Math.min(span, LIMITS.slotsPerCell) }, within }];
  if (parts <= LIMITS.slotsPerCell) return [{ cell: { beats: one, slots: parts }, within }];
  for (const cut of CUTS) {
    const pieces = Array.from({ length: cut }, (_, piece) => {
      const inside = within
        .filter(({ num, den }) => Math.floor((num * cut) / den) === piece)
        .map(({ index, num, den }) => ({ index, ...lowest(num * cut - piece * den, den) }));
      return { within: inside, parts: partsOf(inside) };
    });
    if (pieces.some((piece) => piece.parts > LIMITS.slotsPerCell)) continue;
    return pieces.map((piece) => ({
      cell: { beats: { num: 1, den: cut }, slots: piece.parts },
      within: piece.within,
    }));
  }
  // As fine as a cell can be; what lies between its slots has none.
  return [{ cell: { beats: one, slots: LIMITS.slotsPerCell }, within }];
}

/** How far a layer is from its beginning on: the same line again and again is written once. */
export function turnsUntilItRepeats(turns: number, keyOfTurn: (turn: number) => string): number {
  const keys = Array.from({ length: turns }, (_, turn) => keyOfTurn(turn));
  for (let period = 1; period < turns; period += 1) {
    if (turns % period !== 0) continue;
    if (keys.every((key, turn) => key === keys[turn % period])) return period;
  }
  return turns;
}

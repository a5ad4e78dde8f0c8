import { beatsOf, type Cycle } from '../cycle/index.ts';
import { type Layer, type Stroke, timeLayer, turnBeats } from '../rhythm/index.ts';
import {
  add,
  compare,
  equal,
  multiply,
  type Pulses,
  rational,
  subtract,
  toNumber,
  ZERO,
} from '../time/index.ts';

/** A written length: 4 is a quarter, 8 an eighth, with dots. */
export interface NoteValue {
  readonly value: 1 | 2 | 4 | 8 | 16 | 32 | 64;
  readonly dots: 0 | 1;
}

/** One note or rest on the staff. */
export interface StaffNote extends NoteValue {
  /** Strokes that sound together here; none for a rest. */
  readonly strokes: readonly Stroke[];
  /** The slot it stands in. */
  readonly slot: number;
}

/** `notes` played in the time of `inSpaceOf` of the same value; from one note of its row to another. */
export interface StaffTuplet {
  readonly from: number;
  /** Not included. */
  readonly to: number;
  readonly notes: number;
  readonly inSpaceOf: number;
}

/** One turn of a layer as notes. */
export interface StaffMeasure {
  readonly notes: readonly StaffNote[];
  readonly tuplets: readonly StaffTuplet[];
  /** Rows of notes that share a beam, by index: from, to (not included). */
  readonly beams: readonly (readonly [number, number])[];
}

export interface Staff {
  /** How the turn is written at the beginning: 7 over 8, or 4 over 4. */
  readonly meter: { readonly over: number; readonly under: number };
  readonly measures: readonly StaffMeasure[];
  /** Cells that no note value can write, by their place in the layer; they are left as rests. */
  readonly unwritten: readonly number[];
  /** Cells that reach over the end of their turn; they stand whole in the measure where they begin. */
  readonly overhanging: readonly number[];
}

/**
 * The note value of a pulse: a sixteenth where every beat is four of them (or eight), a quarter
 * where every beat is one pulse, an eighth otherwise.
 */
export function pulseValue(cycle: Cycle): 4 | 8 | 16 {
  const spans = beatsOf(cycle).map((beat) => beat.span);
  if (spans.every((span) => span === 1)) return 4;
  return spans.every((span) => span % 4 === 0) ? 16 : 8;
}

/** The length in slots that one note can have, longest first: powers of two, and dotted ones. */
const WHOLE = [64, 48, 32, 24, 16, 12, 8, 6, 4, 3, 2, 1] as const;

/**
 * Writes a layer as staff notation, a measure for each turn. A cell becomes plain notes where its
 * slots are note values, else a tuplet; a stroke lasts until the next one in its cell as far as one
 * note can, and rests fill what is left.
 */
export function engraveLayer(cycle: Cycle, layer: Layer): Staff {
  const pulse = pulseValue(cycle);
  const { starts, firstSlot } = timeLayer(cycle, layer);
  const bySlot = new Map<number, Stroke[]>();
  for (const stroke of layer.strokes) {
    bySlot.set(stroke.slot, [...(bySlot.get(stroke.slot) ?? []), stroke]);
  }
  const turn = rational(turnBeats(cycle));
  const measures: StaffMeasure[] = [];
  const unwritten: number[] = [];
  const overhanging: number[] = [];
  let notes: StaffNote[] = [];
  let tuplets: StaffTuplet[] = [];
  let beams: [number, number][] = [];
  let inTurn = ZERO;
  const { length } = timeLayer(cycle, layer);
  layer.cells.forEach((cell, index) => {
    const slot = firstSlot[index] ?? 0;
    const begin = starts[slot] ?? ZERO;
    const end = starts[slot + cell.slots] ?? length;
    const written = divisionOf(subtract(end, begin), cell.slots, pulse);
    const from = notes.length;
    if (!written) unwritten.push(index);
    else {
      const { unit, inSpaceOf } = written;
      for (let at = 0; at < cell.slots; ) {
        const strokes = bySlot.get(slot + at) ?? [];
        let next = at + 1;
        while (next < cell.slots && !bySlot.has(slot + next)) next += 1;
        // The first note takes as much as one note can; what is left are rests.
        for (let part = at; part < next; ) {
          const size = longest(next - part, unit);
          const value = noteValue(size, unit);
          notes.push({ ...value, strokes: part === at ? strokes : [], slot: slot + part });
          part += size;
        }
        at = next;
      }
      if (inSpaceOf !== cell.slots) {
        tuplets.push({ from, to: notes.length, notes: cell.slots, inSpaceOf });
      }
      beams.push([from, notes.length]);
    }
    inTurn = add(inTurn, rational(cell.beats.num, cell.beats.den));
    if (compare(inTurn, turn) > 0) overhanging.push(index);
    if (compare(inTurn, turn) >= 0 || index === layer.cells.length - 1) {
      measures.push({ notes, tuplets, beams });
      notes = [];
      tuplets = [];
      beams = [];
      inTurn = equal(inTurn, turn) ? ZERO : subtract(inTurn, turn);
    }
  });
  const pulses = beatsOf(cycle).reduce((sum, beat) => sum + beat.span, 0);
  return { meter: meterOf(pulses, pulse), measures, unwritten, overhanging };
}

function meterOf(pulses: number, pulse: number): Staff['meter'] {
  return pulse === 16 && pulses % 4 === 0
    ? { over: pulses / 4, under: 4 }
    : { over: pulses, under: pulse };
}

/**
 * The note value of one slot of a cell, and how many of it the cell's time holds: as many as there
 * are slots where it is plain, fewer (or more) in a tuplet.
 */
function divisionOf(
  length: Pulses,
  slots: number,
  pulse: number,
): { readonly unit: number; readonly inSpaceOf: number } | undefined {
  let best: { unit: number; inSpaceOf: number } | undefined;
  for (let unit = 1; unit <= 64; unit *= 2) {
    const count = multiply(length, rational(unit, pulse));
    if (count.den !== 1) continue;
    if (count.num === slots) return { unit, inSpaceOf: slots };
    // A tuplet is written in the value of which most fit without passing its own number.
    if (count.num < slots && count.num > 0) best = { unit, inSpaceOf: count.num };
    else if (!best && count.num > slots) best = { unit, inSpaceOf: count.num };
  }
  return best && toNumber(length) > 0 ? best : undefined;
}

/** The most slots, up to `room`, that one note of this unit can last. */
function longest(room: number, unit: number): number {
  return (
    WHOLE.find((size) => size <= room && (size % 3 === 0 ? (size / 3) * 2 : size) <= unit) ?? 1
  );
}

function noteValue(size: number, unit: number): NoteValue {
  const dotted = size % 3 === 0;
  const plain = dotted ? (size / 3) * 2 : size;
  return { value: (unit / plain) as NoteValue['value'], dots: dotted ? 1 : 0 };
}

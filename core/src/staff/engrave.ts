import { numberAt } from '../bounds/index.ts';
import { beatsOf, type Cycle, turnPulses } from '../cycle/index.ts';
import { type Layer, type Stroke, timeLayer, turnBeats } from '../rhythm/index.ts';
import {
  add,
  compare,
  equal,
  gcd,
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
  /** When it begins, from the beginning of its measure. */
  readonly at: Pulses;
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

/** How the turn is written at the beginning: 7 over 8, or 4 over 4. */
export interface Meter {
  readonly over: number;
  readonly under: number;
  /** The beats that make `over` together, where they differ: 2 2 3. */
  readonly beats?: readonly number[];
}

/** A layer in measures, with what staff notation has no place for. */
export interface Staff {
  readonly meter: Meter;
  readonly measures: readonly StaffMeasure[];
  /** Cells that no note value can write, by their place in the layer; they are left as rests. */
  readonly unwritten: readonly number[];
  /** Cells that reach over the end of their turn; they stand whole in the measure where they begin. */
  readonly overhanging: readonly number[];
  /** Whether every measure is one whole turn with nothing left out, so that it can stand under others. */
  readonly isWhole: boolean;
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
  let measureBegin = ZERO;
  const { length } = timeLayer(cycle, layer);
  layer.cells.forEach((cell, index) => {
    const slot = numberAt(firstSlot, index);
    const begin = starts[slot] ?? ZERO;
    const end = starts[slot + cell.slots] ?? length;
    const span = subtract(end, begin);
    const onsets = Array.from({ length: cell.slots }, (_, at) => at).filter((at) =>
      bySlot.has(slot + at),
    );
    const written = divisionOf(span, cell.slots, onsets, pulse);
    const from = notes.length;
    if (!written) unwritten.push(index);
    else {
      const { parts, unit, inSpaceOf } = written;
      const sounding = new Set(onsets.map((at) => (at * parts) / cell.slots));
      for (let at = 0; at < parts; ) {
        let next = at + 1;
        while (next < parts && !sounding.has(next)) next += 1;
        // The first note takes as much as one note can; what is left are rests.
        for (let part = at; part < next; ) {
          const size = longest(next - part, unit);
          const here = slot + Math.floor((part * cell.slots) / parts);
          const place = add(begin, multiply(span, rational(part, parts)));
          notes.push({
            ...noteValue(size, unit),
            strokes: part === at && sounding.has(at) ? (bySlot.get(here) ?? []) : [],
            slot: here,
            at: subtract(place, measureBegin),
          });
          part += size;
        }
        at = next;
      }
      if (inSpaceOf !== parts) {
        tuplets.push({ from, to: notes.length, notes: parts, inSpaceOf });
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
      measureBegin = end;
      inTurn = equal(inTurn, turn) ? ZERO : subtract(inTurn, turn);
    }
  });
  const turns = multiply(length, rational(1, turnPulses(cycle)));
  const isWhole = turns.den === 1 && overhanging.length === 0 && unwritten.length === 0;
  return { meter: meterOf(cycle, pulse), measures, unwritten, overhanging, isWhole };
}

/** More beats than these would make the beginning of the staff wider than a measure. */
const MOST_BEATS_SAID = 5;

/** How a turn is written at the beginning of a staff. @param pulse the note value of a pulse */
export function meterOf(cycle: Cycle, pulse: number): Meter {
  const spans = beatsOf(cycle).map((beat) => beat.span);
  // Sixteenths by four are said as quarters, and so are eighths by two; by three they are eighths.
  const pairs = pulse === 8 && spans.every((span) => span === 2);
  const by = pulse === 16 ? 4 : pairs ? 2 : 1;
  const meter = { over: turnPulses(cycle) / by, under: pulse / by };
  const isUneven = spans.some((span) => span !== spans[0]);
  return isUneven && spans.length <= MOST_BEATS_SAID
    ? { ...meter, beats: spans.map((span) => span / by) }
    : meter;
}

/** The equal parts in which a cell is written, their note value, and how many of it last as long. */
interface Division {
  readonly parts: number;
  readonly unit: number;
  /** As many as there are parts where they are plain notes, fewer (or more) in a tuplet. */
  readonly inSpaceOf: number;
}

/**
 * How a cell is written: plainly with its own slots where it can be, or with fewer or the pulses
 * where all its strokes fall on those; else as a tuplet of as few notes as it needs.
 * @param onsets slots that sound, from 0
 */
function divisionOf(
  length: Pulses,
  slots: number,
  onsets: readonly number[],
  pulse: number,
): Division | undefined {
  const own = tupletOf(length, slots, pulse);
  if (!own || own.inSpaceOf === slots) return own;
  const most = Math.max(slots, Math.ceil(toNumber(length)));
  for (let unit = 1; unit <= 64; unit *= 2) {
    const count = multiply(length, rational(unit, pulse));
    if (count.den !== 1 || count.num > most) continue;
    const parts = count.num;
    if (onsets.every((at) => (at * parts) % slots === 0)) return { parts, unit, inSpaceOf: parts };
  }
  const step = onsets.reduce((all, at) => gcd(all, at), slots);
  return tupletOf(length, slots / step, pulse) ?? own;
}

/** A cell with all its parts: the value of which most fit without passing the number of its parts. */
function tupletOf(length: Pulses, parts: number, pulse: number): Division | undefined {
  let best: Division | undefined;
  for (let unit = 1; unit <= 64; unit *= 2) {
    const count = multiply(length, rational(unit, pulse));
    if (count.den !== 1) continue;
    if (count.num === parts) return { parts, unit, inSpaceOf: parts };
    if (count.num < parts && count.num > 0) best = { parts, unit, inSpaceOf: count.num };
    else if (!best && count.num > parts) best = { parts, unit, inSpaceOf: count.num };
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

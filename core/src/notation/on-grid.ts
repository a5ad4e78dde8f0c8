import { numberAt } from '../bounds/index.ts';
import { beatsOf, type Cycle, overTurns, turnPulses } from '../cycle/index.ts';
import { type Tap, tappedBeats } from '../tapin/index.ts';
import { type Pulses, rational, toNumber } from '../time/index.ts';
import { counted, listed } from '../wording/index.ts';
import type { PartNote } from './model.ts';

/**
 * Where notes are put: exactly where they are written; as a hand that was not quite steady most likely meant
 * them; or on the nearest of so many parts of each beat.
 */
export type Grid = 'exact' | 'heard' | number;

/** A beat that could be read otherwise as well. */
export interface Unsure {
  /** Name of the part. */
  readonly part: string;
  /** From 0. */
  readonly turn: number;
  readonly beat: number;
  /** The parts it was taken to have, and those it could have too. */
  readonly slots: number;
  readonly other: number;
}

/** A note that has its place in the turns. */
export interface Placed {
  readonly note: PartNote;
  readonly at: Pulses;
  readonly kind: string;
}

/** The turns in which notes are put on a grid. */
export interface GridFrame {
  readonly cycle: Cycle;
  readonly turns: number;
  readonly grid: Grid;
}

/** The notes on the grid that was chosen, in order. */
export function onGrid(
  part: string,
  placed: readonly Placed[],
  frame: GridFrame,
): { readonly notes: readonly Placed[]; readonly unsure: readonly Unsure[] } {
  const { cycle, turns, grid } = frame;
  const sorted = (notes: Placed[]) =>
    notes.sort((a, b) => a.at.num / a.at.den - b.at.num / b.at.den);
  if (grid === 'exact') return { notes: sorted([...placed]), unsure: [] };
  const end = turnPulses(cycle) * turns;
  const spans = beatsOf(cycle).map(({ span }) => span);
  const starts: number[] = [];
  for (let turn = 0, at = 0; turn < turns; turn += 1) {
    for (const span of spans) {
      starts.push(at);
      at += span;
    }
  }
  const on = (one: Placed, beat: number, slot: number, slots: number): Placed => {
    const span = numberAt(spans, beat % spans.length);
    const { num, den } = rational(numberAt(starts, beat) * slots + slot * span, slots);
    // What falls on the very end is the beginning: the whole comes round.
    return { ...one, at: rational(num >= end * den ? num - end * den : num, den) };
  };
  if (grid === 'heard') return asHeard(part, placed, frame, on, sorted);
  const notes = placed.map((one) => {
    const at = toNumber(one.at);
    const beat = beatAt(starts, at);
    const span = numberAt(spans, beat % spans.length);
    return on(one, beat, Math.round(((at - numberAt(starts, beat)) / span) * grid), grid);
  });
  return { notes: sorted(notes), unsure: [] };
}

/** The last beat that begins at or before a place, among ascending ones. */
function beatAt(starts: readonly number[], at: number): number {
  let low = 0;
  let high = starts.length - 1;
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (numberAt(starts, middle) <= at) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** How sure one has to be of a beat, so that nothing is said of it. */
const SURE = 0.75;

function asHeard(
  part: string,
  placed: readonly Placed[],
  { cycle, turns }: GridFrame,
  on: (one: Placed, beat: number, slot: number, slots: number) => Placed,
  sorted: (notes: Placed[]) => Placed[],
): { readonly notes: readonly Placed[]; readonly unsure: readonly Unsure[] } {
  const of = new Map<Tap, Placed>(
    placed.map((one) => [{ pulses: toNumber(one.at), kind: one.kind }, one]),
  );
  const notes: Placed[] = [];
  const unsure: Unsure[] = [];
  const beats = beatsOf(cycle).length;
  const read = tappedBeats(overTurns(cycle, turns), [...of.keys()], { secondsPerPulse: 0.25 });
  for (const { beat, taps, readings } of read) {
    const [best] = readings;
    if (!best) continue;
    const slotIn = (place: number, slots: number) => Math.max(0, Math.round(place * slots));
    for (const { tap, place } of taps) {
      const one = of.get(tap);
      if (one) notes.push(on(one, beat, slotIn(place, best.slots), best.slots));
    }
    // In two parts or in four, strokes on the half are the same: that is no doubt.
    const isAlike = ({ slots }: typeof best) =>
      taps.every(
        ({ place }) => slotIn(place, slots) * best.slots === slotIn(place, best.slots) * slots,
      );
    const sure = readings.filter(isAlike).reduce((sum, { confidence }) => sum + confidence, 0);
    const second = readings.find((one) => !isAlike(one));
    if (sure < SURE && second) {
      unsure.push({
        part,
        turn: Math.floor(beat / beats),
        beat: beat % beats,
        slots: best.slots,
        other: second.slots,
      });
    }
  }
  return { notes: sorted(notes), unsure };
}

/** What is unsure, said short. */
export function sayUnsure(unsure: readonly Unsure[]): string {
  if (unsure.length === 0) return '';
  const [first] = unsure;
  const some = unsure.slice(0, 3).map(({ part, turn, beat, slots, other }) => {
    const where = `${part}, turn ${turn + 1}, beat ${beat + 1}`;
    return `${where}: ${counted(slots, 'part')}, or ${other}`;
  });
  const more = unsure.length > 3 ? `, and ${unsure.length - 3} more` : '';
  return first ? `Unsure: ${listed(some)}${more}.` : '';
}

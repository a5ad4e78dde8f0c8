import { equal, type Pulses } from '../time/index.ts';
import type { StaffMeasure } from './engrave.ts';

/**
 * The note before which a measure may be cut at a place.
 * @param at from the beginning of the measure
 * @returns undefined where a note or a tuplet reaches over the place
 */
function noteAtCut({ notes, tuplets }: StaffMeasure, at: Pulses): number | undefined {
  const index = notes.findIndex((note) => equal(note.at, at));
  if (index < 0) return undefined;
  return tuplets.some(({ from, to }) => index > from && index < to) ? undefined : index;
}

/** Whether a measure can be cut at a place, from its beginning, without cutting a note or a tuplet. */
export function canCut(measure: StaffMeasure, at: Pulses): boolean {
  return noteAtCut(measure, at) !== undefined;
}

/**
 * Cuts a measure that is too long for a row of the staff.
 * @param places ascending, from the beginning of the measure; where it cannot be cut it stays whole
 * @example cutMeasure(measure, [rational(8)]) // the notes before pulse 8, and those from there on
 */
export function cutMeasure(
  measure: StaffMeasure,
  places: readonly Pulses[],
): readonly StaffMeasure[] {
  const cuts = places.flatMap((at) => noteAtCut(measure, at) ?? []);
  return [0, ...cuts].map((from, index) => {
    const to = cuts[index] ?? measure.notes.length;
    return part(measure, from, to);
  });
}

function part({ notes, tuplets, beams }: StaffMeasure, from: number, to: number): StaffMeasure {
  return {
    notes: notes.slice(from, to),
    tuplets: tuplets
      .filter((tuplet) => tuplet.from >= from && tuplet.to <= to)
      .map((tuplet) => ({ ...tuplet, from: tuplet.from - from, to: tuplet.to - from })),
    beams: beams.flatMap(([begin, end]): [number, number][] => {
      const a = Math.max(begin, from);
      const b = Math.min(end, to);
      return a < b ? [[a - from, b - from]] : [];
    }),
  };
}

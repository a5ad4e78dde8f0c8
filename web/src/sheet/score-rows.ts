import { nth, numberAt } from '@stride/core/bounds';
import { beatStarts, type Cycle } from '@stride/core/cycle';
import { canCut, cutMeasure, type Staff, type StaffMeasure } from '@stride/core/staff';
import { rational } from '@stride/core/time';
import type { Px } from '../strideline/px.ts';
import { packEvenly } from '../ui/pack.ts';

/** One turn in all layers, or a part of one that is too long for a row. */
export interface ScoreBar {
  /** A measure for each layer. */
  readonly measures: readonly StaffMeasure[];
  readonly width: Px;
  /** Whether the turn ends with it; a barline stands there. */
  readonly ends: boolean;
}

/** What two notes of different layers that do not fall together need between them. */
const APART: Px = 17;

/**
 * Puts layers under one another, turn by turn: as many turns in a row as fit, and a turn that fits
 * none cut between its groups, or between beats. A layer with fewer turns than the longest comes
 * round again.
 * @param room for the measures of a row
 * @param widthOf what a measure needs on its own
 */
export function rowsOfScore(
  cycle: Cycle,
  staffs: readonly Staff[],
  room: Px,
  widthOf: (measure: StaffMeasure) => Px,
): readonly (readonly ScoreBar[])[] {
  const turns = Math.max(0, ...staffs.map((staff) => staff.measures.length));
  const rows: ScoreBar[][] = [];
  let left = 0;
  for (let turn = 0; turn < turns; turn += 1) {
    const measures = staffs.flatMap((staff) => staff.measures[turn % staff.measures.length] ?? []);
    const width = widthOfAll(measures, widthOf);
    const parts = width > room ? cutBar(cycle, measures, room, widthOf) : [measures];
    parts.forEach((part, index) => {
      const needed = parts.length > 1 ? widthOfAll(part, widthOf) : width;
      const bar: ScoreBar = {
        measures: part,
        width: needed,
        ends: index === parts.length - 1,
      };
      const row = rows.at(-1);
      if (row && parts.length === 1 && needed <= left) row.push(bar);
      else {
        rows.push([bar]);
        left = room;
      }
      // A cut turn has its rows to itself.
      left = parts.length > 1 ? 0 : left - needed;
    });
  }
  return rows;
}

function widthOfAll(measures: readonly StaffMeasure[], widthOf: (measure: StaffMeasure) => Px): Px {
  const moments = new Set(
    measures.flatMap(({ notes }) => notes.map(({ at }) => `${at.num}/${at.den}`)),
  );
  return Math.max(moments.size * APART, ...measures.map(widthOf));
}

function cutBar(
  cycle: Cycle,
  measures: readonly StaffMeasure[],
  room: Px,
  widthOf: (measure: StaffMeasure) => Px,
): readonly (readonly StaffMeasure[])[] {
  let best: readonly (readonly StaffMeasure[])[] = [measures];
  for (const places of [groupStarts(cycle), beatStarts(cycle)]) {
    const cuts = places
      .slice(1)
      .map((pulse) => rational(pulse))
      .filter((place) => measures.every((measure) => canCut(measure, place)));
    const widths = intoParts(measures, cuts).map((part) => widthOfAll(part, widthOf));
    const firsts = packEvenly(widths, room);
    best = intoParts(
      measures,
      firsts.slice(1).map((first) => nth(cuts, first - 1)),
    );
    if (Math.max(...widths) <= room) break;
  }
  return best;
}

/** The parts of a turn, each with the part of every layer. */
function intoParts(
  measures: readonly StaffMeasure[],
  cuts: Parameters<typeof cutMeasure>[1],
): readonly (readonly StaffMeasure[])[] {
  const cut = measures.map((measure) => cutMeasure(measure, cuts));
  return Array.from({ length: cuts.length + 1 }, (_, part) => cut.map((parts) => nth(parts, part)));
}

/** The pulses with which groups begin. */
function groupStarts(cycle: Cycle): readonly number[] {
  const beats = beatStarts(cycle);
  let beat = 0;
  return cycle.groups.map((group) => {
    const start = numberAt(beats, beat);
    beat += group.beats.length;
    return start;
  });
}

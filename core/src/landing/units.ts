import { beatsOf, type Cycle, turnPulses } from '../cycle/index.ts';
import { type Pulses, rational } from '../time/index.ts';
import { ordinal } from '../wording/index.ts';

/** How a cycle is cut into units: what is counted, and how many units each count has. */
export interface Units {
  /** Beats where all are alike, else pulses. */
  readonly count: 'beat' | 'pulse';
  /** Counts in one turn. */
  readonly counts: number;
  /** Units in a count: the speed. */
  readonly parts: number;
  /** Units in one turn. */
  readonly perTurn: number;
  /** How long a unit lasts. */
  readonly unit: Pulses;
}

/** Units of a cycle at a speed; in uneven beats the pulse is what is counted. */
export function unitsOf(cycle: Cycle, parts: number): Units {
  const beats = beatsOf(cycle);
  const even = beats.every((beat) => beat.span === beats[0]?.span);
  const pulses = turnPulses(cycle);
  const counts = even ? beats.length : pulses;
  const perTurn = counts * parts;
  return {
    count: even ? 'beat' : 'pulse',
    counts,
    parts,
    perTurn,
    unit: rational(pulses, perTurn),
  };
}

/**
 * A unit of a turn in words.
 * @param unit from 0 in its turn. @example "beat 6, second part"
 */
export function sayUnit(unit: number, { count, parts }: Units): string {
  const at = Math.floor(unit / parts);
  const part = unit - at * parts;
  if (unit === 0) return 'the one';
  const where = `${count} ${at + 1}`;
  return part === 0 ? where : `${where}, ${ordinal(part + 1)} part`;
}

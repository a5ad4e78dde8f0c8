import { capital, counted, inWords } from '../wording/index.ts';
import { sayUnit, type Units } from './units.ts';

/** Where a cadence ends: its last unit is on the one, or the one comes right after it. */
export const LANDINGS = ['on-last', 'after-last'] as const;
export type Landing = (typeof LANDINGS)[number];

/** Phrases with gaps between, in units of a speed. */
export interface Cadence {
  /** Size of each phrase. */
  readonly sizes: readonly number[];
  /** Gap after each phrase but the last. */
  readonly gaps: readonly number[];
  /** Units in a count. */
  readonly parts: number;
  readonly landing: Landing;
  /** Units of something else between its end and the one, such as a closing part. */
  readonly after?: number;
}

/** Units from the first to the last, gaps included. @example 5 4 3 2 1 with gaps of 1 is 19 */
export function lengthOf({ sizes, gaps }: Pick<Cadence, 'sizes' | 'gaps'>): number {
  return sum(sizes) + sum(gaps);
}

/** Units from the start to the one that it lands on. */
export function leadOf(cadence: Cadence): number {
  const { landing, after = 0 } = cadence;
  return lengthOf(cadence) - (landing === 'on-last' ? 1 : 0) + after;
}

/** Where a cadence must start. */
export interface Start {
  /** Unit in its turn, from 0. */
  readonly unit: number;
  /** Turns from the one before the start to the one it lands on; 0 where it starts on that one. */
  readonly turns: number;
}

/** Where a cadence must start to land on a one. */
export function startOf(cadence: Cadence, { perTurn }: Pick<Units, 'perTurn'>): Start {
  const lead = leadOf(cadence);
  // A single unit that lands on the one is the one.
  if (lead === 0) return { unit: 0, turns: 0 };
  const turns = Math.max(1, Math.ceil(lead / perTurn));
  return { unit: turns * perTurn - lead, turns };
}

export function sum(numbers: readonly number[]): number {
  let all = 0;
  for (const number of numbers) all += number;
  return all;
}

/** @example "beat 6, second part, of the turn before" */
export function sayStart({ unit, turns }: Start, units: Units): string {
  const where = sayUnit(unit, units);
  if (turns <= 1) return where;
  return turns === 2
    ? `${where} of the turn before`
    : `${where}, ${inWords(turns - 1)} turns earlier`;
}

/**
 * The sum of a cadence in words.
 * @example "5 + 4 + 3 + 2 + 1 = 15, four gaps of 1 = 4, 19 units: start on beat 6, second part."
 */
export function sayCadence(cadence: Cadence, units: Units): string {
  const { sizes, gaps, after = 0 } = cadence;
  const total = lengthOf(cadence);
  const phrases = sizes.length === 1 ? `${sizes[0]}` : `${sayRow(sizes)} = ${sum(sizes)}`;
  const between = sayGaps(gaps);
  const rest = after > 0 ? `, and ${after} after it` : '';
  return `${capital(phrases)}${between}, ${counted(total, 'unit')}${rest}: start on ${sayStart(startOf(cadence, units), units)}.`;
}

function sayRow(sizes: readonly number[]): string {
  return sizes.every((size) => size === sizes[0])
    ? `${inWords(sizes.length)} times ${sizes[0]}`
    : sizes.join(' + ');
}

function sayGaps(gaps: readonly number[]): string {
  const all = sum(gaps);
  if (gaps.length === 0) return '';
  if (all === 0) return ', no gaps';
  if (gaps.length === 1) return `, one gap of ${all}`;
  return gaps.every((gap) => gap === gaps[0])
    ? `, ${inWords(gaps.length)} gaps of ${gaps[0]} = ${all}`
    : `, gaps ${gaps.join(' + ')} = ${all}`;
}

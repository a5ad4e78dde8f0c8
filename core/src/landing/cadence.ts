import { capital, counted, inWords } from '../wording/index.ts';
import { sayUnit, type Units } from './units.ts';

/** Where a cadence ends: its last unit is on the one, or the one comes right after it. */
export const LANDINGS = ['on-last', 'after-last'] as const;
/** One of {@link LANDINGS}. */
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
  /** Units after the one on which it lands instead: the eduppu, where the composition begins. */
  readonly eduppu?: number;
}

/** Units from the first to the last, gaps included. @example 5 4 3 2 1 with gaps of 1 is 19 */
export function lengthOf({ sizes, gaps }: Pick<Cadence, 'sizes' | 'gaps'>): number {
  return sum(sizes) + sum(gaps);
}

/**
 * Units from the start to the one that it lands on; with an eduppu to the one before the place it lands
 * on, so that it is 0 and less where it starts after that one.
 */
export function leadOf(cadence: Cadence): number {
  const { landing, after = 0, eduppu = 0 } = cadence;
  return lengthOf(cadence) - (landing === 'on-last' ? 1 : 0) + after - eduppu;
}

/** The same phrases at another speed; undefined where that has no unit on the eduppu. */
export function atParts(cadence: Cadence, parts: number): Cadence | undefined {
  const { eduppu } = cadence;
  if (eduppu === undefined) return { ...cadence, parts };
  const there = (eduppu * parts) / cadence.parts;
  return Number.isInteger(there) ? { ...cadence, parts, eduppu: there } : undefined;
}

/** Where a cadence must start. */
export interface Start {
  /** Unit in its turn, from 0. */
  readonly unit: number;
  /** Turns from the one before the start to the one it lands on; 0 where it starts on that one or after it. */
  readonly turns: number;
}

/** Where a cadence must start to land on a one. */
export function startOf(cadence: Cadence, { perTurn }: Pick<Units, 'perTurn'>): Start {
  const lead = leadOf(cadence);
  // A single unit that lands on the one is the one; a short one before an eduppu begins after it.
  const turns = lead <= 0 ? 0 : Math.ceil(lead / perTurn);
  return { unit: turns * perTurn - lead, turns };
}

/** Numbers added up; 0 for none. */
export function sum(numbers: readonly number[]): number {
  let all = 0;
  for (const number of numbers) all += number;
  return all;
}

/**
 * Where a cadence begins, in words.
 * @example "beat 6, second part, of the turn before"
 */
export function sayStart({ unit, turns }: Start, units: Units): string {
  const where = sayUnit(unit, units);
  if (turns === 0) return unit === 0 ? where : `${where}, of the turn it lands in`;
  if (turns === 1) return where;
  return turns === 2
    ? `${where} of the turn before`
    : `${where}, ${inWords(turns - 1)} turns earlier`;
}

/**
 * The sum of a cadence in words.
 * @example "5 + 4 + 3 + 2 + 1 = 15, four gaps of 1 = 4, 19 units: start on beat 6, second part."
 */
export function sayCadence(cadence: Cadence, units: Units): string {
  const { sizes, gaps, after = 0, eduppu = 0 } = cadence;
  const total = lengthOf(cadence);
  const phrases = sizes.length === 1 ? `${sizes[0]}` : `${sayRow(sizes)} = ${sum(sizes)}`;
  const between = sayGaps(gaps);
  const rest = after > 0 ? `, and ${after} after it` : '';
  return `${capital(phrases)}${between}, ${counted(total, 'unit')}${rest}: start on ${sayStart(startOf(cadence, units), units)}${eduppu > 0 ? `, to land on the eduppu, ${sayUnit(eduppu, units)}` : ''}.`;
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

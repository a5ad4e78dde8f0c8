import { numberAt } from '../bounds/index.ts';
import type { Cycle } from '../cycle/index.ts';
import { wrap } from '../time/index.ts';
import { ordinal, wordedCount } from '../wording/index.ts';
import { atParts, type Cadence, leadOf, sayStart, startOf } from './cadence.ts';
import { QUESTION_LIMITS } from './question.ts';
import { sayUnit, type Units, unitsOf } from './units.ts';

/** A cadence that begins at a place of the cycle, whether or not it lands. */
export interface Begun {
  readonly cadence: Cadence;
  /** Unit in its turn, from 0. */
  readonly at: number;
}

/** How far a cadence that is begun somewhere is off the nearest one. */
export interface Miss {
  /** Units after the one (positive) or before it (negative); 0 where it lands. */
  readonly off: number;
  readonly units: Units;
  /** Units after the one on which it was to land. */
  readonly eduppu: number;
}

/** Where a cadence ends that begins at a place. */
export function missOf(cycle: Cycle, { cadence, at }: Begun): Miss {
  const units = unitsOf(cycle, cadence.parts);
  const end = at + leadOf(cadence);
  const past = wrap(end, units.perTurn);
  const off = past * 2 > units.perTurn ? past - units.perTurn : past;
  return { off, units, eduppu: cadence.eduppu ?? 0 };
}

/**
 * Where a cadence ends, and by how many units it misses.
 * @example "It ends one unit late, on the one's second part."
 */
export function sayMiss({ off, units, eduppu }: Miss): string {
  if (off === 0) {
    return eduppu > 0
      ? `It lands on the eduppu, ${sayUnit(eduppu, units)}.`
      : 'It lands on the one.';
  }
  const many = wordedCount(Math.abs(off), 'unit');
  const unit = wrap(off + eduppu, units.perTurn);
  return `It ends ${many} ${off > 0 ? 'late' : 'early'}, on ${sayUnit(unit, units)}.`;
}

/** A change after which a cadence lands. */
export interface Mend {
  readonly text: string;
  readonly begun: Begun;
  /** Units that are moved, added or taken away in all: the less, the smaller the mend. */
  readonly cost: number;
}

/** Units that a change of speed is held to cost: it is felt all the way through. */
const SPEED_COST = 6;

/**
 * The smallest ways to make a cadence land that is begun somewhere: another start, one gap or all of
 * them, one size or all of them, its first units left out, or another speed. Each lands.
 */
export function mendsOf(cycle: Cycle, begun: Begun): readonly Mend[] {
  const miss = missOf(cycle, begun);
  if (miss.off === 0) return [];
  const { off, units } = miss;
  const { cadence, at } = begun;
  // What is late is made shorter; on the way round to the next one it could be made longer as well.
  const other = off > 0 ? off - units.perTurn : off + units.perTurn;
  const mends = [off, other].flatMap((by) => [
    ...gapMends(cadence, at, by),
    ...sizeMends(cadence, at, by),
    ...leavingOut(cadence, at, by),
  ]);
  const start = startOf(cadence, units);
  return [
    {
      text: `Start on ${sayStart(start, units)}.`,
      begun: { cadence, at: start.unit },
      cost: Math.abs(off),
    },
    ...mends,
    ...speedMends(cycle, cadence, at),
  ]
    .filter(
      (mend) => mend.cost <= 2 * Math.abs(off) + SPEED_COST && missOf(cycle, mend.begun).off === 0,
    )
    .sort((a, b) => a.cost - b.cost)
    .filter((mend, index, all) => all.findIndex((other) => isSame(mend, other)) === index);
}

/** Two ways to the same cadence, begun at the same place, are one mend: the first that was found. */
function isSame({ begun: a }: Mend, { begun: b }: Mend): boolean {
  return (
    a.at === b.at &&
    a.cadence.parts === b.cadence.parts &&
    a.cadence.sizes.join() === b.cadence.sizes.join() &&
    a.cadence.gaps.join() === b.cadence.gaps.join()
  );
}

const units = (count: number) => wordedCount(count, 'unit');
const longer = (by: number) => (by > 0 ? `${units(by)} shorter` : `${units(-by)} longer`);

function gapMends(cadence: Cadence, at: number, off: number): readonly Mend[] {
  const { gaps } = cadence;
  const last = gaps.length - 1;
  const mends: Mend[] = [];
  const take = (next: readonly number[], text: string) => {
    if (next.every((gap) => gap >= 0 && gap <= QUESTION_LIMITS.gap.most)) {
      mends.push({ text, begun: { cadence: { ...cadence, gaps: next }, at }, cost: Math.abs(off) });
    }
  };
  if (gaps.length > 1 && off % gaps.length === 0) {
    const each = off / gaps.length;
    take(
      gaps.map((gap) => gap - each),
      `Every gap ${longer(each)}.`,
    );
  }
  const where = (index: number) =>
    gaps.length === 1 ? 'The gap' : `The ${ordinal(index + 1)} gap`;
  for (const index of last > 0 ? [last, 0] : [last]) {
    const gap = gaps[index];
    if (gap === undefined) continue;
    const name = index === last && last > 0 ? 'The last gap' : where(index);
    take(gaps.with(index, gap - off), `${name} ${longer(off)}: ${gap - off}.`);
  }
  return mends;
}

function sizeMends(cadence: Cadence, at: number, off: number): readonly Mend[] {
  const { sizes } = cadence;
  const last = sizes.length - 1;
  const mends: Mend[] = [];
  const take = (next: readonly number[], text: string) => {
    if (next.every((size) => size >= 1 && size <= QUESTION_LIMITS.size.most)) {
      // A phrase is what one has in the ear: to change it costs more than to wait.
      const cost = Math.abs(off) + 1;
      mends.push({ text, begun: { cadence: { ...cadence, sizes: next }, at }, cost });
    }
  };
  if (sizes.length > 1 && off % sizes.length === 0) {
    const each = off / sizes.length;
    take(
      sizes.map((size) => size - each),
      `Every phrase ${longer(each)}.`,
    );
  }
  const size = numberAt(sizes, last);
  take(
    sizes.with(last, size - off),
    sizes.length === 1
      ? `The phrase ${longer(off)}: ${size - off}.`
      : `The last phrase ${longer(off)}: ${size - off}.`,
  );
  return mends;
}

/** The same without its first units, where it ends late; what ends early begins later, which is another start. */
function leavingOut(cadence: Cadence, at: number, off: number): readonly Mend[] {
  const [first = 0, ...rest] = cadence.sizes;
  if (off < 0 || first <= off) return [];
  const sizes = [first - off, ...rest];
  const text = `Leave out the first ${off === 1 ? 'unit' : units(off)} of the first phrase.`;
  return [{ text, begun: { cadence: { ...cadence, sizes }, at }, cost: off + 1.5 }];
}

/** The same units at another speed, from the same place. */
function speedMends(cycle: Cycle, cadence: Cadence, at: number): readonly Mend[] {
  return Array.from({ length: QUESTION_LIMITS.parts.most }, (_, index) => index + 1).flatMap(
    (parts) => {
      const there = (at * parts) / cadence.parts;
      if (parts === cadence.parts || !Number.isInteger(there)) return [];
      const recut = atParts(cadence, parts);
      if (!recut) return [];
      const begun = { cadence: recut, at: there };
      const { count } = unitsOf(cycle, parts);
      return missOf(cycle, begun).off === 0
        ? [{ text: `At ${parts} parts a ${count} it lands as it is.`, begun, cost: SPEED_COST }]
        : [];
    },
  );
}

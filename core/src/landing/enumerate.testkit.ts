import { type Cycle, turnPulses } from '../cycle/index.ts';
import { add, multiply, type Pulses, rational, ZERO } from '../time/index.ts';
import { type Question, type Shape, type Solution, unitsOf } from './index.ts';

/** All rows of `count` numbers between two bounds. */
function rows(count: number, least: number, most: number): number[][] {
  if (count === 0) return [[]];
  return rows(count - 1, least, most).flatMap((row) =>
    Array.from({ length: most - least + 1 }, (_, at) => [...row, least + at]),
  );
}

function stepsOf(row: readonly number[]): readonly number[] {
  return row.slice(1).map((size, index) => size - (row[index] ?? 0));
}

/** The simple shape that a row of sizes has, told from the row alone. */
function shapeOf(row: readonly number[]): Shape | undefined {
  const steps = stepsOf(row);
  if (row.length < 2) return undefined;
  const [first = 0] = steps;
  const isEven = steps.every((step) => step === first);
  if (isEven) return first === 0 ? 'same' : first < 0 ? 'shrinking' : 'growing';
  if (row.length % 2 === 0) return undefined;
  const middle = (row.length - 1) / 2;
  const turns =
    steps.slice(0, middle).every((step) => step === first) &&
    steps.slice(middle).every((step) => step === -first);
  if (!turns || first === 0) return undefined;
  return first < 0 ? 'hourglass' : 'barrel';
}

/** Where a cadence that is added up in exact pulses must start in its turn, and after how many turns it lands. */
export function addedUp(
  cycle: Cycle,
  one: Pick<Solution, 'sizes' | 'gaps' | 'parts' | 'landing'>,
  /** Where after the one it is to land. */
  eduppu: Pulses = ZERO,
): { readonly start: Pulses; readonly turns: number } {
  const { unit } = unitsOf(cycle, one.parts);
  let lead: Pulses = ZERO;
  for (const size of one.sizes) for (let at = 0; at < size; at += 1) lead = add(lead, unit);
  for (const gap of one.gaps) lead = add(lead, multiply(unit, rational(gap)));
  if (one.landing === 'on-last') lead = add(lead, rational(-unit.num, unit.den));
  const turn = turnPulses(cycle);
  let turns = 0;
  const back = rational(-lead.num, lead.den);
  const startAfter = (all: number) => add(add(rational(all * turn), eduppu), back);
  while (startAfter(turns).num < 0) turns += 1;
  return { start: startAfter(turns), turns };
}

/** The same as `solve`, by trying every row of sizes and of gaps and keeping what fits. */
export function enumerate(cycle: Cycle, question: Question): readonly string[] {
  const { sizes, gaps, repeats, shapes, turns, start } = question;
  const found: string[] = [];
  const consider = (shape: Shape, row: readonly number[], between: readonly number[]) => {
    for (const parts of question.parts) {
      const { unit } = unitsOf(cycle, parts);
      const one = { sizes: row, gaps: between, parts, landing: question.landing };
      const place = placeOf(question, parts);
      if (!Number.isInteger(place) || place >= unitsOf(cycle, parts).perTurn) continue;
      const added = addedUp(cycle, one, multiply(unit, rational(place)));
      if (added.turns > turns) continue;
      const units = (added.start.num * unit.den) / (added.start.den * unit.num);
      const wanted = start.kind === 'at' ? start.count * parts + start.part : 0;
      if (start.kind === 'beat' && units % parts !== 0) continue;
      if (start.kind === 'at' && units !== wanted) continue;
      if (start.kind === 'at' && start.lands !== undefined && added.turns !== start.lands) continue;
      found.push(keyOf({ ...one, shape }));
    }
  };
  for (let count = repeats.least; count <= repeats.most; count += 1) {
    for (const row of rows(count, sizes.least, sizes.most)) {
      const shape = shapeOf(row);
      if (!shape) continue;
      if (shapes.includes(shape)) {
        for (const between of rows(count - 1, gaps.least, gaps.most)) {
          const alike = between.every((gap) => gap === between[0]);
          if (question.gapsDiffer || alike) consider(shape, row, between);
        }
      }
      if (!shapes.includes('nested')) continue;
      for (const [inner = 0, outer = 0] of rows(2, gaps.least, gaps.most)) {
        if (shape === 'same' && inner === outer) continue;
        const third = Array<number>(count - 1).fill(inner);
        const between = [...third, outer, ...third, outer, ...third];
        consider('nested', [...row, ...row, ...row], between);
      }
    }
  }
  return found.sort();
}

/** Units after the one on which it is to land; no whole number where a speed has no unit there. */
function placeOf({ eduppu, parts: [first = 1] }: Question, parts: number): number {
  return eduppu ? eduppu.count * parts + (eduppu.part * parts) / first : 0;
}

export function keyOf({ shape, sizes, gaps, parts }: Omit<Solution, 'landing'>): string {
  return `${shape}: ${sizes.join(' ')} | ${gaps.join(' ')} | ${parts}`;
}

import type { Cycle } from '../cycle/index.ts';
import { classOfFirst, countByClass, rowsFor, speedOf, total } from './candidates.ts';
import { pick } from './pick.ts';
import { type Question, questionProblem } from './question.ts';
import type { Solution } from './solution.ts';

/** All solutions of a question. */
export interface Solutions {
  /** How many there are within the bounds. */
  readonly found: number;
  /** How many of them can be taken: all, or the first by simplicity where there are too many. */
  readonly kept: number;
  /** Some of them, the simplest first. */
  take(from: number, count: number): readonly Solution[];
}

/** Beyond so many solutions only the first are kept. */
export const MOST_SOLUTIONS = 100_000;
const FIRST = 1000;

/**
 * Every cadence within the bounds of a question that lands on a one of the cycle, none twice,
 * simplest first: fewest different sizes, smallest gaps, a start on a beat before one between beats,
 * then the fewest phrases and the shortest.
 * @throws RangeError where the question cannot be asked
 */
export function solve(cycle: Cycle, question: Question): Solutions {
  const problem = questionProblem(question);
  if (problem) throw new RangeError(problem);
  const rows = rowsFor(question);
  const speeds = question.parts.map((parts) => speedOf(cycle, question, parts));
  const counts = countByClass(rows, speeds, question);
  const found = total(counts);
  const last = found <= MOST_SOLUTIONS ? counts.length - 1 : classOfFirst(counts, FIRST);
  const picked = pick(rows, speeds, question, counts, last);
  const kept = found <= MOST_SOLUTIONS ? found : FIRST;
  return {
    found,
    kept,
    take: (from, count) =>
      Array.from({ length: Math.max(0, Math.min(kept, from + count) - from) }, (_, at) =>
        picked.at(from + at),
      ),
  };
}

/** How many cadences there are, without working them out. */
export function countSolutions(cycle: Cycle, question: Question): number {
  const speeds = question.parts.map((parts) => speedOf(cycle, question, parts));
  return total(countByClass(rowsFor(question), speeds, question));
}

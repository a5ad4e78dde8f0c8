import type { Cycle } from '../cycle/index.ts';
import { classOfFirst, countByClass, countInSteps, rowsFor, speedOf, total } from './candidates.ts';
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
  const steps = solveInSteps(cycle, question);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/**
 * The same, giving way now and then: it says how far it is, 0 to 1, and can be left.
 * @throws RangeError where the question cannot be asked
 */
export function* solveInSteps(cycle: Cycle, question: Question): Generator<number, Solutions> {
  const problem = questionProblem(question);
  if (problem) throw new RangeError(problem);
  const rows = rowsFor(question);
  const speeds = question.parts.map((parts) => speedOf(cycle, question, parts));
  const counts = yield* countInSteps(rows, speeds, question);
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

/**
 * A question within this one that is answered at once: short phrases, small gaps, few speeds. What it
 * finds is among the simplest of what this one finds.
 */
export function simpler(question: Question): Question {
  const within = (
    { least, most }: { readonly least: number; readonly most: number },
    size: number,
  ) => ({
    least,
    most: Math.max(least, Math.min(most, size)),
  });
  return {
    ...question,
    sizes: within(question.sizes, 12),
    gaps: within(question.gaps, 4),
    gapsDiffer: false,
    repeats: within(question.repeats, 4),
    parts: question.parts.slice(0, 3),
  };
}

/** How many cadences there are, without working them out. */
export function countSolutions(cycle: Cycle, question: Question): number {
  const speeds = question.parts.map((parts) => speedOf(cycle, question, parts));
  return total(countByClass(rowsFor(question), speeds, question));
}

import type { Landing } from './cadence.ts';
import type { Range, Shape } from './shapes.ts';

/** Where a cadence may start. */
export type StartWish =
  | { readonly kind: 'any' }
  /** On a beat (or pulse) only. */
  | { readonly kind: 'beat' }
  /** On this unit of its turn, in units of the first speed that is asked for. */
  | {
      readonly kind: 'at';
      /** Count from 0, and part of it from 0. */
      readonly count: number;
      readonly part: number;
      /** Which one it must land on: 1 the next, 2 the one after; not given: any of them. */
      readonly lands?: number;
    };

/** What is asked of the solver; everything between the bounds is looked for. */
export interface Question {
  readonly shapes: readonly Shape[];
  readonly sizes: Range;
  readonly gaps: Range;
  /** Whether gaps of one cadence may differ; a nested one has one gap inside and one outside. */
  readonly gapsDiffer: boolean;
  /** Phrases in a row. */
  readonly repeats: Range;
  readonly landing: Landing;
  readonly start: StartWish;
  /** The most turns it may take. */
  readonly turns: number;
  /** Speeds: units in a count, each once, ascending. */
  readonly parts: readonly number[];
  /** Sizes of one's own, for the shape `list`. */
  readonly list?: readonly number[];
  /** Units that follow between its end and the one, such as a closing part. */
  readonly after?: number;
  /** Where after the one it is to land, in units of the first speed that is asked for: count and part from 0. */
  readonly eduppu?: Place;
}

/** A place in a turn: count from 0, and part of it from 0. */
export interface Place {
  readonly count: number;
  readonly part: number;
}

/** Units after the one on which a cadence of a speed is to land; undefined where that speed has no unit there. */
export function eduppuOf(
  { eduppu, parts: [first = 1] }: Question,
  parts: number,
): number | undefined {
  if (!eduppu) return 0;
  const part = (eduppu.part * parts) / first;
  return Number.isInteger(part) ? eduppu.count * parts + part : undefined;
}

/** The sizes within which a question stays. */
export const QUESTION_LIMITS = {
  size: { least: 1, most: 64 },
  gap: { least: 0, most: 32 },
  repeats: { least: 2, most: 9 },
  turns: { least: 1, most: 8 },
  parts: { least: 1, most: 9 },
  list: 16,
} as const;

/** What is asked for until something else is set. */
export const USUAL_QUESTION: Question = {
  shapes: ['same'],
  sizes: { least: 3, most: 8 },
  gaps: { least: 0, most: 4 },
  gapsDiffer: false,
  repeats: { least: 3, most: 3 },
  landing: 'on-last',
  start: { kind: 'any' },
  turns: 2,
  parts: [4],
};

/** What is wrong with a question, in a sentence; undefined where it can be asked. */
export function questionProblem(question: Question): string | undefined {
  const { shapes, sizes, gaps, repeats, turns, parts, list, start } = question;
  const limits = QUESTION_LIMITS;
  if (shapes.length === 0) return 'Choose at least one shape.';
  if (parts.length === 0) return 'Choose at least one number of parts for a beat.';
  const range = (name: string, asked: Range, limit: Range) =>
    asked.least > asked.most
      ? `${name}: ${asked.least} to ${asked.most} is the wrong way round.`
      : !Number.isInteger(asked.least) || asked.least < limit.least || asked.most > limit.most
        ? `${name} lie between ${limit.least} and ${limit.most}.`
        : undefined;
  const inParts = parts.find(
    (one) => !Number.isInteger(one) || one < limits.parts.least || one > limits.parts.most,
  );
  return (
    range('Sizes', sizes, limits.size) ??
    range('Gaps', gaps, limits.gap) ??
    range('Phrases', repeats, limits.repeats) ??
    (turns < limits.turns.least || turns > limits.turns.most
      ? `A landing takes ${limits.turns.least} to ${limits.turns.most} turns.`
      : undefined) ??
    (inParts === undefined ? undefined : `A beat has 1 to 9 parts, not ${inParts}.`) ??
    (shapes.includes('list')
      ? shapes.length > 1
        ? 'Sizes of your own are asked for alone.'
        : listProblem(list ?? [])
      : undefined) ??
    (start.kind === 'at' && start.lands !== undefined && start.lands > turns
      ? `It is to land ${start.lands} turns on, and may take ${turns} only.`
      : undefined)
  );
}

function listProblem(list: readonly number[]): string | undefined {
  const { size, list: most } = QUESTION_LIMITS;
  if (list.length < 1) return 'Write the sizes of your own, such as 7 5 3.';
  if (list.length > most) return `A list has at most ${most} sizes, not ${list.length}.`;
  const bad = list.find((one) => !Number.isInteger(one) || one < size.least || one > size.most);
  return bad === undefined ? undefined : `A size lies between 1 and ${size.most}, not ${bad}.`;
}

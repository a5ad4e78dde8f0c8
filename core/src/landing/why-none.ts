import { numberAt } from '../bounds/index.ts';
import type { Cycle } from '../cycle/index.ts';
import { wrap } from '../time/index.ts';
import { capital, form, inWords, wordedCount } from '../wording/index.ts';
import { QUESTION_LIMITS, type Question, questionProblem } from './question.ts';
import { countSolutions } from './solve.ts';
import { sayUnit, unitsOf } from './units.ts';

/** A bound that is in the way, and the nearest one with which there is a solution. */
export interface WayOut {
  /** Which bound, and what it would have to be. */
  readonly text: string;
  readonly question: Question;
  readonly found: number;
}

interface Candidate {
  readonly text: string;
  readonly change: { readonly [K in keyof Question]?: Question[K] | undefined };
}

/**
 * For a question without a solution: each bound that is alone in the way, with the nearest value that
 * has one, one by one; nothing where no single bound is. Between the bounds that were tried it gives
 * way with undefined.
 */
export function* waysInSteps(cycle: Cycle, question: Question): Generator<WayOut | undefined> {
  for (const candidates of boundsInTheWay(cycle, question)) {
    for (const { text, change } of candidates) {
      const { eduppu, ...rest } = { ...question, ...change };
      const next = { ...rest, ...(eduppu ? { eduppu } : {}) } as Question;
      if (questionProblem(next)) continue;
      const found = countSolutions(cycle, next);
      yield found > 0 ? { text, question: next, found } : undefined;
      if (found > 0) break;
    }
  }
}

/** For each bound what it could be instead, the nearest first. */
function boundsInTheWay(cycle: Cycle, question: Question): readonly (readonly Candidate[])[] {
  const bound = (candidates: readonly Candidate[]) => [candidates];
  const { gaps, sizes, repeats, turns, landing, start } = question;
  const { size, gap, repeats: phrases, turns: most } = QUESTION_LIMITS;
  const list = question.shapes.includes('list');
  return [
    ...bound(
      upTo(gaps.most + 1, gap.most).map((to) => ({
        text: `Gaps of at most ${gaps.most} are in the way: allow gaps of ${to}.`,
        change: { gaps: { ...gaps, most: to } },
      })),
    ),
    ...bound(
      downTo(gaps.least - 1, gap.least).map((to) => ({
        text: `Gaps of at least ${gaps.least} are in the way: allow ${to === 0 ? 'none' : `gaps of ${to}`}.`,
        change: { gaps: { ...gaps, least: to } },
      })),
    ),
    ...(question.gapsDiffer
      ? []
      : bound([
          { text: 'Equal gaps are in the way: let them differ.', change: { gapsDiffer: true } },
        ])),
    ...(list
      ? []
      : [
          ...bound(
            upTo(sizes.most + 1, size.most).map((to) => ({
              text: `Sizes of at most ${sizes.most} are in the way: allow ${to}.`,
              change: { sizes: { ...sizes, most: to } },
            })),
          ),
          ...bound(
            downTo(sizes.least - 1, size.least).map((to) => ({
              text: `Sizes of at least ${sizes.least} are in the way: allow ${to}.`,
              change: { sizes: { ...sizes, least: to } },
            })),
          ),
          ...bound(
            upTo(repeats.most + 1, phrases.most).map((to) => ({
              text: `At most ${inWords(repeats.most)} phrases are in the way: allow ${inWords(to)}.`,
              change: { repeats: { ...repeats, most: to } },
            })),
          ),
          ...bound(
            downTo(repeats.least - 1, phrases.least).map((to) => ({
              text: `At least ${inWords(repeats.least)} phrases are in the way: allow ${inWords(to)}.`,
              change: { repeats: { ...repeats, least: to } },
            })),
          ),
        ]),
    ...bound(
      upTo(turns + 1, most.most).map((to) => ({
        text: `${capital(wordedCount(turns, 'turn'))} ${form(turns, 'is')} in the way: take ${to}.`,
        change: { turns: to },
      })),
    ),
    ...bound([
      {
        text: `Landing ${landing === 'on-last' ? 'on' : 'after'} the last is in the way: land ${landing === 'on-last' ? 'after it' : 'on it'}.`,
        change: { landing: landing === 'on-last' ? 'after-last' : 'on-last' },
      },
    ]),
    ...(question.eduppu
      ? bound([
          { text: 'The eduppu is in the way: land on the one.', change: { eduppu: undefined } },
        ])
      : []),
    ...bound(startWays(cycle, question)),
    ...(start.kind === 'at' && start.lands !== undefined
      ? bound([
          {
            text: 'The turn it is to land on is in the way: let it be any.',
            change: { start: { kind: 'at', count: start.count, part: start.part } },
          },
        ])
      : []),
  ];
}

/** Other starts, the nearest first; any start where only beats were asked for. */
function startWays(cycle: Cycle, { start, parts }: Question): readonly Candidate[] {
  if (start.kind === 'any') return [];
  const anywhere = {
    text: 'The start is in the way: let it be anywhere.',
    change: { start: { kind: 'any' } as const },
  };
  if (start.kind === 'beat') return [anywhere];
  const units = unitsOf(cycle, numberAt(parts, 0));
  const here = start.count * units.parts + start.part;
  return upTo(1, Math.floor(units.perTurn / 2))
    .flatMap((by) => [here - by, here + by])
    .map((at) => wrap(at, units.perTurn))
    .map((unit) => ({
      text: `The start is in the way: start on ${sayUnit(unit, units)}.`,
      change: {
        start: {
          ...start,
          count: Math.floor(unit / units.parts),
          part: unit % units.parts,
        },
      },
    }));
}

function upTo(from: number, to: number): readonly number[] {
  return Array.from({ length: Math.max(0, to - from + 1) }, (_, index) => from + index);
}

function downTo(from: number, to: number): readonly number[] {
  return Array.from({ length: Math.max(0, from - to + 1) }, (_, index) => from - index);
}

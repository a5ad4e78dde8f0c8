import type { Cycle } from '@stride/core/cycle';
import {
  type Question,
  type Solution,
  type Solutions,
  solve,
  type WayOut,
  waysOut,
} from '@stride/core/landing';
import * as Comlink from 'comlink';

/** The first of the solutions, and how many there are. */
export interface Found {
  readonly found: number;
  /** How many of them can be shown. */
  readonly kept: number;
  readonly first: readonly Solution[];
  /** Where there is none: which bounds are in the way. */
  readonly ways: readonly WayOut[];
}

/** The newest question; an older one that still waits is not worked out any more. */
let newest = 0;
let solved: { readonly number: number; readonly solutions: Solutions } | undefined;

const nextTask = () => new Promise((resolve) => setTimeout(resolve));

const api = {
  /** @returns undefined where a newer question has come meanwhile */
  async ask(
    number: number,
    cycle: Cycle,
    question: Question,
    count: number,
  ): Promise<Found | undefined> {
    newest = Math.max(newest, number);
    // Questions that have been sent already are all received before the first is worked out.
    await nextTask();
    if (number < newest) return undefined;
    const solutions = solve(cycle, question);
    solved = { number, solutions };
    const { found, kept } = solutions;
    return {
      found,
      kept,
      first: solutions.take(0, count),
      ways: found === 0 ? waysOut(cycle, question) : [],
    };
  },
  /** More solutions of the question that was worked out last. */
  more(number: number, from: number, count: number): readonly Solution[] | undefined {
    return solved?.number === number ? solved.solutions.take(from, count) : undefined;
  },
};

export type LandingApi = typeof api;

Comlink.expose(api);

import type { Cycle } from '@stride/core/cycle';
import {
  type Question,
  type Solution,
  type Solutions,
  simpler,
  solve,
  solveInSteps,
  type WayOut,
  waysInSteps,
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

/** What is known while a question is still being worked out. */
export interface SoFar {
  /** 0 to 1 while solutions are counted; undefined while ways out are looked for. */
  readonly share: number | undefined;
  /** Some of the simplest solutions, once it takes long. */
  readonly found: Found | undefined;
}

/** The newest question; an older one is given up where it stands. */
let newest = 0;
let solved: { readonly number: number; readonly solutions: Solutions } | undefined;

/** How long a step takes before messages are looked at, and when the best so far is told, in milliseconds. */
const STEP_MS = 40;
const LONG_MS = 200;

/** Lets messages in: a newer question, or that this one is given up. */
const nextTask = () => new Promise((resolve) => setTimeout(resolve));

function shown(solutions: Solutions, count: number): Found {
  const { found, kept } = solutions;
  return { found, kept, first: solutions.take(0, count), ways: [] };
}

const api = {
  /**
   * @param tell told what is known so far, where it takes long
   * @returns undefined where a newer question has come meanwhile, or it was given up
   */
  async ask(
    number: number,
    cycle: Cycle,
    question: Question,
    count: number,
    tell: (soFar: SoFar) => void,
  ): Promise<Found | undefined> {
    newest = Math.max(newest, number);
    // Questions that have been sent already are all received before the first is worked out.
    await nextTask();
    const began = performance.now();
    let paused = began;
    let found: Found | undefined;
    /** @returns whether to go on */
    async function pause(share: number | undefined): Promise<boolean> {
      const now = performance.now();
      if (now - paused < STEP_MS) return true;
      if (now - began > LONG_MS) {
        if (!found && share !== undefined) found = shown(solve(cycle, simpler(question)), count);
        tell({ share, found: found && found.found > 0 ? found : undefined });
      }
      await nextTask();
      paused = performance.now();
      return number >= newest;
    }

    if (number < newest) return undefined;
    const steps = solveInSteps(cycle, question);
    let step = steps.next();
    for (; !step.done; step = steps.next()) {
      if (!(await pause(step.value))) return undefined;
    }
    const solutions = step.value;
    solved = { number, solutions };
    if (solutions.found > 0) return shown(solutions, count);
    const ways: WayOut[] = [];
    for (const way of waysInSteps(cycle, question)) {
      if (way) ways.push(way);
      if (!(await pause(undefined))) return undefined;
    }
    return { ...shown(solutions, count), ways };
  },
  /** Gives up every question up to this one. */
  giveUp(number: number): void {
    newest = Math.max(newest, number + 1);
  },
  /** More solutions of the question that was worked out last. */
  more(number: number, from: number, count: number): readonly Solution[] | undefined {
    return solved?.number === number ? solved.solutions.take(from, count) : undefined;
  },
};

export type LandingApi = typeof api;

Comlink.expose(api);

import { addDays, type Day, daysBetween } from './day.ts';
import type { Session } from './progress.ts';

/** How long a line rests until it comes again. */
export interface Due {
  /** Days between its last session and when it is due. */
  readonly every: number;
  readonly on: Day;
}

/** The fewest and the most days between sessions. */
export const SPACES = { least: 1, most: 32 } as const;

/**
 * When a line is due: after a session in which it held it rests twice as long as before, after a
 * shaky one it comes back the next day; one that was not heard changes nothing.
 * @example held three times: it rests 2, then 4, then 8 days
 */
export function dueAfter(sessions: readonly Session[]): Due | undefined {
  const last = sessions.at(-1);
  if (!last) return undefined;
  let every: number = SPACES.least;
  for (const { held } of sessions) {
    if (held === false) every = SPACES.least;
    else if (held) every = Math.min(SPACES.most, every * 2);
  }
  return { every, on: addDays(last.day, every) };
}

/** How late a line is, in what it rests between: 0 on the day, 1 after as long again; negative before it. */
export function lateness({ every, on }: Due, today: Day): number {
  return daysBetween(on, today) / every;
}

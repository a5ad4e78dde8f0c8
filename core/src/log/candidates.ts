import type { Bpm } from '../time/index.ts';
import { byName } from '../wording/index.ts';
import { type Day, daysBetween } from './day.ts';
import type { Goal } from './goal.ts';
import type { Material } from './material.ts';
import { bestSoFar, type Session } from './progress.ts';
import { lineOf } from './run.ts';
import { dueAfter, lateness } from './spacing.ts';

/** A line is new until it has had so many sessions, or was clean. */
const NEW = 3;

/** A line that may be practised today. */
export interface Candidate {
  readonly material: Material;
  readonly goal: Goal | undefined;
  readonly kind: keyof typeof PLACES;
  readonly best: Bpm | undefined;
  /** The tempo one comes from: the best clean one, else the quickest of the last time. */
  readonly at: Bpm | undefined;
  /** How late it is: see {@link lateness}. */
  readonly late: number;
  readonly rested: number;
}

/** A line with how it stands on a day. */
export function candidateOf(
  material: Material,
  goal: Goal | undefined,
  sessions: readonly Session[],
  day: Day,
): Candidate {
  const last = sessions.at(-1);
  const due = dueAfter(sessions);
  const best = bestSoFar(sessions).at(-1)?.bpm;
  // What is never heard cannot be clean, and is not new for ever.
  const isHeard = sessions.some(({ held }) => held !== undefined);
  const isNew = (best === undefined && isHeard) || sessions.length < NEW;
  return {
    material,
    goal,
    kind: isNew ? 'new' : last?.held === false ? 'shaky' : 'known',
    best,
    at: best ?? last?.top,
    late: due ? lateness(due, day) : 0,
    rested: last ? daysBetween(last.day, day) : 0,
  };
}

/** What comes first. */
const PLACES = { new: 0, shaky: 1, known: 2 } as const;

/** New first, then what was shaky, then what is known, the latest first; another order turns the rest round. */
export function inOrder(all: readonly Candidate[], order: number): readonly Candidate[] {
  const sorted = [...all].sort(
    (a, b) =>
      PLACES[a.kind] - PLACES[b.kind] ||
      Number(b.goal !== undefined) - Number(a.goal !== undefined) ||
      b.late - a.late ||
      byName(lineOf(a.material), lineOf(b.material)),
  );
  const fresh = sorted.filter(({ kind }) => kind === 'new');
  const others = sorted.slice(fresh.length);
  const by = others.length > 0 ? order % others.length : 0;
  return [...fresh, ...others.slice(by), ...others.slice(0, by)];
}

/** What one warms up with: the line one knows best. */
export function warmUpOf(candidates: readonly Candidate[]): Candidate | undefined {
  return [...candidates].sort(
    (a, b) => PLACES[b.kind] - PLACES[a.kind] || byName(lineOf(a.material), lineOf(b.material)),
  )[0];
}

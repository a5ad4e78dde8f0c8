import { type Day, daysBetween, weekOf } from './day.ts';
import { type HeardBy, type LoggedRun, lineOf } from './run.ts';

/** Which runs are looked at; all where nothing is given. */
export interface RunFilter {
  /** A line: see {@link lineOf}. */
  readonly line?: string | undefined;
  readonly part?: string | undefined;
  readonly instrument?: string | undefined;
  readonly heardBy?: HeardBy | undefined;
  /** Up to so many days before the day. */
  readonly days?: number | undefined;
}

/** Those runs that are looked for, in their order. */
export function filterRuns(
  runs: readonly LoggedRun[],
  filter: RunFilter,
  today: Day,
): readonly LoggedRun[] {
  const { line, part, instrument, heardBy, days } = filter;
  return runs.filter(
    (run) =>
      (line === undefined || lineOf(run) === line) &&
      (part === undefined || run.part === part) &&
      (instrument === undefined || run.instrument === instrument) &&
      (heardBy === undefined || run.heardBy === heardBy) &&
      (days === undefined || daysBetween(run.day, today) < days),
  );
}

/** What minutes are counted by. */
export type Span = 'day' | 'week' | 'instrument';

/** Minutes played by day, by week (its Monday), or by instrument; days and weeks in time. */
export function minutesBy(
  runs: readonly LoggedRun[],
  span: Span,
): readonly { readonly of: string; readonly minutes: number }[] {
  const keyOf = (run: LoggedRun) =>
    span === 'day' ? run.day : span === 'week' ? weekCached(run.day) : run.instrument;
  const weeks = new Map<Day, Day>();
  function weekCached(day: Day): Day {
    const known = weeks.get(day) ?? weekOf(day);
    weeks.set(day, known);
    return known;
  }
  const sums = new Map<string, number>();
  for (const run of runs) sums.set(keyOf(run), (sums.get(keyOf(run)) ?? 0) + run.seconds / 60);
  const rows = [...sums].map(([of, minutes]) => ({ of, minutes }));
  return span === 'instrument'
    ? rows.sort((a, b) => b.minutes - a.minutes)
    : rows.sort((a, b) => (a.of < b.of ? -1 : 1));
}

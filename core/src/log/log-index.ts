import { type DayLoad, dayLoads } from './load.ts';
import { type Session, sessionsOf } from './progress.ts';
import { grouped, inTime, type LoggedRun, lineOf } from './run.ts';

/** A log that is ready to be asked again and again: what it is asked for is worked out once. */
export interface LogIndex {
  /** In time. */
  readonly runs: readonly LoggedRun[];
  /** Runs of the whole of a line, by its {@link lineOf}. */
  runsOf(line: string): readonly LoggedRun[];
  /** Their sessions. */
  sessionsOf(line: string): readonly Session[];
  /** What each day asked of the player. */
  loads(): readonly DayLoad[];
}

export function indexLog(all: readonly LoggedRun[]): LogIndex {
  const runs = inTime(all);
  const byLine = grouped(
    runs.filter(({ whole }) => whole),
    lineOf,
  );
  const sessions = new Map<string, readonly Session[]>();
  let loads: readonly DayLoad[] | undefined;
  return {
    runs,
    runsOf: (line) => byLine.get(line) ?? [],
    sessionsOf(line) {
      const known = sessions.get(line) ?? sessionsOf(byLine.get(line) ?? []);
      sessions.set(line, known);
      return known;
    },
    loads() {
      loads ??= dayLoads(runs);
      return loads;
    },
  };
}

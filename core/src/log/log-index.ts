import { type DayLoad, dayLoads } from './load.ts';
import { type Session, sessionsOf } from './progress.ts';
import { grouped, inTime, isOwn, type LoggedRun, lineOf } from './run.ts';

/** A log that is ready to be asked again and again: what it is asked for is worked out once. */
export interface LogIndex {
  /** All of them, in time. */
  readonly runs: readonly LoggedRun[];
  /** Those that the player played: see {@link isOwn}. */
  readonly own: readonly LoggedRun[];
  /** Of these the runs of the whole of a line, by its {@link lineOf}. */
  runsOf(line: string): readonly LoggedRun[];
  /** Their sessions. */
  sessionsOf(line: string): readonly Session[];
  /** What each day asked of the player. */
  loads(): readonly DayLoad[];
}

export function indexLog(all: readonly LoggedRun[]): LogIndex {
  const runs = inTime(all);
  const own = runs.filter(isOwn);
  const byLine = grouped(
    own.filter(({ whole }) => whole),
    lineOf,
  );
  const sessions = new Map<string, readonly Session[]>();
  let loads: readonly DayLoad[] | undefined;
  return {
    runs,
    own,
    runsOf: (line) => byLine.get(line) ?? [],
    sessionsOf(line) {
      const known = sessions.get(line) ?? sessionsOf(byLine.get(line) ?? []);
      sessions.set(line, known);
      return known;
    },
    loads() {
      loads ??= dayLoads(own);
      return loads;
    },
  };
}

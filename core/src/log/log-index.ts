import { once } from '../bounds/index.ts';
import { sortedByName } from '../wording/index.ts';
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
  /** Every line that was played, by its {@link lineOf}, with its name; by name. */
  lines(): ReadonlyMap<string, string>;
  /** All runs of a line, of its parts too. */
  allOf(line: string): readonly LoggedRun[];
  instruments(): readonly string[];
}

/** Sorts runs by when they were and by line; what is asked for is worked out then, once. */
export function indexLog(all: readonly LoggedRun[]): LogIndex {
  const runs = inTime(all);
  const own = runs.filter(isOwn);
  const byLine = grouped(
    own.filter(({ whole }) => whole),
    lineOf,
  );
  const sessions = new Map<string, readonly Session[]>();
  const allOf = once(() => grouped(runs, lineOf));
  return {
    runs,
    own,
    runsOf: (line) => byLine.get(line) ?? [],
    sessionsOf(line) {
      const known = sessions.get(line) ?? sessionsOf(byLine.get(line) ?? []);
      sessions.set(line, known);
      return known;
    },
    loads: once(() => dayLoads(own)),
    lines: once(() => {
      // The name it had last.
      const named = [...allOf()].flatMap(([line, played]) => {
        const last = played.at(-1);
        return last ? [[line, `${last.rhythm.name}, ${last.layer.name}`] as const] : [];
      });
      return new Map(sortedByName(named, ([, name]) => name));
    }),
    allOf: (line) => allOf().get(line) ?? [],
    instruments: once(() => [...new Set(runs.map(({ instrument }) => instrument))]),
  };
}

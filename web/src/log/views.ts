import { numberAt } from '@stride/core/bounds';
import {
  bestSoFar,
  clockProblem,
  type Day,
  type DayLoad,
  daysBetween,
  filterRuns,
  type Goal,
  isOwn,
  type LoggedRun,
  type LogIndex,
  levelChange,
  lineOf,
  type Material,
  minutesBy,
  type OffOverAll,
  type Outlook,
  offOverAll,
  outlook,
  type Plateau,
  planToday,
  plateauOf,
  playedOf,
  type Rise,
  type RunFilter,
  rises,
  type Session,
  scaled,
  sessionsOf,
  summed,
  type Today,
  type Try,
  usualBefore,
  whatToTry,
} from '@stride/core/log';

/** A log as it lies there: one's own, or that of somebody else. */
export interface LogData {
  readonly log: LogIndex;
  readonly goals: readonly Goal[];
  /** Lines that can be practised. */
  readonly materials: readonly Material[];
}

/** How a goal stands, with the way to it so far. */
export interface GoalView {
  readonly outlook: Outlook;
  readonly history: readonly { readonly day: Day; readonly bpm: number }[];
  /** The rhythm is not on the Shelf any more, or has no such line. */
  readonly gone: boolean;
}

export interface TodayView {
  readonly today: Today;
  /** Minutes played of each item. */
  readonly played: readonly number[];
  readonly goals: readonly GoalView[];
  readonly loads: readonly DayLoad[];
  /** Days and hands that had more than a third over the usual, as `2026-11-25 L`. */
  readonly over: ReadonlySet<string>;
  /** What was more than usual on the last day that was played on before today, and what is more today. */
  readonly before: { readonly day: Day; readonly rises: readonly Rise[] } | undefined;
  readonly now: readonly Rise[];
  readonly clock: string | undefined;
  /** What would be too much with what is left of the plan. */
  readonly coming: readonly Rise[];
  /** Whether it is known what the player is used to. */
  readonly isUsualKnown: boolean;
  readonly isEmpty: boolean;
  readonly hasDemo: boolean;
}

/** How many days of load are shown, and before each of them those that say what was usual. */
const LOAD_DAYS = 21;
const USUAL_DAYS = 35;

/** What is asked of the plan of a day. */
export interface TodayAsk {
  readonly day: Day;
  readonly minutes?: number | undefined;
  readonly order: number;
}

export function todayView(data: LogData, { day, minutes, order }: TodayAsk): TodayView {
  const { log, goals, materials } = data;
  const { runs } = log;
  const today = planToday({ day, log, goals, materials, minutes, order });
  const all = log.loads();
  const loads = since(all, day, LOAD_DAYS);
  // Enough before them for what was usual.
  const recent = since(all, day, LOAD_DAYS + USUAL_DAYS);
  const last = all.findLast((load) => load.day < day);
  const isNew = last && daysBetween(last.day, day) <= 3;
  const played = playedOf(today, log.own);
  const left = today.items.map(({ load, minutes: all }, at) =>
    scaled(load, 1 - numberAt(played, at) / all),
  );
  return {
    today,
    played,
    goals: goalViews(data, day),
    loads,
    over: overs(recent, loads),
    before: last && isNew ? { day: last.day, rises: rises(recent, last.day) } : undefined,
    now: rises(recent, day),
    clock: clockProblem(runs, day),
    coming: rises(recent, day, summed(left)),
    isUsualKnown: usualBefore(recent, day) !== undefined,
    isEmpty: runs.length === 0 && goals.length === 0,
    hasDemo: runs.some(({ demo }) => demo) || goals.some(({ demo }) => demo),
  };
}

/** The loads of so many days up to a day. */
function since(all: readonly DayLoad[], day: Day, days: number): readonly DayLoad[] {
  return all.filter((load) => daysBetween(load.day, day) < days);
}

/** Days and hands that had too much, of those that are shown. */
function overs(all: readonly DayLoad[], shown: readonly DayLoad[]): ReadonlySet<string> {
  return new Set(
    shown.flatMap(({ day }) =>
      rises(all, day).flatMap(({ what, over }) =>
        over === 'day' && (what === 'R' || what === 'L') ? [`${day} ${what}`] : [],
      ),
    ),
  );
}

/** A goal that is reached, or whose day is over, comes after those that are worked at. */
function isDone({ outlook: { best = 0, goal, isOver } }: GoalView): boolean {
  return isOver || best >= goal.bpm;
}

export function goalViews({ log, goals, materials }: LogData, day: Day): readonly GoalView[] {
  return goals
    .map((goal): GoalView => {
      const line = lineOf(goal);
      const sessions = log.sessionsOf(line);
      const material = materials.find((one) => lineOf(one) === line);
      return {
        outlook: outlook(goal, log.runsOf(line), day, material?.from ?? goal.bpm / 2, sessions),
        history: bestSoFar(sessions),
        gone: material === undefined,
      };
    })
    .sort(
      (a, b) =>
        Number(isDone(a)) - Number(isDone(b)) || daysBetween(b.outlook.goal.by, a.outlook.goal.by),
    );
}

/** A line or a part of it by which runs are chosen. */
export interface Choice {
  readonly key: string;
  readonly name: string;
}

export interface RunsView {
  /** The newest first; so many of them are shown. */
  readonly rows: readonly LoggedRun[];
  readonly count: number;
  readonly lines: readonly Choice[];
  readonly parts: readonly string[];
  readonly instruments: readonly string[];
  readonly sessions: readonly Session[];
  readonly best: readonly { readonly day: Day; readonly bpm: number }[];
  readonly days: readonly { readonly of: string; readonly minutes: number }[];
  readonly weeks: readonly { readonly of: string; readonly minutes: number }[];
  readonly byInstrument: readonly { readonly of: string; readonly minutes: number }[];
  readonly plateau: Plateau | undefined;
  readonly tries: readonly Try[];
  readonly offs: readonly OffOverAll[];
}

/** Days shown one by one; before them there are weeks. */
const DAYS = 28;

/** @param most so many of the newest are listed */
export function runsView(
  { log }: Pick<LogData, 'log'>,
  filter: RunFilter,
  day: Day,
  most: number,
): RunsView {
  const ofOne = filter.line === undefined ? undefined : log.allOf(filter.line);
  const found = filterRuns(ofOne ?? log.runs, filter, day);
  const own = found.filter(isOwn);
  const ofLine = ofOne ? own.filter(({ whole }) => whole || filter.part !== undefined) : [];
  const sessions = sessionsOf(ofLine);
  const plateau = plateauOf(sessions);
  return {
    rows: found.slice(-most).reverse(),
    count: found.length,
    lines: [...log.lines()].map(([key, name]) => ({ key, name })),
    parts: [...new Set(ofOne?.map(({ part }) => part))],
    instruments: log.instruments(),
    sessions,
    best: bestSoFar(sessions),
    days: minutesBy(filterRuns(own, { days: DAYS }, day), 'day'),
    weeks: minutesBy(own, 'week'),
    byInstrument: minutesBy(own, 'instrument'),
    plateau,
    tries: plateau ? whatToTry(ofLine.filter((run) => run.day > plateau.since)) : [],
    offs: offOverAll(own).slice(0, 8),
  };
}

export interface LoadView {
  readonly loads: readonly DayLoad[];
  readonly usual: ReturnType<typeof usualBefore>;
  readonly week: ReturnType<typeof summed>;
  readonly rises: readonly Rise[];
  readonly over: ReadonlySet<string>;
  readonly sore: readonly LoggedRun[];
  /** How much louder the microphone heard this week: see `levelChange`. */
  readonly louder: number | undefined;
}

export function loadView({ log }: Pick<LogData, 'log'>, day: Day): LoadView {
  const { runs } = log;
  const all = log.loads();
  const loads = since(all, day, 56);
  return {
    loads,
    over: overs(all, loads),
    usual: usualBefore(loads, day),
    week: summed(since(all, day, 7)),
    rises: rises(loads, day),
    sore: runs
      .filter(({ feel }) => feel === 'hurts')
      .slice(-10)
      .reverse(),
    louder: levelChange(runs, day),
  };
}

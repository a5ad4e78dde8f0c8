import {
  bestSoFar,
  clockProblem,
  type Day,
  type DayLoad,
  dayLoads,
  filterRuns,
  type Goal,
  inTime,
  type LoggedRun,
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
  sessionsOf,
  sinceRest,
  summed,
  type Today,
  type Try,
  usualBefore,
  whatToTry,
} from '@stride/core/log';

/** A log as it lies there: one's own, or that of somebody else. */
export interface LogData {
  readonly runs: readonly LoggedRun[];
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
  /** Seconds played without a rest up to the last run. */
  readonly unbroken: number;
  readonly isEmpty: boolean;
  readonly hasDemo: boolean;
}

/** How many days of load are shown. */
const LOAD_DAYS = 21;

/** What is asked of the plan of a day. */
export interface TodayAsk {
  readonly day: Day;
  readonly minutes?: number | undefined;
  readonly order: number;
}

export function todayView(log: LogData, { day, minutes, order }: TodayAsk): TodayView {
  const { runs, goals, materials } = log;
  const today = planToday({ day, runs, goals, materials, minutes, order });
  const all = dayLoads(runs);
  const loads = dayLoads(filterRuns(runs, { days: LOAD_DAYS }, day));
  const last = all.findLast((load) => load.day < day);
  const isNew = last && Date.parse(day) - Date.parse(last.day) <= 3 * 86_400_000;
  const ofDay = runs.filter((run) => run.day === day);
  return {
    today,
    played: playedOf(today, runs),
    goals: goalViews(log, day),
    loads,
    over: overs(all, loads),
    before: last && isNew ? { day: last.day, rises: rises(all, last.day) } : undefined,
    now: rises(all, day),
    clock: clockProblem(runs, day),
    unbroken: sinceRest(inTime(ofDay)),
    isEmpty: runs.length === 0 && goals.length === 0,
    hasDemo: runs.some(({ demo }) => demo) || goals.some(({ demo }) => demo),
  };
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

export function goalViews({ runs, goals, materials }: LogData, day: Day): readonly GoalView[] {
  return goals
    .map((goal): GoalView => {
      const own = runs.filter((run) => run.whole && lineOf(run) === lineOf(goal));
      const material = materials.find((one) => lineOf(one) === lineOf(goal));
      return {
        outlook: outlook(goal, own, day, material?.from ?? goal.bpm / 2),
        history: bestSoFar(sessionsOf(own)),
        gone: material === undefined,
      };
    })
    .sort((a, b) => a.outlook.goal.by.localeCompare(b.outlook.goal.by));
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

/** The most runs that are listed at once; filters find the others. */
const MOST_ROWS = 200;
/** Days shown one by one; before them there are weeks. */
const DAYS = 28;

export function runsView({ runs }: Pick<LogData, 'runs'>, filter: RunFilter, day: Day): RunsView {
  const found = filterRuns(runs, filter, day);
  const lines = new Map<string, string>();
  for (const run of runs) lines.set(lineOf(run), `${run.rhythm.name}, ${run.layer.name}`);
  const ofLine =
    filter.line === undefined
      ? []
      : found.filter(({ whole }) => whole || filter.part !== undefined);
  const sessions = sessionsOf(ofLine);
  const plateau = plateauOf(sessions);
  return {
    rows: found.slice(-MOST_ROWS).reverse(),
    count: found.length,
    lines: [...lines]
      .map(([key, name]) => ({ key, name }))
      .sort((a, b) => a.name.localeCompare(b.name)),
    parts:
      filter.line === undefined
        ? []
        : [...new Set(runs.filter((run) => lineOf(run) === filter.line).map(({ part }) => part))],
    instruments: [...new Set(runs.map(({ instrument }) => instrument))],
    sessions,
    best: bestSoFar(sessions),
    days: minutesBy(filterRuns(found, { days: DAYS }, day), 'day'),
    weeks: minutesBy(found, 'week'),
    byInstrument: minutesBy(found, 'instrument'),
    plateau,
    tries: plateau ? whatToTry(ofLine.filter((run) => run.day > plateau.since)) : [],
    offs: offOverAll(found).slice(0, 8),
  };
}

export interface LoadView {
  readonly loads: readonly DayLoad[];
  readonly usual: ReturnType<typeof usualBefore>;
  readonly week: ReturnType<typeof summed>;
  readonly rises: readonly Rise[];
  readonly over: ReadonlySet<string>;
  readonly sore: readonly LoggedRun[];
}

export function loadView({ runs }: Pick<LogData, 'runs'>, day: Day): LoadView {
  const all = dayLoads(runs);
  const loads = dayLoads(filterRuns(runs, { days: 56 }, day));
  return {
    loads,
    over: overs(all, loads),
    usual: usualBefore(loads, day),
    week: summed(dayLoads(filterRuns(runs, { days: 7 }, day))),
    rises: rises(loads, day),
    sore: runs
      .filter(({ feel }) => feel === 'hurts')
      .slice(-10)
      .reverse(),
  };
}

import * as v from 'valibot';
import { NAME_LENGTH } from '../bounds/index.ts';
import { type Bpm, TEMPO_RANGE } from '../time/index.ts';
import { counted } from '../wording/index.ts';
import {
  addDays,
  type Day,
  DaySchema,
  dayNumber,
  daysBetween,
  isDay,
  sayDay,
  weekdayOf,
} from './day.ts';
import { bestSoFar, type Session, sessionsOf } from './progress.ts';
import { type Rate, rateOf } from './rate.ts';
import type { LoggedRun } from './run.ts';

/** What may be asked of a goal. */
export const GOAL_LIMITS = { goals: 20, minutes: { min: 1, max: 60 } } as const;

const text = v.pipe(v.string(), v.maxLength(NAME_LENGTH));
const weekday = v.picklist([1, 2, 3, 4, 5, 6, 7]);

/** A line of a rhythm at a tempo by a day. */
export const GoalSchema = v.object({
  id: v.pipe(v.string(), v.minLength(1), v.maxLength(64)),
  rhythm: v.object({ id: v.pipe(v.string(), v.maxLength(64)), name: text }),
  layer: v.object({ id: v.pipe(v.string(), v.maxLength(64)), name: text }),
  bpm: v.pipe(v.number(), v.minValue(TEMPO_RANGE.min), v.maxValue(TEMPO_RANGE.max)),
  by: DaySchema,
  /** What the day is: “walk”. */
  occasion: v.optional(text),
  /** Minutes a day. */
  minutes: v.pipe(
    v.number(),
    v.integer(),
    v.minValue(GOAL_LIMITS.minutes.min),
    v.maxValue(GOAL_LIMITS.minutes.max),
  ),
  daysOff: v.array(weekday),
  /** When it was set. */
  made: DaySchema,
  demo: v.optional(v.literal(true)),
});
/** What is to be reached by a day: see {@link GoalSchema}. */
export type Goal = Readonly<v.InferOutput<typeof GoalSchema>>;

/** What of a goal may be wrong. */
export type GoalField = 'bpm' | 'by' | 'minutes' | 'daysOff';

/** What is wrong with a goal as it is asked for, where and what to do; undefined where nothing is. */
export function goalProblem(
  goal: Pick<Goal, GoalField>,
  today: Day,
): { readonly field: GoalField; readonly message: string } | undefined {
  const { min, max } = GOAL_LIMITS.minutes;
  if (!isDay(goal.by))
    return { field: 'by', message: 'Choose the day: year, month and day, as 2026-12-12.' };
  if (daysBetween(today, goal.by) < 0)
    return { field: 'by', message: `${sayDay(goal.by)} is over. Choose a day from today on.` };
  if (!(goal.bpm >= TEMPO_RANGE.min && goal.bpm <= TEMPO_RANGE.max))
    return {
      field: 'bpm',
      message: `A tempo lies between ${TEMPO_RANGE.min} and ${TEMPO_RANGE.max} beats a minute.`,
    };
  if (!Number.isInteger(goal.minutes) || goal.minutes < min || goal.minutes > max)
    return {
      field: 'minutes',
      message: `Between ${min} and ${max} whole minutes a day; more is not planned for one goal.`,
    };
  if (new Set(goal.daysOff).size >= 7)
    return { field: 'daysOff', message: 'Every day is off: leave at least one to practise on.' };
  if (sessionDays(goal, today).length === 0)
    return {
      field: 'daysOff',
      message: `No day is left up to ${sayDay(goal.by)} that is not off. Choose a later day, or fewer days off.`,
    };
  return undefined;
}

/** The days on which there is a session, from one day up to the goal's. */
export function sessionDays(goal: Pick<Goal, 'by' | 'daysOff'>, from: Day): readonly Day[] {
  const days: Day[] = [];
  for (let day = from; daysBetween(day, goal.by) >= 0; day = addDays(day, 1)) {
    if (!isOff(goal, day)) days.push(day);
  }
  return days;
}

/** Whether a goal leaves a day free. */
export function isOff({ daysOff }: Pick<Goal, 'daysOff'>, day: Day): boolean {
  return daysOff.includes(weekdayOf(day));
}

/** How a goal stands. */
export interface Outlook {
  readonly goal: Goal;
  /** The best clean tempo; undefined where there is none yet. */
  readonly best: Bpm | undefined;
  readonly rate: Rate;
  /** From which tempo the way to go is reckoned. */
  readonly from: Bpm;
  /** Sessions that are still needed at this rate; 0 where it is reached, infinite where nothing is gained. */
  readonly needed: number;
  /** Sessions up to the day, without the days off. */
  readonly have: number;
  /** The share of them that is kept, as before. */
  readonly kept: number;
  /** When it is reached at this pace; undefined where it is not within two years. */
  readonly reached: Day | undefined;
  readonly inTime: boolean;
  /** Its day lies before today. */
  readonly isOver: boolean;
  /** The tempo that is reached by the day. */
  readonly by: Bpm;
}

/** The share of planned days that are kept, until more is known: one in seven is missed. */
const KEPT = { usual: 6 / 7, least: 0.25, days: 28, known: 7 } as const;
/** How far ahead is looked. */
const HORIZON = 731;

/**
 * How a goal stands on a day, by what was practised of its line.
 * @param runs of the whole of the line
 * @param start the tempo it begins at where nothing is clean yet
 * @param sessions those of the runs, where they were worked out already
 */
export function outlook(
  goal: Goal,
  runs: readonly LoggedRun[],
  today: Day,
  start: Bpm,
  sessions: readonly Session[] = sessionsOf(runs),
): Outlook {
  const rate = rateOf(runs, goal.bpm, sessions);
  const best = bestSoFar(sessions).at(-1)?.bpm;
  const from = best ?? Math.min(start, goal.bpm);
  const playedToday = sessions.at(-1)?.day === today;
  const first = playedToday ? addDays(today, 1) : today;
  const have = sessionDays(goal, first).length;
  const kept = keptShare(goal, sessions, today);
  // Where nothing is clean yet, the first session is to get there.
  const gap = goal.bpm - from;
  const toGo = gap <= 0 ? 0 : rate.bpm > 0 ? gap / rate.bpm : Number.POSITIVE_INFINITY;
  const needed = Math.max(0, Math.ceil((best === undefined ? 1 : 0) + toGo - 1e-9));
  const reached = best !== undefined && gap <= 0 ? today : dayAfter(goal, needed / kept, first);
  return {
    goal,
    best,
    rate,
    from,
    needed,
    have,
    kept,
    reached,
    isOver: daysBetween(today, goal.by) < 0,
    inTime: reached !== undefined && daysBetween(reached, goal.by) >= 0,
    by: Math.min(goal.bpm, Math.floor(from + Math.max(0, rate.bpm) * have * kept)),
  };
}

/** The day of the session with such a number, from the first day on. */
function dayAfter(goal: Goal, sessions: number, first: Day): Day | undefined {
  if (!Number.isFinite(sessions)) return undefined;
  let left = Math.max(1, Math.ceil(sessions - 1e-9));
  for (let ahead = 0; ahead < HORIZON; ahead += 1) {
    const day = addDays(first, ahead);
    if (!isOff(goal, day)) left -= 1;
    if (left === 0) return day;
  }
  return undefined;
}

/** On how many of the days that were not off there was a session, over the last four weeks. */
function keptShare(goal: Goal, sessions: readonly Session[], today: Day): number {
  const from = Math.max(dayNumber(goal.made), dayNumber(today) - KEPT.days);
  const played = new Set(sessions.map(({ day }) => day));
  let [planned, kept] = [0, 0];
  for (let ago = dayNumber(today) - from; ago > 0; ago -= 1) {
    const day = addDays(today, -ago);
    if (isOff(goal, day)) continue;
    planned += 1;
    if (played.has(day)) kept += 1;
  }
  return planned < KEPT.known ? KEPT.usual : Math.max(KEPT.least, kept / planned);
}

/** What is said of a goal: how it stands, and what would help where it is not reached. Never to play more. */
export function sayOutlook(one: Outlook, goals: number): readonly string[] {
  const { goal, rate, reached, inTime, best, needed, have } = one;
  if (best !== undefined && best >= goal.bpm)
    return [`${goal.bpm} is reached, clean. Keep it: it comes back now and then.`];
  if (one.isOver)
    return [
      `${sayDay(goal.by)} is over: ${best === undefined ? 'nothing was clean yet' : `${best} of ${goal.bpm} was clean`}.`,
      'Choose another day, or let the goal go.',
    ];
  const pace = rate.own
    ? sayPace(rate.bpm)
    : `How quickly you gain is not known yet; a cautious ${rate.bpm.toFixed(1)} a session is taken.`;
  const on = (day: Day) =>
    day.slice(0, 4) === goal.by.slice(0, 4) ? sayDay(day) : `${sayDay(day)} ${day.slice(0, 4)}`;
  const when =
    reached === undefined
      ? `At that pace ${goal.bpm} is not reached within two years.`
      : `At that pace ${goal.bpm} is reached on ${on(reached)}, ${sayApart(daysBetween(reached, goal.by), goal.occasion)}.`;
  if (inTime) {
    const missed = Math.round(have * (1 - one.kept));
    const more = `${counted(needed, 'more session')} of ${counted(goal.minutes, 'minute')}; ${missed === 0 ? 'no day may be missed' : `${counted(missed, 'missed day')} ${missed === 1 ? 'is' : 'are'} in it`}.`;
    return [`${pace} ${when}`, more];
  }
  const helps = [
    one.by > (best ?? 0) ? `${one.by} is within reach by then` : '',
    goal.daysOff.length > 0 ? 'a day off less gives more sessions' : '',
    goals > 1 ? 'with fewer goals each gets more of the day' : '',
    reached === undefined ? '' : `or take ${on(reached)} as the day`,
  ].filter((help) => help !== '');
  return [
    `${pace} ${when}`,
    `What would help: ${helps.join('; ')}. Playing longer each day is not among it.`,
  ];
}

function sayPace(bpm: Bpm): string {
  return bpm < 0.05
    ? 'Your best clean tempo stands still.'
    : `You gain about ${bpm.toFixed(1)} a session.`;
}

function sayApart(days: number, occasion: string | undefined): string {
  if (days === 0) return occasion ? `the very day of the ${occasion}` : 'that very day';
  return `${counted(Math.abs(days), 'day')} ${days > 0 ? 'before' : 'after'} the ${occasion ?? 'day'}`;
}

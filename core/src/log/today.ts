import { counted, listed } from '../wording/index.ts';
import { type Candidate, candidateOf, inOrder, warmUpOf } from './candidates.ts';
import { type Day, dayNumber, daysBetween } from './day.ts';
import { type Goal, isOff } from './goal.ts';
import {
  type Amounts,
  allowance,
  LONG_ROW,
  MEASURES,
  type Measure,
  NOTHING,
  REST_AFTER,
  restingHands,
  summed,
} from './load.ts';
import type { LogIndex } from './log-index.ts';
import type { Material } from './material.ts';
import { type LoggedRun, lineOf } from './run.ts';
import { canPlay, itemOf, lasting, type Resting, type TodayItem, warmUp } from './today-item.ts';

/** What is to be practised on a day, in order. */
export interface Today {
  readonly day: Day;
  readonly items: readonly TodayItem[];
  /** Rests included. */
  readonly minutes: number;
  /** Why it is as it is: what was left out, what rests. */
  readonly says: readonly string[];
}

/** What a plan is made from. */
export interface TodayRequest {
  readonly day: Day;
  /** What was played on the day itself does not change its plan. */
  readonly log: LogIndex;
  readonly goals: readonly Goal[];
  readonly materials: readonly Material[];
  /** Minutes there are; what the goals ask for where it is not given. */
  readonly minutes?: number | undefined;
  /** 0 for the order that is proposed; others change what comes after the new. */
  readonly order?: number;
}

/** What a day holds where nothing else is asked for, and at most. */
export const DAY_MINUTES = { usual: 20, most: 90 } as const;
/** A warm-up takes a sixth of the time, and so many minutes. */
const WARM = { share: 6, least: 2, most: 5 } as const;
const REST_MINUTES = 2;
/** What a line that is not a goal gets, and how short a visit may be. */
const VISIT = { usual: 4, least: 2 } as const;
/**
 * What to practise on a day: a warm-up from a line one knows, slowed down; what is new early; what was shaky
 * soon again and what was clean after a longer rest, mixed. Never more than the minutes there are, and never
 * more than a third over what each hand is used to. The same log gives the same plan.
 */
export function planToday(request: TodayRequest): Today {
  const { day, goals, materials, log, order = 0 } = request;
  const open = goals.filter((goal) => !isOff(goal, day) && daysBetween(day, goal.by) >= 0);
  const asked = open.reduce((sum, { minutes }) => sum + minutes, 0);
  const minutes = Math.min(
    DAY_MINUTES.most,
    Math.max(0, Math.floor(request.minutes ?? (asked > 0 ? asked + WARM.most : DAY_MINUTES.usual))),
  );
  const resting = restingHands(log.runs, day);
  const says: string[] = [];
  if (resting.R && resting.L) {
    return { day, items: [], minutes: 0, says: [HURTS.all] };
  }
  if (resting.R || resting.L) says.push(HURTS[resting.R ? 'R' : 'L']);
  const candidates = materials.flatMap((material): readonly Candidate[] => {
    const goal = open.find((one) => lineOf(one) === lineOf(material));
    const isAny = goals.some((one) => lineOf(one) === lineOf(material));
    const own = before(log.sessionsOf(lineOf(material)), day);
    // A goal whose day is off rests; a line without a goal comes where it was begun.
    if (!goal && (isAny || own.length === 0)) return [];
    return [candidateOf(material, goal, own, day)];
  });
  const due = inOrder(
    candidates.filter(({ goal, late }) => goal !== undefined || late >= 0),
    order,
  );
  const items = filled(due, minutes, resting, warmUpOf(candidates));
  const allowed = allowance(before(log.loads(), day), day);
  const kept = allowed ? withinLoad(items, allowed) : { items, cut: [] };
  if (kept.cut.length > 0) says.push(sayCut(kept.cut));
  const left = due.filter(
    ({ material }) => !kept.items.some((item) => lineOf(item) === lineOf(material)),
  );
  if (left.length > 0)
    says.push(`For another day: ${listed(left.map(({ material }) => material.rhythm.name))}.`);
  return { day, items: kept.items, minutes: minutesOf(kept.items), says };
}

const HURTS = {
  R: 'The right hand rests: it hurt. What can be played with the left alone is kept.',
  L: 'The left hand rests: it hurt. What can be played with the right alone is kept.',
  all: 'Rest today: something hurt. If it stays, comes back, or comes with tingling or numbness, see someone trained.',
} as const;

/** What lies before a day. */
function before<T extends { readonly day: Day }>(all: readonly T[], day: Day): readonly T[] {
  return all.filter((one) => one.day < day);
}

/** Puts lines into the minutes there are, with a warm-up before and rests between. */
function filled(
  candidates: readonly Candidate[],
  minutes: number,
  resting: Resting,
  warm: Candidate | undefined,
): readonly TodayItem[] {
  const playable = candidates.filter(({ material }) => canPlay(material, resting));
  if (playable.length === 0 || minutes < VISIT.least) return [];
  const items: TodayItem[] = [];
  const isWarm = warm !== undefined && canPlay(warm.material, resting);
  const warming =
    isWarm && minutes >= WARM.least + VISIT.least
      ? Math.min(WARM.most, Math.max(WARM.least, Math.round(minutes / WARM.share)))
      : 0;
  let left = minutes;
  let unbroken = 0;
  const put = (item: TodayItem) => {
    const rest = needsRest(items.at(-1), item, unbroken) ? REST_MINUTES : 0;
    const most = Math.min(item.minutes, left - rest);
    if (most < Math.min(VISIT.least, item.minutes)) return;
    unbroken = rest > 0 ? most : unbroken + most;
    left -= rest + most;
    items.push(lasting({ ...item, restBefore: rest }, most));
  };
  if (warm && warming > 0) put(warmUp(warm, warming, resting));
  for (const { candidate, share } of visits(playable)) {
    put(itemOf(candidate, share, resting));
  }
  return items;
}

/** What is safe is mixed rather than drilled in one block: two short visits, with the others between. */
function visits(
  all: readonly Candidate[],
): readonly { readonly candidate: Candidate; readonly share: number }[] {
  const minutes = ({ goal }: Candidate) => goal?.minutes ?? VISIT.usual;
  const isMixed = (one: Candidate) => one.kind === 'known' && minutes(one) >= VISIT.usual * 2;
  const mixed = all.filter(isMixed);
  if (mixed.length < 2) return all.map((candidate) => ({ candidate, share: minutes(candidate) }));
  const first = all.map((candidate) => ({
    candidate,
    share: isMixed(candidate) ? Math.ceil(minutes(candidate) / 2) : minutes(candidate),
  }));
  const second = mixed.map((candidate) => ({
    candidate,
    share: Math.floor(minutes(candidate) / 2),
  }));
  return [...first, ...second];
}

/** Whether a rest comes before an item: after a long row of one hand, and before one plays too long without. */
function needsRest(before: TodayItem | undefined, item: TodayItem, unbroken: number): boolean {
  if (!before) return false;
  return before.row >= LONG_ROW || (unbroken + item.minutes) * 60 > REST_AFTER;
}

/** Rests anew, where items have become shorter. */
function rested(items: readonly TodayItem[]): readonly TodayItem[] {
  let unbroken = 0;
  return items.map((item, at) => {
    const rest = needsRest(items[at - 1], item, unbroken) ? REST_MINUTES : 0;
    unbroken = rest > 0 ? item.minutes : unbroken + item.minutes;
    return { ...item, restBefore: rest };
  });
}

/** Takes minutes from the longest until no hand is asked more than is allowed; what grows too short goes. */
function withinLoad(
  items: readonly TodayItem[],
  allowed: Amounts,
): { readonly items: readonly TodayItem[]; readonly cut: readonly Measure[] } {
  const cut = new Set<Measure>();
  let kept: readonly TodayItem[] = items;
  for (;;) {
    const all = summed([NOTHING, ...kept.map(({ load }) => load)]);
    const over = MEASURES.filter((what) => all[what] > allowed[what]);
    for (const what of over) cut.add(what);
    const asking = kept.filter(({ load }) => over.some((what) => load[what] > 0));
    const most = Math.max(...asking.map(({ minutes }) => minutes));
    const longest = asking.findLast(({ minutes }) => minutes === most);
    if (!longest) return { items: rested(kept), cut: [...cut] };
    kept = kept.flatMap((item) => {
      if (item !== longest) return [item];
      return item.minutes <= VISIT.least ? [] : [lasting(item, item.minutes - 1)];
    });
    // A warm-up alone is no plan.
    if (kept.length === 1 && kept[0]?.kind === 'warm-up') kept = [];
  }
}

function sayCut(cut: readonly Measure[]): string {
  const hands = [
    cut.some((what) => what === 'R' || what === 'loudR') ? 'the right hand' : '',
    cut.some((what) => what === 'L' || what === 'loudL') ? 'the left hand' : '',
  ].filter((hand) => hand !== '');
  const what = hands.length > 0 ? listed(hands) : 'you';
  return `Shortened, so that ${what} ${hands.length === 1 ? 'is' : 'are'} not asked more than a third over the last four weeks.`;
}

function minutesOf(items: readonly TodayItem[]): number {
  return items.reduce((sum, { minutes, restBefore }) => sum + minutes + restBefore, 0);
}

/** How many minutes of each item were played on its day, in the order of the plan. */
export function playedOf(today: Today, own: readonly LoggedRun[]): readonly number[] {
  const left = new Map<string, number>();
  for (const run of own) {
    if (run.day !== today.day) continue;
    left.set(lineOf(run), (left.get(lineOf(run)) ?? 0) + run.seconds / 60);
  }
  return today.items.map((item) => {
    const there = left.get(lineOf(item)) ?? 0;
    const played = Math.min(item.minutes, there);
    left.set(lineOf(item), there - played);
    return played;
  });
}

/** A plan on a day before the newest run: the clock may have been set back. */
export function clockProblem(runs: readonly LoggedRun[], day: Day): string | undefined {
  const latest = runs.reduce<Day | undefined>(
    (last, run) => (last === undefined || run.day > last ? run.day : last),
    undefined,
  );
  if (latest === undefined || dayNumber(latest) <= dayNumber(day)) return undefined;
  const days = daysBetween(day, latest);
  return `The newest run is ${counted(days, 'day')} ahead of this computer’s clock. Set the clock, or correct the day of that run; nothing is lost, and the plan takes today as the day.`;
}

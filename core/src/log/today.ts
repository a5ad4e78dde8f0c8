import type { Way } from '../passage/index.ts';
import type { Bpm } from '../time/index.ts';
import { counted, listed } from '../wording/index.ts';
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
  scaled,
  summed,
} from './load.ts';
import type { LogIndex } from './log-index.ts';
import { type Material, passesIn } from './material.ts';
import { bestSoFar, type Session } from './progress.ts';
import { type LoggedRun, lineOf } from './run.ts';
import { dueAfter, lateness } from './spacing.ts';

/** Why something stands in today's plan. */
export type Kind = 'warm-up' | 'new' | 'shaky' | 'known';

/** One thing to practise today. */
export interface TodayItem {
  readonly kind: Kind;
  readonly rhythm: Material['rhythm'];
  readonly layer: Material['layer'];
  readonly instrument: string;
  /** What of it, and why: “in pieces, new”. */
  readonly what: string;
  readonly from: Bpm;
  readonly to: Bpm;
  readonly way: Way;
  /** Whole minutes of playing. */
  readonly minutes: number;
  /** The hand that plays alone while the other rests. */
  readonly hand?: 'R' | 'L';
  /** Whole minutes of rest before it. */
  readonly restBefore: number;
  /** What it asks of the hands, and the longest row of one of them. */
  readonly load: Amounts;
  readonly row: number;
}

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
/** A line is new until it has had so many sessions, or was clean. */
const NEW = 3;

/** A line that may be practised today. */
interface Candidate {
  readonly material: Material;
  readonly goal: Goal | undefined;
  readonly kind: Exclude<Kind, 'warm-up'>;
  readonly best: Bpm | undefined;
  /** The tempo one comes from: the best clean one, else the quickest of the last time. */
  readonly at: Bpm | undefined;
  /** How late it is: see {@link lateness}. */
  readonly late: number;
  readonly rested: number;
}

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

function candidateOf(
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

const PLACES: Readonly<Record<Candidate['kind'], number>> = { new: 0, shaky: 1, known: 2 };

/** New first, then what was shaky, then what is known, the latest first; another order turns the rest round. */
function inOrder(all: readonly Candidate[], order: number): readonly Candidate[] {
  const sorted = [...all].sort(
    (a, b) =>
      PLACES[a.kind] - PLACES[b.kind] ||
      Number(b.goal !== undefined) - Number(a.goal !== undefined) ||
      b.late - a.late ||
      lineOf(a.material).localeCompare(lineOf(b.material)),
  );
  const fresh = sorted.filter(({ kind }) => kind === 'new');
  const others = sorted.slice(fresh.length);
  const by = others.length > 0 ? order % others.length : 0;
  return [...fresh, ...others.slice(by), ...others.slice(0, by)];
}

/** What one warms up with: the line one knows best. */
function warmUpOf(candidates: readonly Candidate[]): Candidate | undefined {
  return [...candidates].sort(
    (a, b) =>
      PLACES[b.kind] - PLACES[a.kind] || lineOf(a.material).localeCompare(lineOf(b.material)),
  )[0];
}

interface Resting {
  readonly R: boolean;
  readonly L: boolean;
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

function canPlay({ load }: Material, { R, L }: Resting): boolean {
  if (R) return load.L > 0;
  if (L) return load.R > 0;
  return load.R + load.L > 0;
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

/** The slowed-down tempo one warms up at, in hundredths of what one can or is to reach. */
const SLOWED = 60;

function warmUp(candidate: Candidate, minutes: number, resting: Resting): TodayItem {
  const { material, at } = candidate;
  const slow = Math.max(10, Math.round(((at ?? material.to) * SLOWED) / 100));
  const bpm = Math.min(slow, material.from);
  return itemWith(candidate, minutes, resting, {
    kind: 'warm-up',
    what: 'slow hands, both the same',
    from: bpm,
    to: bpm,
    way: 'whole',
  });
}

function itemOf(candidate: Candidate, minutes: number, resting: Resting): TodayItem {
  const { material, goal, kind, best, at, rested } = candidate;
  const target = goal?.bpm ?? material.to;
  switch (kind) {
    case 'new': {
      const from = Math.min(best ?? material.from, target);
      return itemWith(candidate, minutes, resting, {
        kind,
        what: best === undefined ? 'piece by piece, new' : 'all of it, still new',
        from,
        to: Math.min(target, Math.round(from * 1.2)),
        way: best === undefined ? 'add the next' : 'whole',
      });
    }
    case 'shaky':
      return itemWith(candidate, minutes, resting, {
        kind,
        what: 'each piece and the stroke after it, came back shaky',
        from: Math.round((at ?? material.from) * 0.85),
        to: Math.min(target, at ?? material.to),
        way: 'stroke after',
      });
    case 'known':
      return itemWith(candidate, minutes, resting, {
        kind,
        what: `all of it, ${rested > 1 ? `rested for ${counted(rested, 'day')}` : 'again'}`,
        from: Math.round((at ?? material.from) * 0.95),
        to: Math.min(target, Math.round((at ?? material.from) * 1.08)),
        way: 'whole',
      });
  }
}

function itemWith(
  { material }: Candidate,
  minutes: number,
  { R, L }: Resting,
  item: Pick<TodayItem, 'kind' | 'what' | 'from' | 'to' | 'way'>,
): TodayItem {
  const { rhythm, layer, instrument, load } = material;
  const hand = R ? 'L' : L ? 'R' : undefined;
  const from = Math.min(item.from, item.to);
  const often = passesIn(material, item.to, 60 * minutes);
  const all: Amounts = { ...scaled({ ...load, seconds: 0 }, often), seconds: 60 * minutes };
  return {
    ...item,
    ...(hand
      ? { hand, way: 'whole' as const, what: `the ${hand === 'R' ? 'right' : 'left'} hand alone` }
      : {}),
    from,
    rhythm,
    layer,
    instrument,
    minutes,
    restBefore: 0,
    row: hand ? LONG_ROW : load.row,
    load: { ...all, ...(R ? { R: 0, loudR: 0 } : {}), ...(L ? { L: 0, loudL: 0 } : {}) },
  };
}

/** The item as long as it is asked to be. */
function lasting(item: TodayItem, minutes: number): TodayItem {
  if (minutes === item.minutes) return item;
  return { ...item, minutes, load: scaled(item.load, minutes / item.minutes) };
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
export function playedOf(today: Today, runs: readonly LoggedRun[]): readonly number[] {
  const left = new Map<string, number>();
  for (const run of runs) {
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

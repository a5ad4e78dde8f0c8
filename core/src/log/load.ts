import type { Seconds } from '../time/index.ts';
import { type Day, dayNumber } from './day.ts';
import { grouped, inTime, type Load, type LoggedRun } from './run.ts';

/** What one day asked of the player. */
export interface DayLoad extends Load {
  readonly day: Day;
  readonly seconds: Seconds;
  /** The longest stretch without a rest. */
  readonly unbroken: Seconds;
}

/** What load is counted in. */
export const MEASURES = ['R', 'L', 'loudR', 'loudL', 'seconds'] as const;
/** One of {@link MEASURES}. */
export type Measure = (typeof MEASURES)[number];
/** How much of each measure: strokes of each hand, loud ones, and seconds. */
export type Amounts = Readonly<Record<Measure, number>>;

/** No load at all. */
export const NOTHING: Amounts = { R: 0, L: 0, loudR: 0, loudL: 0, seconds: 0 };

/** A gap as long as this is a rest. */
export const REST: Seconds = 60;
/** After so long without one a rest is proposed. */
export const REST_AFTER: Seconds = 20 * 60;
/** A row of strokes by one hand after which a rest is proposed. */
export const LONG_ROW = 32;

/** What the runs of each day asked, in time. */
export function dayLoads(runs: readonly LoggedRun[]): readonly DayLoad[] {
  return [...grouped(inTime(runs), ({ day }) => day)].map(([day, played]) => {
    const sum = { R: 0, L: 0, loudR: 0, loudL: 0, seconds: 0, row: 0 };
    for (const { load, seconds } of played) {
      sum.R += load.R;
      sum.L += load.L;
      sum.loudR += load.loudR;
      sum.loudL += load.loudL;
      sum.seconds += seconds;
      sum.row = Math.max(sum.row, load.row);
    }
    return { day, ...sum, unbroken: longestUnbroken(played) };
  });
}

/** Adds up amounts. */
export function summed(all: readonly Amounts[]): Amounts {
  let [R, L, loudR, loudL, seconds] = [0, 0, 0, 0, 0];
  for (const one of all) {
    R += one.R;
    L += one.L;
    loudR += one.loudR;
    loudL += one.loudL;
    seconds += one.seconds;
  }
  return { R, L, loudR, loudL, seconds };
}

/**
 * How long was played without a rest up to now; 0 once one has rested.
 * @param played in time
 * @param now in milliseconds since 1970
 */
export function sinceRest(played: readonly LoggedRun[], now: number): Seconds {
  const end = played.reduce((last, { at, seconds }) => Math.max(last, at / 1000 + seconds), 0);
  return now / 1000 - end >= REST ? 0 : (stretches(played).at(-1) ?? 0);
}

function longestUnbroken(played: readonly LoggedRun[]): Seconds {
  return Math.max(0, ...stretches(played));
}

/** The stretches between rests, by how long one played in them. */
function stretches(played: readonly LoggedRun[]): readonly Seconds[] {
  const found: Seconds[] = [];
  let end = Number.NEGATIVE_INFINITY;
  for (const { at, seconds } of played) {
    const start = at / 1000;
    if (start - end >= REST) found.push(0);
    found[found.length - 1] = (found.at(-1) ?? 0) + seconds;
    end = Math.max(end, start + seconds);
  }
  return found;
}

/** Days that the usual is taken from, and how many of them must have been played on for one to be known. */
const USUAL = { days: 28, played: 4, known: 14 } as const;
/** Days that count as the week up to a day. */
const WEEK = 7;
/** More than a third over what one is used to is said. */
export const MOST = 4 / 3;
/** Less than this on a day is little for anyone: nothing is said of it, and nothing cut. */
export const LITTLE: Amounts = { R: 600, L: 600, loudR: 150, loudL: 150, seconds: 600 };

/** What the player is used to. */
export interface Usual {
  /** Mean of the days that were played on in the four weeks before. */
  readonly day: Amounts;
  /** Mean of these weeks; undefined where fewer than two of them are known. */
  readonly week: Amounts | undefined;
  readonly played: number;
}

/** What the player was used to before a day: that day itself does not count. Undefined where too little was played. */
export function usualBefore(loads: readonly DayLoad[], today: Day): Usual | undefined {
  const before = within(loads, today, USUAL.days + 1, 1);
  const [first] = before;
  if (!first || before.length < USUAL.played) return undefined;
  const all = summed(before);
  const known = dayNumber(today) - dayNumber(first.day);
  return {
    day: scaled(all, 1 / before.length),
    week: known < USUAL.known ? undefined : scaled(all, WEEK / known),
    played: before.length,
  };
}

/** Loads from so many days before a day up to so many days before it. */
function within(loads: readonly DayLoad[], today: Day, from: number, to: number) {
  const now = dayNumber(today);
  return loads.filter(({ day }) => {
    const ago = now - dayNumber(day);
    return ago < from && ago >= to;
  });
}

/** All amounts by a factor. */
export function scaled(amounts: Amounts, by: number): Amounts {
  const { R, L, loudR, loudL, seconds } = amounts;
  return { R: R * by, L: L * by, loudR: loudR * by, loudL: loudL * by, seconds: seconds * by };
}

/** More than the player is used to. */
export interface Rise {
  readonly what: Measure;
  readonly over: 'day' | 'week';
  /** How much more, as a share: 0.6 is 60 hundredths more. */
  readonly more: number;
}

/** What was, or would be, more than a third over the usual on a day and in the week up to it. */
export function rises(
  loads: readonly DayLoad[],
  day: Day,
  more: Amounts = NOTHING,
): readonly Rise[] {
  const usual = usualBefore(loads, day);
  if (!usual) return [];
  const amounts = {
    day: summed([...within(loads, day, 1, 0), more]),
    week: summed([...within(loads, day, WEEK, 0), more]),
  };
  return (['day', 'week'] as const).flatMap((over) =>
    MEASURES.flatMap((what): readonly Rise[] => {
      const used = usual[over]?.[what] ?? 0;
      const now = amounts[over][what];
      const isRise = used > 0 && now > used * MOST && now > little(over, what);
      return isRise ? [{ what, over, more: now / used - 1 }] : [];
    }),
  );
}

function little(over: Rise['over'], what: Measure): number {
  return LITTLE[what] * (over === 'week' ? WEEK : 1);
}

/** What may still be asked on a day without passing a third over the usual; nothing where none is known. */
export function allowance(loads: readonly DayLoad[], today: Day): Amounts | undefined {
  const usual = usualBefore(loads, today);
  if (!usual) return undefined;
  const played = summed(within(loads, today, 1, 0));
  const week = summed(within(loads, today, WEEK, 0));
  const left = (what: Measure) => {
    // A hand that was never used has no usual, and so no limit.
    const upTo = (used: number, over: Rise['over'], so: Amounts) =>
      used > 0 ? Math.max(used * MOST, little(over, what)) - so[what] : Infinity;
    const weekly = upTo(usual.week?.[what] ?? 0, 'week', week);
    return Math.max(0, Math.min(upTo(usual.day[what], 'day', played), weekly));
  };
  return {
    R: left('R'),
    L: left('L'),
    loudR: left('loudR'),
    loudL: left('loudL'),
    seconds: left('seconds'),
  };
}

const NAMES: Readonly<Record<Measure, string>> = {
  R: 'The right hand',
  L: 'The left hand',
  loudR: 'The right hand',
  loudL: 'The left hand',
  seconds: 'You',
};

/** What would rise with what is still planned, in one sentence. */
export function sayComing({ what, more }: Rise): string {
  const percent = `${Math.round(more * 100)} %`;
  if (what === 'seconds')
    return `With the rest of the plan you would play ${percent} more than you are used to.`;
  const strokes = what === 'R' || what === 'L' ? 'strokes' : 'loud strokes';
  const hand = NAMES[what].toLowerCase();
  return `With the rest of the plan ${hand} would have ${percent} more ${strokes} than it is used to: leave some of it out.`;
}

/** What has risen, in one sentence. @example 'The left hand had 60 % more strokes on this day than it is used to.' */
export function sayRise({ what, over, more }: Rise, when: string): string {
  const percent = `${Math.round(more * 100)} % more`;
  const span = over === 'day' ? when : `in the week up to ${when}`;
  if (what === 'seconds') return `You played ${percent} ${span} than you are used to.`;
  const strokes = what === 'R' || what === 'L' ? 'strokes' : 'loud strokes';
  return `${NAMES[what]} had ${percent} ${strokes} ${span} than it is used to.`;
}

/** For how many days a hurt hand is left out of the plan. */
export const SORE_DAYS = 3;

/** Hands that rest on a day because they hurt; both where it was something else than a hand. */
export function restingHands(
  runs: readonly LoggedRun[],
  today: Day,
): { readonly R: boolean; readonly L: boolean } {
  const now = dayNumber(today);
  const sore = new Set(
    runs
      .filter(
        ({ feel, day }) => feel === 'hurts' && now - dayNumber(day) < SORE_DAYS && day <= today,
      )
      .map(({ sore = 'other' }) => sore),
  );
  const all = [...sore].some((one) => one !== 'R' && one !== 'L');
  return { R: all || sore.has('R'), L: all || sore.has('L') };
}

/** Runs that are needed on either side before loudness is compared. */
const LEVELS = 4;

/**
 * How much louder, in decibels, the microphone heard the strokes of the last seven days than those of the four
 * weeks before: relative, and only as good as the microphone stands where it stood. Undefined where too little
 * was heard by it.
 */
export function levelChange(runs: readonly LoggedRun[], today: Day): number | undefined {
  const now = dayNumber(today);
  const mean = (from: number, to: number) => {
    const levels = runs.flatMap(({ day, level }) => {
      const ago = now - dayNumber(day);
      return level !== undefined && level > 0 && ago >= from && ago < to
        ? [Math.log10(level) * 20]
        : [];
    });
    if (levels.length < LEVELS) return undefined;
    return levels.reduce((sum, level) => sum + level, 0) / levels.length;
  };
  const [week, before] = [mean(0, WEEK), mean(WEEK, WEEK + USUAL.days)];
  return week === undefined || before === undefined ? undefined : week - before;
}

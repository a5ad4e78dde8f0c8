import { EXACT } from '../ear/index.ts';
import type { Way } from '../passage/index.ts';
import type { Bpm, Seconds } from '../time/index.ts';
import { byName, counted } from '../wording/index.ts';
import { type Day, daysBetween } from './day.ts';
import { grouped, inTime, isClean, type LoggedRun } from './run.ts';

/** One day's practice of a line, or of a part of it. */
export interface Session {
  readonly day: Day;
  /** The quickest tempo that was clean; undefined where none was. */
  readonly best: Bpm | undefined;
  /**
   * Whether the line held: its best clean tempo of the day lies at most five in a hundred under the best before,
   * else it came back shaky. Undefined where nothing was heard.
   */
  readonly held: boolean | undefined;
  /** The quickest tempo that was played. */
  readonly top: Bpm;
  readonly seconds: Seconds;
  readonly runs: number;
  /** Middle spread of what was heard. */
  readonly spread: Seconds | undefined;
  /** Middle ratio of the least even division; 1 is even. */
  readonly evenness: number | undefined;
}

/** A line holds at this share of its best clean tempo. */
const HOLDS = 0.95;

/** The runs of one line by day, in time. */
export function sessionsOf(runs: readonly LoggedRun[]): readonly Session[] {
  let before = 0;
  return [...grouped(inTime(runs), ({ day }) => day)].map(([day, played]) => {
    const clean = played.filter(isClean).map(({ bpm }) => bpm);
    const heard = played.flatMap(({ judged }) => judged ?? []);
    const best = clean.length > 0 ? Math.max(...clean) : undefined;
    const held = heard.length === 0 ? undefined : best !== undefined && best >= before * HOLDS;
    before = Math.max(before, best ?? 0);
    return {
      day,
      best,
      held,
      top: Math.max(...played.map(({ bpm }) => bpm)),
      seconds: played.reduce((sum, { seconds }) => sum + seconds, 0),
      runs: played.length,
      spread: middle(heard.map(({ spread }) => spread)),
      evenness: middle(heard.flatMap(({ evenness }) => evenness ?? [])),
    };
  });
}

function middle(values: readonly number[]): number | undefined {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor((sorted.length - 1) / 2)];
}

/** The best clean tempo up to each session; only sessions by which there is one. */
export function bestSoFar(
  sessions: readonly Session[],
): readonly { readonly day: Day; readonly bpm: Bpm }[] {
  let bpm = 0;
  return sessions.flatMap(({ day, best }) => {
    bpm = Math.max(bpm, best ?? 0);
    return bpm > 0 ? [{ day, bpm }] : [];
  });
}

/** Where the best clean tempo has stood still. */
export interface Plateau {
  readonly bpm: Bpm;
  /** When it was reached. */
  readonly since: Day;
  readonly sessions: number;
  readonly days: number;
}

/** How many sessions and days without a gain make a plateau. */
export const PLATEAU = { sessions: 5, days: 10 } as const;

/** The plateau a line is on: no gain over at least five sessions and ten days. */
export function plateauOf(sessions: readonly Session[]): Plateau | undefined {
  const best = bestSoFar(sessions);
  const top = best.find(({ bpm }) => bpm === best.at(-1)?.bpm);
  if (!top) return undefined;
  const { bpm, day: since } = top;
  const after = sessions.map(({ day }) => daysBetween(since, day)).filter((days) => days > 0);
  const days = Math.max(0, ...after);
  return after.length >= PLATEAU.sessions && days >= PLATEAU.days
    ? { bpm, since, sessions: after.length, days }
    : undefined;
}

/** A way through that may help over a plateau, with the reason for it. */
export interface Try {
  readonly way: Way;
  readonly why: string;
}

/** Two ways through to try: first those that what was heard speaks for. */
export function whatToTry(runs: readonly LoggedRun[]): readonly Try[] {
  const heard = runs.flatMap(({ judged }) => judged ?? []);
  const offs = grouped(
    heard.flatMap(({ off }) => off),
    ({ name }) => name,
  );
  const [often] = [...offs.values()].sort((a, b) => b.length - a.length);
  const wrong = heard.filter(({ missed, extra }) => missed + extra > 0).length;
  const drifts = heard.filter(({ drift }) => Math.abs(drift) > 2).length;
  const found: Try[] = [];
  if (often?.[0] && often.length * 3 >= heard.length) {
    const way = often[0].bias < 0 ? 'comes early' : 'comes late';
    found.push({
      way: 'stroke after',
      why: `The ${often[0].name} ${way} in ${often.length} of ${counted(heard.length, 'run')}: play up to the stroke after it, and stop.`,
    });
  }
  if (wrong * 2 >= heard.length && wrong > 0) {
    found.push({
      way: 'add the next',
      why: `Strokes are missing or too many in ${wrong} of ${counted(heard.length, 'run')}: build it up again piece by piece.`,
    });
  }
  if (drifts * 2 >= heard.length && drifts > 0) {
    found.push({
      way: 'clap',
      why: `It runs off from the click in ${drifts} of ${counted(heard.length, 'run')}: keep a clap under it.`,
    });
  }
  const usual: readonly Try[] = [
    { way: 'from the end', why: 'What comes last is practised least: begin with the end.' },
    { way: 'accents', why: 'The accents alone show the frame that all else hangs on.' },
  ];
  return [...found, ...usual].slice(0, 2);
}

/** A stroke that rushes or drags over many runs. */
export interface OffOverAll {
  readonly line: string;
  readonly name: string;
  readonly bias: Seconds;
  readonly runs: number;
  readonly of: number;
}

/** Off in at least so many runs, and in one of so many, is no chance. */
const OFTEN = { runs: 3, of: 4 } as const;

/** What rushes and what drags, over all: strokes that were off the same way in at least every fourth run of their line. */
export function offOverAll(runs: readonly LoggedRun[]): readonly OffOverAll[] {
  const found: OffOverAll[] = [];
  for (const played of grouped(
    runs.filter(({ judged }) => judged),
    ({ rhythm, layer }) => `${rhythm.name}, ${layer.name}`,
  )) {
    const [line, own] = played;
    const offs = grouped(
      own.flatMap(({ judged }) => judged?.off ?? []),
      ({ name }) => name,
    );
    for (const [name, all] of offs) {
      const bias = all.reduce((sum, one) => sum + one.bias, 0) / all.length;
      const isOften = all.length >= OFTEN.runs && all.length * OFTEN.of >= own.length;
      if (!isOften || Math.abs(bias) < EXACT) continue;
      found.push({ line, name, bias, runs: all.length, of: own.length });
    }
  }
  return found.sort((a, b) => b.runs / b.of - a.runs / a.of || byName(a.name, b.name));
}

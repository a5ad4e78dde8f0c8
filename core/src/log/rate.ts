import { nth } from '../bounds/index.ts';
import type { Bpm } from '../time/index.ts';
import { bestSoFar, type Session, sessionsOf } from './progress.ts';
import { grouped, inTime, type LoggedRun } from './run.ts';

/** Beats a minute gained from session to session. */
export interface Rate {
  readonly bpm: Bpm;
  /** Whether it is the player's own, or a cautious one until there is any. */
  readonly own: boolean;
  /** How many sessions it was read from. */
  readonly sessions: number;
}

/** Sessions that a rate is read from: at least, and the last so many. */
export const RATE = { least: 3, last: 10 } as const;
/** Hundredths of the tempo to reach that are gained a session until more is known. */
const CAUTIOUS = 0.5;

/**
 * The rate of progress on a line over its last ten sessions. Where the spread of what was heard grows with
 * the tempo, it is how much quicker the same spread comes from session to session: every run counts then, also
 * those that were not clean. Else it is the slope of the best clean tempo. Both by least squares.
 * @param runs of the whole of one line
 * @param all their sessions, where they were worked out already
 */
export function rateOf(
  runs: readonly LoggedRun[],
  target: Bpm,
  all: readonly Session[] = sessionsOf(runs),
): Rate {
  const best = bestSoFar(all).slice(-RATE.last);
  const sessions = best.length;
  if (sessions < RATE.least) return { bpm: (target * CAUTIOUS) / 100, own: false, sessions };
  const top = best[sessions - 1]?.bpm ?? target;
  const bpm = gainAtSameSpread(runs, top) ?? slope(best.map((one) => one.bpm));
  return { bpm, own: true, sessions };
}

/** How much values grow from one to the next. */
function slope(values: readonly number[]): number {
  const middle = (values.length - 1) / 2;
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  let [rise, run] = [0, 0];
  values.forEach((value, at) => {
    rise += (at - middle) * (value - mean);
    run += (at - middle) ** 2;
  });
  return rise / run;
}

/** Runs that are needed to tell what the tempo does from what practice does. */
const ENOUGH = 12;
/** How the spread may grow with the tempo: as some power of it, or it says nothing. */
const POWERS = { least: 1, most: 20 } as const;

/** The runs of the last ten days that were played on. */
function lastDays(runs: readonly LoggedRun[]): readonly LoggedRun[] {
  const days = new Set<string>();
  let from = runs.length;
  while (from > 0) {
    days.add(nth(runs, from - 1).day);
    if (days.size > RATE.last) break;
    from -= 1;
  }
  return runs.slice(from);
}

/**
 * The spread as a power of the tempo that shrinks from session to session, fitted to the last ten sessions:
 * log spread = a + b log tempo − c session. The same spread then comes c/b higher each time, in logarithms.
 */
function gainAtSameSpread(runs: readonly LoggedRun[], at: Bpm): Bpm | undefined {
  const days = [...grouped(lastDays(inTime(runs)), ({ day }) => day).values()];
  const heard = days.flatMap((played, session) =>
    played.flatMap(({ bpm, judged }) =>
      judged && judged.spread > 0 && judged.missed + judged.extra < judged.asked / 2
        ? [{ tempo: Math.log(bpm), session, spread: Math.log(judged.spread) }]
        : [],
    ),
  );
  const count = heard.length;
  if (count < ENOUGH) return undefined;
  const mean = (of: (one: (typeof heard)[number]) => number) =>
    heard.reduce((sum, one) => sum + of(one), 0) / count;
  const [tempo, session, spread] = [
    mean((one) => one.tempo),
    mean((one) => one.session),
    mean((one) => one.spread),
  ];
  let [tt, ts, ss, ty, sy] = [0, 0, 0, 0, 0];
  for (const one of heard) {
    const [t, s, y] = [one.tempo - tempo, one.session - session, one.spread - spread];
    tt += t * t;
    ts += t * s;
    ss += s * s;
    ty += t * y;
    sy += s * y;
  }
  const together = tt * ss - ts * ts;
  // Where tempo and session rose as one, they cannot be told apart.
  if (together <= tt * ss * 0.02) return undefined;
  const power = (ty * ss - sy * ts) / together;
  const shrinks = -(sy * tt - ty * ts) / together;
  if (power < POWERS.least || power > POWERS.most) return undefined;
  return at * (Math.exp(shrinks / power) - 1);
}

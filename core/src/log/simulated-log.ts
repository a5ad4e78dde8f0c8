import { addSeconds, getTime, parseISO } from 'date-fns';
import { nth } from '../bounds/index.ts';
import { normal, seeded } from '../chance/index.ts';
import {
  askedAt,
  askedSlots,
  flaws,
  type Habits,
  judge,
  judgePasses,
  STRICTNESS,
  simulate,
  verdict,
} from '../ear/index.ts';
import type { Passage } from '../passage/index.ts';
import { countingOf, type Rhythm, type Timing, tempoAt } from '../rhythm/index.ts';
import { type Bpm, secondsPerPulse, toNumber } from '../time/index.ts';
import { addDays, type Day, daysBetween, type Weekday, weekdayOf } from './day.ts';
import { judgedOf } from './from-run.ts';
import { passageLoad } from './material.ts';
import { type Played, packPlayed } from './played.ts';
import type { LoggedRun } from './run.ts';

/** A line that a simulated player practises, and how it gets on. */
export interface SimulatedLine {
  readonly rhythm: Rhythm;
  readonly timing: Timing;
  readonly index: number;
  /** Mark of the rhythm as it is. */
  readonly version: string;
  /** Days before the last on which it was begun. */
  readonly begun: number;
  readonly on: readonly Weekday[];
  /** The tempo it can be played clean at when it is begun, what is gained a session, and where it stands still. */
  readonly can: Bpm;
  readonly gain: number;
  readonly most: Bpm;
  /** What is planted beside the spread. */
  readonly habits?: Omit<Habits, 'seed'>;
  /** Where it was practised without being heard. */
  readonly unheard?: true;
}

/** A run with what was played in it. */
export interface SimulatedRun {
  readonly run: LoggedRun;
  readonly played: Played | undefined;
}

/** Minutes after midnight at which a session begins. */
const EVENING = 18 * 60 + 40;
/** The spread of a player at the tempo that is just clean, and how fast it grows beyond it. */
const JUST_CLEAN = 0.0125;
const GROWS = 6;
/** About how long a run lasts, in seconds. */
const RUN = 32;
/** Tempos of a session, as shares of what can be played clean. */
const LADDER = [0.8, 0.86, 0.9, 0.94, 0.98, 1, 1.02, 1.04];
/** One day in so many is missed. */
const MISSED = 9;

/**
 * A made-up log: what a player with these lines would have played up to a day, run by run, each simulated and
 * judged as a real one is. The same seed gives the same log.
 */
export function simulateLog(
  lines: readonly SimulatedLine[],
  today: Day,
  seed: number,
): readonly SimulatedRun[] {
  const random = seeded(seed);
  const found: SimulatedRun[] = [];
  const sessions = new Map<SimulatedLine, number>();
  const first = addDays(today, -Math.max(0, ...lines.map(({ begun }) => begun)));
  for (let day = first; daysBetween(day, today) > 0; day = addDays(day, 1)) {
    if (Math.floor(random() * MISSED) === 0) continue;
    let at = EVENING * 60;
    for (const line of lines) {
      if (daysBetween(day, today) > line.begun || !line.on.includes(weekdayOf(day))) continue;
      const session = sessions.get(line) ?? 0;
      sessions.set(line, session + 1);
      const can = Math.min(line.most, line.can + session * line.gain + normal(random) * 0.6);
      for (const share of LADDER) {
        const one = simulateRun(line, day, at, Math.round(can * share), can, random);
        found.push(one);
        at += one.run.seconds + 12;
      }
      at += 75;
    }
  }
  return found;
}

function simulateRun(
  line: SimulatedLine,
  day: Day,
  at: number,
  bpm: Bpm,
  can: Bpm,
  random: () => number,
): SimulatedRun {
  const { rhythm, timing, index, unheard } = line;
  const layer = nth(rhythm.layers, index);
  const grid = nth(timing.layers, index);
  const { per } = tempoAt(rhythm);
  const secondsPerTick = toNumber(secondsPerPulse({ bpm, per })) / timing.ticksPerPulse;
  const end = Math.ceil(grid.lengthTicks / grid.turnTicks) * grid.turnTicks;
  const passes = Math.max(2, Math.round(RUN / (end * secondsPerTick)));
  const starts = Array.from({ length: passes }, (_, pass) => pass * end * secondsPerTick);
  const slots = askedSlots(layer, grid, 0, end);
  const asked = starts.flatMap((start, pass) => askedAt(slots, pass, start, { secondsPerTick }));
  const seed = Math.floor(random() * 1e6);
  const spread = JUST_CLEAN * Math.max(0.4, bpm / can) ** GROWS;
  const hits = simulate(asked, { ...line.habits, seed, spread }, layer, grid, secondsPerTick);
  const heard = { layer, grid, secondsPerTick, asked, hits };
  const judgement = judge(heard);
  const found = judgePasses(heard, judgement).map((pass) => flaws(pass, STRICTNESS.usual));
  const passage: Passage = {
    from: { num: 0, den: 1 },
    to: { num: end, den: timing.ticksPerPulse },
    times: 1,
  };
  const verdictNow = verdict(found.map((one) => one.length === 0));
  const named = {
    cycle: rhythm.cycle,
    layer,
    grid,
    counting: countingOf(rhythm, layer),
    passes,
  };
  const began = getTime(addSeconds(parseISO(day), at));
  const id = `demo-${day}-${at}-${rhythm.id}`;
  const run: LoggedRun = {
    id,
    at: began,
    day,
    rhythm: { id: rhythm.id, name: rhythm.name },
    version: line.version,
    layer: { id: layer.id, name: layer.name },
    instrument: layer.instrument,
    part: 'all of it',
    passage,
    whole: true,
    way: 'whole',
    heardBy: unheard ? 'none' : 'simulated',
    bpm,
    per,
    passes,
    seconds: passes * end * secondsPerTick,
    brokenOff: false,
    load: passageLoad({ rhythm, timing, index }, passage, passes),
    ...(unheard ? {} : { judged: judgedOf(judgement, bpm, verdictNow, found, named) }),
    feel: bpm > can ? 'hard' : bpm > can * 0.9 ? 'right' : 'easy',
    demo: true,
  };
  const played = unheard ? undefined : packPlayed(id, { passage, secondsPerTick, starts, hits });
  return { run, played };
}

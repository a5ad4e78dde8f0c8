import { turnPulses } from '../cycle/index.ts';
import {
  type Layer,
  type Rhythm,
  type Timing,
  timeRhythm,
  type Variation,
  withVariation,
} from '../rhythm/index.ts';
import { type Score, type ScoreEvent, scoreRhythm } from '../sound/index.ts';
import { type Pulses, wrap } from '../time/index.ts';
import {
  nextTurn,
  PLAN_START,
  type PlanState,
  scoreTurns,
  USUAL_PLAN,
} from '../variation/index.ts';
import type { Line } from './model.ts';

/** A line that was looked up: what it is, and its sounds. */
export interface Source {
  readonly ok: true;
  /** The rhythm as it plays: with the variation, where that is played on and on. */
  readonly rhythm: Rhythm;
  /** The layer as it plays. */
  readonly layer: Layer;
  /** One time through it. */
  readonly length: Pulses;
  /** One turn of its own cycle, in pulses. */
  readonly turn: number;
  readonly ticksPerPulse: number;
  /** Its sounds from a tick up to another one, counted on and on from its beginning; ascending. */
  readonly events: (from: number, to: number) => readonly ScoreEvent[];
}

/** Why a line cannot be played. */
export interface Missing {
  readonly ok: false;
  readonly what: 'rhythm' | 'layer' | 'variation' | 'grid';
}

/** Looks lines up; each rhythm is timed once. */
export type Sources = (line: Line) => Source | Missing;

/**
 * Looks up what the lines of a form play. Each is timed once.
 * @param rhythms by id
 * @example const source = findSources(rhythms); source({ rhythm: 'lantern-steps', layer: 'layer-1' })
 */
export function findSources(rhythms: ReadonlyMap<string, Rhythm>): Sources {
  const known = new Map<string, Source | Missing>();
  const scores = new Map<Rhythm, Score>();
  const varied = new Map<string, Rhythm>();
  /** The same rhythm for the same variation, so that it is timed and scored once. */
  const playedAs = (home: Rhythm, variation: Variation | undefined) => {
    if (!variation) return home;
    const key = `${home.id} ${variation.id}`;
    const rhythm = varied.get(key) ?? withVariation(home, variation);
    varied.set(key, rhythm);
    return rhythm;
  };
  const scoreOf = (rhythm: Rhythm, timing: Timing) => {
    const score = scores.get(rhythm) ?? scoreRhythm(rhythm, timing, rhythm);
    scores.set(rhythm, score);
    return score;
  };
  return (line) => {
    const { rhythm, layer, variation = '', mix = '' } = line;
    const key = `${rhythm}\n${layer}\n${variation}\n${mix}`;
    let found = known.get(key);
    if (!found) {
      found = lookUp(rhythms, line, playedAs, scoreOf);
      known.set(key, found);
    }
    return found;
  };
}

function lookUp(
  rhythms: ReadonlyMap<string, Rhythm>,
  line: Line,
  playedAs: (home: Rhythm, variation: Variation | undefined) => Rhythm,
  scoreOf: (rhythm: Rhythm, timing: Timing) => Score,
): Source | Missing {
  const home = rhythms.get(line.rhythm);
  if (!home) return { ok: false, what: 'rhythm' };
  if (!home.layers.some(({ id }) => id === line.layer)) return { ok: false, what: 'layer' };
  const variation = home.variations?.find(({ id }) => id === line.variation);
  if (line.variation !== undefined && !variation) return { ok: false, what: 'variation' };
  const rhythm = playedAs(home, variation);
  const timed = timeRhythm(rhythm);
  if (!timed.ok) return { ok: false, what: 'grid' };
  const at = rhythm.layers.findIndex(({ id }) => id === line.layer);
  const layer = rhythm.layers[at];
  const grid = timed.timing.layers[at];
  if (!layer || !grid) return { ok: false, what: 'layer' };
  const { timing } = timed;
  // What is only read of a line needs no sounds.
  let events: Source['events'] | undefined;
  const eventsOf = (): Source['events'] => {
    const score = scoreOf(rhythm, timing);
    if (line.mix !== undefined && home.variations) return mixed(home, score, line.layer, line.mix);
    const own = { ...score, events: score.events.filter((one) => one.layer === line.layer) };
    return (from, to) => looped(own, from, to);
  };
  return {
    ok: true,
    rhythm,
    layer,
    length: grid.length,
    turn: turnPulses(rhythm.cycle),
    ticksPerPulse: timing.ticksPerPulse,
    events(from, to) {
      events ??= eventsOf();
      return events(from, to);
    },
  };
}

/** The events of a loop that goes on and on. */
function looped({ events, lengthTicks }: Score, from: number, to: number): readonly ScoreEvent[] {
  const found: ScoreEvent[] = [];
  for (let round = Math.floor(from / lengthTicks); round * lengthTicks < to; round += 1) {
    for (const event of events) {
      const ticks = event.ticks + round * lengthTicks;
      if (ticks >= from && ticks < to) found.push(round === 0 ? event : { ...event, ticks });
    }
  }
  return found;
}

/** Home and variations by chance in their shares: the same turns for the same seed, however often they are asked for. */
function mixed(rhythm: Rhythm, home: Score, layer: string, seed: number): Source['events'] {
  const turnOf = scoreTurns(rhythm, home);
  const plan = { ...USUAL_PLAN, way: 'mixed', seed } as const;
  const states: PlanState[] = [];
  const stateAt = (turn: number) => {
    while (states.length <= turn) states.push(nextTurn(rhythm, plan, states.at(-1) ?? PLAN_START));
    return states[turn]?.now ?? { turn, part: 0 };
  };
  return (from, to) => {
    const found: ScoreEvent[] = [];
    const turns = home.turnTicks;
    for (let turn = Math.floor(from / turns); turn * turns < to; turn += 1) {
      // Before the beginning, in a pickup, it is home.
      const before = wrap(turn, home.lengthTicks / turns);
      const played = turnOf(turn < 0 ? { turn: before, part: 0 } : { ...stateAt(turn), turn });
      const finer = played.score.ticksPerPulse / home.ticksPerPulse;
      for (const event of played.score.events) {
        const inTurn = event.ticks >= played.startTicks && event.ticks < played.endTicks;
        if (event.layer !== layer || !inTurn) continue;
        const ticks = (event.ticks - played.startTicks) / finer + turn * turns;
        const damp = event.dampTicks === undefined ? {} : { dampTicks: event.dampTicks / finer };
        if (ticks >= from && ticks < to) found.push({ ...event, ticks, ...damp });
      }
    }
    return found;
  };
}

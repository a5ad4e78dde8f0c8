import { nth } from '../bounds/index.ts';
import { turnPulses } from '../cycle/index.ts';
import {
  type Layer,
  type Rhythm,
  type Stroke,
  type Timing,
  timeLayer,
  timeRhythm,
  type Variation,
  withVariation,
} from '../rhythm/index.ts';
import { type Score, type ScoreEvent, scoreRhythm } from '../sound/index.ts';
import {
  add,
  compare,
  divide,
  floor,
  multiply,
  type Pulses,
  rational,
  toNumber,
  wrap,
} from '../time/index.ts';
import {
  nextTurn,
  PLAN_START,
  type PlanState,
  scoreTurns,
  type TurnPlayed,
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
  /** Its strokes from a place up to another one, counted likewise, where they are written. */
  readonly strokes: (from: Pulses, to: Pulses) => readonly StrokeAt[];
}

/** A stroke of a line, and how many pulses after the beginning of the line it is written. */
export interface StrokeAt {
  readonly at: Pulses;
  readonly stroke: Stroke;
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
  const mix = line.mix !== undefined && home.variations ? mixedTurns(home, line.mix) : undefined;
  const turns = timing.fullTicks / timing.turnTicks;
  const eventsOf = (): Source['events'] => {
    const score = scoreOf(rhythm, timing);
    if (mix) return mixed(home, score, line.layer, mix);
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
    strokes: mix
      ? mixedStrokes(home, layer, turns, mix, playedAs)
      : (from, to) => strokesOn(rhythm, layer, from, to),
  };
}

/** The strokes of a layer that goes on and on. */
function strokesOn({ cycle }: Rhythm, layer: Layer, from: Pulses, to: Pulses): readonly StrokeAt[] {
  const { starts, length } = timeLayer(cycle, layer);
  const found: StrokeAt[] = [];
  for (let round = floor(divide(from, length)); ; round += 1) {
    const start = multiply(length, rational(round));
    if (compare(start, to) >= 0) return found;
    for (const stroke of layer.strokes) {
      const at = add(start, nth(starts, stroke.slot));
      if (compare(at, from) >= 0 && compare(at, to) < 0) found.push({ at, stroke });
    }
  }
}

/**
 * The strokes of a layer that is mixed: in each turn those of home, or of the turn of the variation that is drawn.
 * @param turns after how many home comes round
 */
function mixedStrokes(
  home: Rhythm,
  layer: Layer,
  turns: number,
  turnAt: (turn: number) => TurnPlayed,
  playedAs: (home: Rhythm, variation: Variation) => Rhythm,
): Source['strokes'] {
  const length = turnPulses(home.cycle);
  return (from, to) => {
    const found: StrokeAt[] = [];
    for (
      let turn = floor(divide(from, rational(length)));
      turn * length < toNumber(to);
      turn += 1
    ) {
      const { variation, part } = turnAt(turn);
      const line = variation?.lines.find((one) => one.layer === layer.id);
      const varied = variation && line ? playedAs(home, variation) : home;
      // A variation that has no common grid with the others is not heard: home goes on.
      const played = timeRhythm(varied).ok
        ? varied.layers.find(({ id }) => id === layer.id)
        : undefined;
      const own = varied !== home && played ? part : wrap(turn, turns);
      const begin = rational(own * length);
      const later = rational((turn - own) * length);
      for (const { at, stroke } of strokesOn(
        home,
        played ?? layer,
        begin,
        add(begin, rational(length)),
      )) {
        const place = add(at, later);
        if (compare(place, from) >= 0 && compare(place, to) < 0) found.push({ at: place, stroke });
      }
    }
    return found;
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

/**
 * Home and variations by chance in their shares: the same turns for the same seed, however often they are asked for. Before
 * the beginning, in a pickup, it is home.
 */
function mixedTurns(home: Rhythm, seed: number): (turn: number) => TurnPlayed {
  const plan = { ...USUAL_PLAN, way: 'mixed', seed } as const;
  const states: PlanState[] = [];
  return (turn) => {
    while (states.length <= turn) states.push(nextTurn(home, plan, states.at(-1) ?? PLAN_START));
    return states[turn]?.now ?? { turn, part: 0 };
  };
}

/** The sounds of a layer that is mixed. */
function mixed(
  rhythm: Rhythm,
  home: Score,
  layer: string,
  turnAt: (turn: number) => TurnPlayed,
): Source['events'] {
  const turnOf = scoreTurns(rhythm, home);
  return (from, to) => {
    const found: ScoreEvent[] = [];
    const turns = home.turnTicks;
    for (let turn = Math.floor(from / turns); turn * turns < to; turn += 1) {
      const at = wrap(turn, home.lengthTicks / turns);
      const played = turnOf({ ...turnAt(turn), turn: at });
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

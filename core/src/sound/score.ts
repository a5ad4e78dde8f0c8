import { beatStarts, type Cycle, turnPulses } from '../cycle/index.ts';
import {
  type Force,
  type Lines,
  type Onset,
  onsetsOnce,
  type Stroke,
  type Timing,
} from '../rhythm/index.ts';
import type { Seconds, Ticks } from '../time/index.ts';
import { CLICK_INSTRUMENT } from './voices.ts';

/** Which sound: an instrument's stroke at a force. The click stands among the instruments. */
export interface Sound {
  readonly instrument: string;
  readonly kind: string;
  readonly force: Force;
}

/** One name for a sound, for caches. */
export function soundKey(sound: Sound): string {
  return `${sound.instrument}/${sound.kind}/${sound.force}`;
}

/** Layer id under which the click that plays along is heard and muted. */
export const CLICK_LAYER = 'click';

/** Layer id of a count-in, which is heard whether or not the click is on. */
export const COUNT_IN_LAYER = 'count-in';

/** A sound at its exact tick in the loop; graces come a fixed time before theirs. */
export interface ScoreEvent {
  readonly ticks: Ticks;
  /** Added to the exact time; negative for a grace before the stroke. */
  readonly offset: Seconds;
  /** Id of the layer it belongs to, or CLICK_LAYER. */
  readonly layer: string;
  readonly sound: Sound;
}

/** What a loop plays, in order of time. */
export interface Score {
  readonly ticksPerPulse: number;
  readonly lengthTicks: Ticks;
  readonly turnTicks: Ticks;
  readonly events: readonly ScoreEvent[];
}

/** How far the graces of each ornament come before the stroke, in seconds. */
const GRACES: Readonly<Record<'flam' | 'drag' | 'ruff', readonly Seconds[]>> = {
  flam: [-0.03],
  drag: [-0.062, -0.031],
  ruff: [-0.084, -0.056, -0.028],
};

/** How many strokes fill a slot that is rolled. */
const ROLL_STROKES = 6;

/** The whole rhythm as a loop, with the click on every beat as a layer of its own. */
export function scoreRhythm(rhythm: Lines, timing: Timing): Score {
  const events = onsetsOnce(rhythm, timing).flatMap((onset) => strokeEvents(rhythm, timing, onset));
  const turns = timing.fullTicks / timing.turnTicks;
  return {
    ticksPerPulse: timing.ticksPerPulse,
    lengthTicks: timing.fullTicks,
    turnTicks: timing.turnTicks,
    events: sortEvents([...events, ...clickEvents(rhythm.cycle, timing.ticksPerPulse, turns)]),
  };
}

/** Bars of clicks alone, to count in. */
export function scoreCountIn(cycle: Cycle, turns = 1): Score {
  const length = turnPulses(cycle);
  return {
    ticksPerPulse: 1,
    lengthTicks: length * turns,
    turnTicks: length,
    events: clickEvents(cycle, 1, turns, COUNT_IN_LAYER),
  };
}

function sortEvents(events: readonly ScoreEvent[]): readonly ScoreEvent[] {
  return [...events].sort((a, b) => a.ticks - b.ticks || a.offset - b.offset);
}

function clickEvents(
  cycle: Cycle,
  ticksPerPulse: number,
  turns: number,
  layer = CLICK_LAYER,
): readonly ScoreEvent[] {
  const length = turnPulses(cycle);
  return Array.from({ length: turns }, (_, turn) =>
    beatStarts(cycle).map(
      (start, beat): ScoreEvent => ({
        ticks: (turn * length + start) * ticksPerPulse,
        offset: 0,
        layer,
        sound: { instrument: CLICK_INSTRUMENT, kind: beat === 0 ? 'strong' : 'plain', force: 3 },
      }),
    ),
  ).flat();
}

function strokeEvents(rhythm: Lines, timing: Timing, onset: Onset): readonly ScoreEvent[] {
  const layer = rhythm.layers[onset.layer];
  if (!layer) return [];
  const { stroke, ticks } = onset;
  const event = (force: Force, at: Ticks, offset: Seconds): ScoreEvent => ({
    ticks: at,
    offset,
    layer: layer.id,
    sound: { instrument: layer.instrument, kind: stroke.kind, force },
  });
  const main = event(stroke.force, ticks, 0);
  const softer: Force = stroke.force > 2 ? 2 : 1;
  switch (stroke.ornament) {
    case undefined:
      return [main];
    case 'roll':
      return rollTicks(timing, onset.layer, stroke).map((after, index) =>
        event(index === 0 ? stroke.force : softer, ticks + after, 0),
      );
    default:
      return [...GRACES[stroke.ornament].map((offset) => event(softer, ticks, offset)), main];
  }
}

/** Ticks after the slot's start at which a roll strikes; whole ticks, spread as evenly as they allow. */
function rollTicks(timing: Timing, layer: number, stroke: Stroke): readonly Ticks[] {
  const grid = timing.layers[layer];
  if (!grid) return [0];
  const start = grid.startTicks[stroke.slot] ?? 0;
  const length = (grid.startTicks[stroke.slot + 1] ?? grid.lengthTicks) - start;
  return Array.from({ length: ROLL_STROKES }, (_, index) => (length * index) / ROLL_STROKES);
}

/** All sounds a score uses, each once. */
export function soundsOf(score: Score): readonly Sound[] {
  return [...new Map(score.events.map((event) => [soundKey(event.sound), event.sound])).values()];
}

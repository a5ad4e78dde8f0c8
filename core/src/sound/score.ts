import { nth, numberAt } from '../bounds/index.ts';
import { type SecondCount, secondCycle } from '../counting/index.ts';
import { beatsOverTurns, type Cycle, turnPulses } from '../cycle/index.ts';
import {
  type FeltTicks,
  type Force,
  feltTicks,
  type LayerGrid,
  type Lines,
  type Onset,
  onsetsOnce,
  type Rhythm,
  rollCount,
  slotsHeld,
  type Timing,
} from '../rhythm/index.ts';
import { lcm, type Seconds, type Ticks } from '../time/index.ts';
import { CLICK_INSTRUMENT, GESTURE_INSTRUMENT } from '../voice/index.ts';
import { heldOnSkins } from './hold.ts';
import { type SoundOf, soundsOfLayer } from './layer-sounds.ts';
import { type Sound, soundKey } from './sound.ts';

/** Layer id under which the click that plays along is heard and muted. */
export const CLICK_LAYER = 'click';

/** Layer id under which the counts of a second counting are heard. */
export const SECOND_LAYER = 'second-count';

/** Layer id under which gestures are heard. */
export const GESTURE_LAYER = 'gestures';

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
  /** How loud it is beside the others, 0 to 1; undefined: as loud. */
  readonly gain?: number;
  /** The slot of a stroke that may be left out; all its sounds have it. */
  readonly optional?: number;
  /** Where the stroke is choked: ticks after its own. */
  readonly dampTicks?: Ticks;
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

/**
 * The whole rhythm as a loop, with the click on every beat as a layer of its own.
 * @param more a second counting, whose counts are clicked too in a layer of their own, and turns that
 * are softer than the others
 */
export function scoreRhythm(
  rhythm: Lines,
  timing: Timing,
  { second, turns: named = [] }: Pick<Rhythm, 'second' | 'turns'> = {},
): Score {
  const gains = turnGains(named);
  const longest = Math.max(1, ...timing.layers.map(({ lengthTicks }) => lengthTicks));
  const writtenTurns = Math.ceil(longest / timing.turnTicks);
  const felt = rhythm.layers.map((layer, index) => feltTicks(layer, nth(timing.layers, index)));
  const sound = rhythm.layers.map(soundsOfLayer);
  const events = onsetsOnce(rhythm, timing).flatMap((onset) => {
    const gain = gains.get(Math.floor(onset.ticks / timing.turnTicks) % writtenTurns);
    const sounds = strokeEvents(
      rhythm,
      timing,
      onset,
      nth(felt, onset.layer),
      nth(sound, onset.layer),
    );
    return gain === undefined ? sounds : sounds.map((event) => ({ ...event, gain }));
  });
  const turns = timing.fullTicks / timing.turnTicks;
  return {
    ticksPerPulse: timing.ticksPerPulse,
    lengthTicks: timing.fullTicks,
    turnTicks: timing.turnTicks,
    events: sortEvents([
      ...heldOnSkins(events, timing.fullTicks),
      ...clickEvents(rhythm.cycle, timing.ticksPerPulse, turns),
      ...(second ? secondEvents(second, timing.ticksPerPulse, turns) : []),
    ]),
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

/** Turns of gestures alone: the claps, fingers and waves by which a cycle is shown. */
export function scoreGestures(cycle: Cycle, turns = 1): Score {
  const length = turnPulses(cycle);
  const events = beatsOverTurns(cycle, turns).flatMap(({ start, index, beat }): ScoreEvent[] => {
    const kind = beat.gesture ?? 'clap';
    if (kind === 'silent') return [];
    return [
      {
        ticks: start,
        offset: 0,
        layer: GESTURE_LAYER,
        sound: { instrument: GESTURE_INSTRUMENT, kind, force: index === 0 ? 4 : 3 },
      },
    ];
  });
  return { ticksPerPulse: 1, lengthTicks: length * turns, turnTicks: length, events };
}

/**
 * Loops laid over one another on one grid, until all come round; only the first keeps its click.
 * @param scores one at least
 */
export function layScores(scores: readonly Score[]): Score {
  const ticksPerPulse = scores.reduce((all, score) => lcm(all, score.ticksPerPulse), 1);
  const finer = (score: Score) => ticksPerPulse / score.ticksPerPulse;
  const lengthTicks = scores.reduce((all, score) => lcm(all, score.lengthTicks * finer(score)), 1);
  const events = scores.flatMap((score, index) => {
    const by = finer(score);
    const kept =
      index === 0
        ? score.events
        : score.events.filter(({ layer }) => layer !== CLICK_LAYER && layer !== SECOND_LAYER);
    const length = score.lengthTicks * by;
    return Array.from({ length: lengthTicks / length }, (_, round) =>
      kept.map((event) => ({
        ...event,
        ticks: event.ticks * by + round * length,
        ...(event.dampTicks === undefined ? {} : { dampTicks: event.dampTicks * by }),
      })),
    ).flat();
  });
  const [first] = scores;
  const turnTicks = first ? first.turnTicks * finer(first) : lengthTicks;
  return { ticksPerPulse, lengthTicks, turnTicks, events: sortEvents(events) };
}

/** Events in order of time, graces before their stroke. */
export function sortEvents(events: readonly ScoreEvent[]): readonly ScoreEvent[] {
  return [...events].sort((a, b) => a.ticks - b.ticks || a.offset - b.offset);
}

function clickEvents(
  cycle: Cycle,
  ticksPerPulse: number,
  turns: number,
  layer = CLICK_LAYER,
): readonly ScoreEvent[] {
  return beatsOverTurns(cycle, turns).map(
    ({ start, index }): ScoreEvent => ({
      ticks: start * ticksPerPulse,
      offset: 0,
      layer,
      sound: { instrument: CLICK_INSTRUMENT, kind: index === 0 ? 'strong' : 'plain', force: 3 },
    }),
  );
}

/** The level of the turns that have one, 0 to 1, by turn. */
function turnGains(turns: NonNullable<Rhythm['turns']>): ReadonlyMap<number, number> {
  return new Map(
    turns.flatMap(({ turn, level }) => (level === undefined ? [] : [[turn, level / 100] as const])),
  );
}

function secondEvents(
  second: SecondCount,
  ticksPerPulse: number,
  turns: number,
): readonly ScoreEvent[] {
  const plain = { instrument: CLICK_INSTRUMENT, kind: 'second', force: 3 } as const;
  return clickEvents(secondCycle(second), ticksPerPulse, turns, SECOND_LAYER).map((event) => ({
    ...event,
    sound: plain,
  }));
}

function strokeEvents(
  rhythm: Lines,
  timing: Timing,
  onset: Onset,
  felt: FeltTicks,
  soundOf: SoundOf,
): readonly ScoreEvent[] {
  const layer = rhythm.layers[onset.layer];
  if (!layer) return [];
  const { stroke } = onset;
  const grid = nth(timing.layers, onset.layer);
  const ticks = onset.ticks - numberAt(grid.startTicks, stroke.slot) + felt(stroke.slot);
  const event = (force: Force, at: Ticks, offset: Seconds, other = false): ScoreEvent => ({
    ticks: at,
    offset,
    layer: layer.id,
    sound: soundOf(stroke, force, other),
    ...(stroke.optional ? { optional: stroke.slot } : {}),
  });
  const held = slotsHeld(layer, stroke.slot);
  const length = heldTicks(grid, stroke.slot, held, felt);
  const main: ScoreEvent = {
    ...event(stroke.force, ticks, 0),
    ...(stroke.damp ? { dampTicks: length } : {}),
  };
  const softer: Force = stroke.force > 2 ? 2 : 1;
  switch (stroke.ornament) {
    case undefined:
      return [main];
    case 'roll':
    case 'roll5':
    case 'roll7':
    case 'roll9':
    case 'crush': {
      const count = rollCount(stroke.ornament, held);
      // A crushed roll is a buzz: after its first stroke nothing stands out.
      const rest: Force = stroke.ornament === 'crush' ? 1 : softer;
      return Array.from({ length: count }, (_, index) =>
        index === 0
          ? event(stroke.force, ticks, 0)
          : event(rest, ticks + (length * index) / count, 0, index % 2 === 1),
      );
    }
    default:
      return [...GRACES[stroke.ornament].map((offset) => event(softer, ticks, offset, true)), main];
  }
}

/** How long a stroke and the slots it rings on through last, over the seam of its layer too. */
function heldTicks(
  { startTicks, lengthTicks }: LayerGrid,
  slot: number,
  held: number,
  felt: FeltTicks,
): Ticks {
  const end = slot + held;
  const over = Math.floor(end / startTicks.length);
  return over * lengthTicks + felt(end % startTicks.length) - felt(slot);
}

/** All sounds a score uses, each once. */
export function soundsOf(score: Score): readonly Sound[] {
  return [...new Map(score.events.map((event) => [soundKey(event.sound), event.sound])).values()];
}

import { beatsToPulses, turnPulses } from '../cycle/index.ts';
import {
  CLICK_LAYER,
  COUNT_IN_LAYER,
  type Score,
  type ScoreEvent,
  scoreCountIn,
  sortEvents,
} from '../sound/index.ts';
import { add, lcmWithin, rational, toNumber } from '../time/index.ts';
import { CLICK_INSTRUMENT } from '../voice/index.ts';
import type { Doing } from './doing.ts';
import { type Entered, phaseOf, sourceOf, speedOf } from './lay-out.ts';
import type { Level, Line, Place, Section } from './model.ts';
import type { Source, Sources } from './sources.ts';

/** A place of a section in pulses from its beginning. */
export function pulsesAt({ cycle }: Pick<Section, 'cycle'>, { turn, beats }: Place): number {
  const inTurn = toNumber(beatsToPulses(cycle)(rational(beats.num, beats.den)));
  return turn * turnPulses(cycle) + inTurn;
}

/** The place in a section that is so many beats before its end. */
export function beforeEnd(
  section: Pick<Section, 'cycle'>,
  turns: number,
  beats: { readonly num: number; readonly den: number },
): number {
  const all = rational(turns * section.cycle.groups.flatMap((group) => group.beats).length);
  const place = add(all, rational(-beats.num, beats.den));
  return place.num < 0 ? 0 : toNumber(beatsToPulses(section.cycle)(place));
}

/** Where in a section a player plays, in pulses: what is said of the part, and no further than where all stop. */
export function soundsBetween(
  section: Section,
  { part }: Doing,
  turns: number,
): { readonly from: number; readonly to: number } {
  const end = turns * turnPulses(section.cycle);
  const stops = [part?.until, section.cut].flatMap((place) =>
    place ? pulsesAt(section, place) : [],
  );
  return { from: part?.from ? pulsesAt(section, part.from) : 0, to: Math.min(end, ...stops) };
}

/** A pickup of what follows: who begins before it, with which line, so many pulses before. */
export interface PickupInto {
  readonly doing: Doing;
  readonly line: Line;
  /** Pulses of the section in which it sounds, before its end. */
  readonly pulses: number;
  /** Pulses of the line at the beginning of what follows. */
  readonly phase: number;
}

/** The pickups with which the players of a section begin in the one before it, which lasts so many turns. */
export function pickupsInto(
  next: Entered | undefined,
  here: Pick<Section, 'cycle'>,
  turns: number,
): readonly PickupInto[] {
  return (next?.doings ?? []).flatMap((doing): PickupInto[] => {
    const { part } = doing;
    const line = part?.pickup?.line ?? doing.line;
    if (!next || !part?.pickup || !line) return [];
    const from = beforeEnd(here, turns, part.pickup.beats);
    const pulses = turns * turnPulses(here.cycle) - from;
    // A pickup of its own ends with its end; the line’s own with what comes before its first stroke here.
    const phase = part.pickup.line ? 0 : phaseOf(next, doing);
    return pulses > 0 ? [{ doing, line, pulses, phase }] : [];
  });
}

/** How loud, 0 to 1. */
const GAINS: Readonly<Record<Exclude<Level, 'growing'>, number>> = {
  soft: 0.45,
  plain: 0.72,
  full: 1,
};

/** How loud a section is at a place, from 0 at its beginning to 1 at its end. */
export function gainAt(level: Level, place: number): number {
  if (level !== 'growing') return GAINS[level];
  return GAINS.soft + (GAINS.full - GAINS.soft) * Math.min(1, Math.max(0, place));
}

/** Which turn of a section is asked for, and what follows it. */
export interface TurnAsked {
  /** Which turn, from 0, of how many. */
  readonly turn: number;
  readonly turns: number;
  /** What follows when it ends, where this is the last turn, or may be. */
  readonly next?: Entered;
  /** The turns from the end in which the pickups of what follows are heard; none where the end is open. */
  readonly isEnding?: boolean;
}

/** Layer id under which a turn before a change is heard to be one: a soft click on its beats. */
export const CUE_LAYER = 'cue';

/**
 * One turn of a section as it sounds: each player’s line under the player’s id, and the click. It begins at tick 0.
 * @param asked which turn; with what follows it, its pickups are heard in it
 */
export function scoreTurn(entered: Entered, source: Sources, asked: TurnAsked): Score {
  const { section, doings } = entered;
  const { turn, turns, next, isEnding = true } = asked;
  const length = turnPulses(section.cycle);
  const [from, to] = [turn * length, (turn + 1) * length];
  const pickups = isEnding ? pickupsInto(next, section, turns) : [];
  const soloed = (doing: Doing) => (doing.solo ? soloLine(doing.solo, turn) : undefined);
  const played = doings.flatMap((doing): Stretch[] => {
    const found = sourceOf(source, doing.line ?? soloed(doing));
    if (!found) return [];
    const bounds = soundsBetween(section, doing, turns);
    const pickup = pickups.find((one) => one.doing.player.id === doing.player.id);
    const end = pickup ? Math.min(bounds.to, turns * length - pickup.pulses) : bounds.to;
    const stretch = { from: Math.max(from, bounds.from), to: Math.min(to, end) };
    const phase = phaseOf(entered, doing);
    return [{ ...stretch, source: found, phase, speed: speedOf(section), player: doing.player.id }];
  });
  const picked = pickups.flatMap(({ doing, line, pulses, phase }): Stretch[] => {
    const found = sourceOf(source, line);
    const end = turns * length;
    if (!found || !next) return [];
    const speed = speedOf(next.section);
    // Counted from the end, so that the line comes to its place just where what follows begins.
    const stretch = { from: Math.max(from, end - pulses), to };
    return [
      { ...stretch, source: found, phase: phase - end * speed, speed, player: doing.player.id },
    ];
  });
  const gain = (pulses: number) => gainAt(section.level, pulses / (turns * length));
  const score = putTogether(section, [...played, ...picked], from, gain);
  const isLast = turn + 1 === turns && isEnding && next !== undefined;
  return isLast ? withCue(score) : score;
}

function withCue(score: Score): Score {
  const cues = score.events.filter(({ layer }) => layer === CLICK_LAYER);
  const sound = { instrument: CLICK_INSTRUMENT, kind: 'second', force: 3 } as const;
  const events = cues.map((event) => ({ ...event, layer: CUE_LAYER, sound }));
  return { ...score, events: sortEvents([...score.events, ...events]) };
}

/** What a stand-in plays for someone who leads: each turn another of the things that may be played. */
function soloLine(may: readonly Line[], turn: number): Line | undefined {
  return may[turn % Math.max(1, may.length)];
}

/** A player’s line from one pulse of the section to another. */
interface Stretch {
  readonly player: string;
  readonly source: Source;
  readonly from: number;
  readonly to: number;
  /** Pulses of the line at the section’s beginning, and how many of them go by in a pulse of the section. */
  readonly phase: number;
  readonly speed: number;
}

/** The finest common grid of a turn; beyond it ticks are parts of one. */
const FINEST = 100_000_000;

function putTogether(
  { cycle }: Pick<Section, 'cycle'>,
  stretches: readonly Stretch[],
  from: number,
  gain: (pulses: number) => number,
): Score {
  // Four, so that half speed and half pulses fall on ticks.
  const common = stretches.reduce(
    (all, { source }) => lcmWithin(all, 4 * source.ticksPerPulse, FINEST),
    4,
  );
  const ticksPerPulse = Number.isFinite(common) ? common : 10_080;
  const click = scoreCountIn(cycle);
  const events = stretches.flatMap((stretch): ScoreEvent[] => {
    const { source, phase, speed, player } = stretch;
    if (stretch.to <= stretch.from) return [];
    const own = source.ticksPerPulse;
    const lineAt = (pulses: number) => (phase + pulses * speed) * own;
    return source.events(atTick(lineAt(stretch.from)), atTick(lineAt(stretch.to))).map((event) => {
      const pulses = (event.ticks / own - phase) / speed;
      const { dampTicks } = event;
      return {
        ...event,
        layer: player,
        ticks: onGrid((pulses - from) * ticksPerPulse),
        gain: (event.gain ?? 1) * gain(pulses),
        ...(dampTicks === undefined
          ? {}
          : { dampTicks: (dampTicks * ticksPerPulse) / (own * speed) }),
      };
    });
  });
  const lengthTicks = turnPulses(cycle) * ticksPerPulse;
  const clicks = click.events.map((event) => ({
    ...event,
    layer: CLICK_LAYER,
    ticks: event.ticks * ticksPerPulse,
  }));
  return {
    ticksPerPulse,
    lengthTicks,
    turnTicks: lengthTicks,
    events: sortEvents([...events, ...clicks]),
  };
}

/** A tick that is missed by no more than a float is off is that tick. */
function onGrid(ticks: number): number {
  const whole = Math.round(ticks);
  return Math.abs(ticks - whole) < 1e-6 ? whole : ticks;
}

/** Where a stretch of a line begins: a stroke that is on it by no more than a float is in it. */
function atTick(ticks: number): number {
  return onGrid(ticks) - 1e-6;
}

/** A turn of clicks before a section, with its pickups. */
export function scoreLeadIn(entered: Entered, source: Sources): Score {
  const { section } = entered;
  const silent: Entered = { ...entered, section, doings: [] };
  const score = scoreTurn(silent, source, { turn: 0, turns: 1, next: entered });
  const events = score.events.flatMap((event) => {
    if (event.layer === CUE_LAYER) return [];
    return event.layer === CLICK_LAYER ? [{ ...event, layer: COUNT_IN_LAYER }] : [event];
  });
  return { ...score, events };
}

/** A last turn of which only the stroke on the one is played, by those who play until the end. */
export function scoreFinal(last: Entered, source: Sources, turns: number): Score {
  const { section } = last;
  const length = turnPulses(section.cycle);
  const end = turns * length;
  const stretches = last.doings.flatMap((doing): Stretch[] => {
    const found = sourceOf(source, doing.line);
    if (!found || (doing.part?.until && pulsesAt(section, doing.part.until) < end)) return [];
    const speed = speedOf(section);
    const own = found.ticksPerPulse;
    // The first stroke of the line, wherever the line would be then.
    const [first] = found.events(0, Math.ceil(toNumber(found.length) * own));
    if (!first) return [];
    const phase = first.ticks / own - end * speed;
    return [
      { player: doing.player.id, source: found, phase, speed, from: end, to: end + 1 / (own * 2) },
    ];
  });
  const { events, ...score } = putTogether(section, stretches, end, () => 1);
  return { ...score, events: events.filter(({ layer }) => layer !== CLICK_LAYER) };
}

import { beatsOf, type Cycle, turnPulses } from '../cycle/index.ts';
import type { Rhythm } from '../rhythm/index.ts';
import { type Pace, type Seconds, timeInto, toNumber } from '../time/index.ts';
import { type Doing, doingsIn, isSameLine } from './doing.ts';
import type { Form, Line, Section } from './model.ts';
import { type Played, playedOut } from './order.ts';
import { findSources, type Source, type Sources } from './sources.ts';
import { type Arrived, arriveAt, exactly, nearly, type PulseTempo } from './tempo.ts';

/** What is carried over from one section to the next. */
export interface Carried {
  readonly cycle: Cycle | undefined;
  readonly tempo: PulseTempo;
  /** Pulses of the lines since they began anew; half pulses at half speed. */
  readonly phase: number;
  /** Lines that were turned, by player: what is added to the phase. */
  readonly turned: ReadonlyMap<string, { readonly line: Line; readonly by: number }>;
}

/** A section where it is played, with what it begins with. */
export interface Entered extends Played {
  /** Pulses of the lines at its beginning. */
  readonly phase: number;
  /** Whether the lines run on from the section before. */
  readonly runsOn: boolean;
  readonly turned: Carried['turned'];
  /** The tempo of before, with which it begins where it changes by and by; and its own. */
  readonly before: PulseTempo;
  readonly tempo: PulseTempo;
  /** What the tempo would have been, where it cannot be played. */
  readonly beyond?: Arrived['beyond'];
  readonly doings: readonly Doing[];
}

/** A section laid out in its usual length. */
export interface Span extends Entered {
  readonly index: number;
  /** Turns before it, and its own. */
  readonly firstTurn: number;
  readonly turns: number;
  readonly start: Seconds;
  readonly length: Seconds;
}

/** A form laid out in time. */
export interface Laid {
  readonly form: Form;
  readonly spans: readonly Span[];
  readonly source: Sources;
  readonly turns: number;
  readonly length: Seconds;
}

/** What stands at the beginning. */
export function begins(form: Pick<Form, 'tempo'>): Carried {
  return { cycle: undefined, tempo: exactly(form.tempo), phase: 0, turned: new Map() };
}

/** How many times as quickly lines go as the beats. */
export function speedOf({ speed }: Pick<Section, 'speed'>): number {
  return speed === 'double' ? 2 : speed === 'half' ? 0.5 : 1;
}

/** Begins a section with what is carried over from the one before. */
export function enter(form: Form, played: Played, carried: Carried, source: Sources): Entered {
  const { section } = played;
  const isFirst = carried.cycle === undefined;
  const isSame = isFirst || (carried.cycle && isSameCycle(carried.cycle, section.cycle));
  const runsOn = !isFirst && isSame === true && !section.anew;
  const phase = runsOn ? carried.phase : 0;
  const doings = doingsIn(form, section);
  const turned = new Map<string, { readonly line: Line; readonly by: number }>();
  for (const { player, part, line } of doings) {
    if (!line) continue;
    const found = part?.begin === undefined ? undefined : source(line);
    const before = carried.turned.get(player.id);
    if (part?.begin !== undefined && found?.ok)
      turned.set(player.id, { line, by: part.begin * found.turn - phase });
    else if (runsOn && before && isSameLine(before.line, line)) turned.set(player.id, before);
  }
  const { tempo, beyond } = arriveAt(section.change, carried.tempo, section.cycle, isSame === true);
  return {
    ...played,
    phase,
    runsOn,
    turned,
    before: { ...carried.tempo, per: tempo.per },
    tempo,
    ...(beyond !== undefined && { beyond }),
    doings,
  };
}

/** What a section hands on after so many turns. */
export function leave(entered: Entered, turns: number): Carried {
  const { section, phase, tempo, turned } = entered;
  const pulses = turns * turnPulses(section.cycle) * speedOf(section);
  // A sign may come before a change by and by has reached its end.
  const pulse = nearly(paceAt(entered, turns).secondsPerTick);
  const reached = turns < (section.over ?? 0) ? { pulse, per: tempo.per } : tempo;
  return { cycle: section.cycle, tempo: reached, phase: phase + pulses, turned };
}

/** The pulses of a player’s line at the beginning of a section. */
export function phaseOf(entered: Entered, doing: Doing): number {
  const turned = entered.turned.get(doing.player.id);
  return entered.phase + (turned ? turned.by : 0);
}

/**
 * How the tempo goes at the beginning of one of its turns: the pace of a pulse, and the turns for which it holds.
 * Given in closed form from the beginning of the section, so that no turn adds to another’s error.
 */
export function paceAt(entered: Entered, turn: number): Pace {
  const { section, before, tempo } = entered;
  const { over } = section;
  const [from, to] = [toNumber(before.pulse), toNumber(tempo.pulse)];
  if (over === undefined || turn >= over || from === to) return { secondsPerTick: to };
  const pulses = turnPulses(section.cycle);
  const all = over * pulses;
  if (section.curve !== 'straight') {
    const rise = Math.log(from / to) / all;
    return { secondsPerTick: from * Math.exp(-rise * turn * pulses), rise };
  }
  const rise = (from / to - 1) / all;
  const grown = 1 + rise * turn * pulses;
  return { secondsPerTick: from / grown, rise: rise / grown, straight: true };
}

/** How long so many turns of a section take, from its beginning; `into` a turn in pulses. */
export function timeTo(entered: Entered, turns: number, into = 0): Seconds {
  const { over = 0, cycle } = entered.section;
  const pulses = turnPulses(cycle);
  const changing = Math.min(turns, over) * pulses + (turns < over ? into : 0);
  const steady = Math.max(0, turns - over) * pulses + (turns < over ? 0 : into);
  return (
    timeInto(paceAt(entered, 0), over > 0 ? changing : 0) + steady * toNumber(entered.tempo.pulse)
  );
}

/** Lays a form out: what stands when, with what everything begins. What cannot be played is silent and takes its time. */
export function layOut(form: Form, rhythms: ReadonlyMap<string, Rhythm>): Laid {
  const source = findSources(rhythms);
  const spans: Span[] = [];
  let carried = begins(form);
  let firstTurn = 0;
  let start: Seconds = 0;
  for (const [index, played] of playedOut(form).entries()) {
    const entered = enter(form, played, carried, source);
    const { turns } = played.section;
    const length = timeTo(entered, turns);
    spans.push({ ...entered, index, firstTurn, turns, start, length });
    carried = leave(entered, turns);
    firstTurn += turns;
    start += length;
  }
  return { form, spans, source, turns: firstTurn, length: start };
}

/** The source of what a player plays; nothing where that is nothing, or is not there. */
export function sourceOf(source: Sources, line: Line | undefined): Source | undefined {
  const found = line && source(line);
  return found?.ok ? found : undefined;
}

/** Whether two cycles have the same beats. */
function isSameCycle(a: Cycle, b: Cycle): boolean {
  const [one, other] = [beatsOf(a), beatsOf(b)];
  return one.length === other.length && one.every(({ span }, at) => span === other[at]?.span);
}

/** Pulses of one turn of a section. */
export function turnPulsesOf({ section }: Pick<Entered, 'section'>): number {
  return turnPulses(section.cycle);
}

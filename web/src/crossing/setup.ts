import { nth } from '@stride/core/bounds';
import type { CountingSystem } from '@stride/core/counting';
import {
  type Backbeat,
  CROSSING_LIMITS,
  evenPulse,
  type Pulse,
  type PulsePart,
  tempoFrom,
} from '@stride/core/crossing';
import { CLICK_LAYER, crossingLayer } from '@stride/core/sound';
import type { Bpm } from '@stride/core/time';
import { usualVoice, type Voice, voiceOf } from './voices.ts';

/** One pulse as it is set up: what it is, how it sounds, and what is laid over its view. */
export interface PulseSetup {
  readonly pulse: Pulse;
  readonly voice: Voice;
  /** A low or a high stroke on each of its steps, while it is the beat. */
  readonly backbeat: Backbeat;
  /** How loud it is heard, 0 to 1. */
  readonly level: number;
}

/** Even steps that are cut to a bar, as they were set up. */
export interface BarSetup {
  readonly step: number;
  readonly length: number;
  /** The most strokes that are taken; 0 for as many as go. */
  readonly strokes: number;
  readonly withoutCut: boolean;
}

export const USUAL_BAR: BarSetup = { step: 3, length: 16, strokes: 0, withoutCut: false };

/** A crossing as the player has set it up. */
export interface Setup {
  readonly pulses: readonly PulseSetup[];
  /** Index of the pulse that is the beat, and its steps a minute. */
  readonly from: number;
  readonly bpm: Bpm;
  /** How loud the click on the beat is heard, 0 to 1. */
  readonly click: number;
  /** Spans after which the beat changes over by itself; 0 where it does not. */
  readonly every: number;
  readonly counting: CountingSystem;
  readonly bar: BarSetup;
  /** A phrase of one's own; it stays with its crossing, which is known by its strides. */
  readonly words?: { readonly strides: string; readonly text: string } | undefined;
}

const REST = { click: 1, every: 0, counting: 'plain', bar: USUAL_BAR } as const;

/** What is heard of each layer of the crossing, 0 to 1. */
export function levelsOf({ pulses, click }: Setup): ReadonlyMap<string, number> {
  return new Map([
    ...pulses.map(({ level }, index) => [crossingLayer(index), level] as const),
    [CLICK_LAYER, click],
  ]);
}

export function newSetup(counts: readonly number[], bpm: Bpm = 72): Setup {
  return {
    pulses: counts.map((steps, index) => ({
      pulse: evenPulse(steps),
      voice: usualVoice(index),
      backbeat: [],
      level: 1,
    })),
    from: 0,
    bpm,
    ...REST,
  };
}

/** Pulses that come from elsewhere, such as two layers of a rhythm. */
export interface Opened {
  readonly pulses: readonly Pulse[];
  readonly parts: readonly PulsePart[];
  readonly bpm: Bpm;
}

export function openSetup({ pulses, parts, bpm }: Opened): Setup {
  return {
    pulses: pulses.map((pulse, index) => {
      const part = parts[index];
      return { pulse, voice: part ? voiceOf(part) : usualVoice(index), backbeat: [], level: 1 };
    }),
    from: 0,
    bpm,
    ...REST,
  };
}

/** The same strokes with another pulse as the beat; the whole span takes as long as before. */
export function hearFrom(setup: Setup, from: number): Setup {
  const steps = (index: number) => nth(setup.pulses, index).pulse.steps;
  return { ...setup, from, bpm: tempoFrom(setup.bpm, steps(from), steps(setup.from)) };
}

/** Other steps keep the parts that there still are, and begin no later than they can. */
export function withPulse(setup: Setup, index: number, change: Partial<Pulse>): Setup {
  const before = setup.pulses[index];
  if (!before) return setup;
  const { steps, parts, sounds, start } = { ...before.pulse, ...change };
  const kept = sounds.filter((part) => part < parts);
  const pulse = {
    steps,
    parts,
    sounds: kept.length > 0 ? kept : [0],
    start: Math.min(start, steps * parts - 1),
  };
  const backbeat = before.backbeat.slice(0, steps);
  return { ...setup, pulses: setup.pulses.with(index, { ...before, pulse, backbeat }) };
}

export function withLevel(setup: Setup, index: number, level: number): Setup {
  const before = setup.pulses[index];
  return before ? { ...setup, pulses: setup.pulses.with(index, { ...before, level }) } : setup;
}

export function withVoice(setup: Setup, index: number, voice: Voice): Setup {
  const before = setup.pulses[index];
  return before ? { ...setup, pulses: setup.pulses.with(index, { ...before, voice }) } : setup;
}

/** Nothing, a low stroke, a high one, and nothing again, on one step of a view. */
export function turnBackbeat(setup: Setup, index: number, step: number): Setup {
  const before = setup.pulses[index];
  if (!before) return setup;
  const steps = Array.from({ length: before.pulse.steps }, (_, at) => before.backbeat[at]);
  const next = steps[step] === undefined ? 'low' : steps[step] === 'low' ? 'high' : undefined;
  const backbeat = steps.with(step, next);
  return { ...setup, pulses: setup.pulses.with(index, { ...before, backbeat }) };
}

export function addPulse(setup: Setup): Setup {
  const { length } = setup.pulses;
  if (length >= CROSSING_LIMITS.pulses) return setup;
  const added = { pulse: evenPulse(2), voice: usualVoice(length), backbeat: [], level: 1 };
  return { ...setup, pulses: [...setup.pulses, added] };
}

export function removePulse(setup: Setup, index: number): Setup {
  if (setup.pulses.length <= 2) return setup;
  const pulses = setup.pulses.filter((_, at) => at !== index);
  // The beat stays with its pulse, else goes to the first one that is left.
  const stays = setup.from !== index;
  const from = stays ? setup.from - (setup.from > index ? 1 : 0) : 0;
  const was = nth(setup.pulses, setup.from).pulse.steps;
  const bpm = stays ? setup.bpm : tempoFrom(setup.bpm, nth(pulses, from).pulse.steps, was);
  return { ...setup, pulses, from, bpm };
}

/** A set-up as it is kept and sent: its voices name their instruments. */
export function namedSetup(setup: Setup): Setup {
  const pulses = setup.pulses.map(({ voice: { own: _, ...voice }, ...one }) => ({ ...one, voice }));
  return { ...setup, pulses };
}

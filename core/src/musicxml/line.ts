import { nth, numberAt } from '../bounds/index.ts';
import { type Cycle, turnPulses } from '../cycle/index.ts';
import { fitCells } from '../notation/index.ts';
import { type Layer, onsetsOnce, type Rhythm, timeLayer, timeRhythm } from '../rhythm/index.ts';
import { engraveLayer, pulseValue, type StaffMeasure, type StaffNote } from '../staff/index.ts';
import {
  multiply,
  type Pulses,
  type Rational,
  rational,
  subtract,
  type Tempo,
} from '../time/index.ts';

/** A note of a line as it is written, with what it lasts and whether it goes on. */
export interface LineNote extends StaffNote {
  /** In quarters. */
  readonly duration: Rational;
  /** It goes on with the one before it, or into the one after it: one sound that rings on. */
  readonly tiedBefore: boolean;
  readonly tiedAfter: boolean;
  /** It rings on through all of its time, as is written of it. */
  readonly rings: boolean;
}

/** One bar of a line. */
export interface LineBar extends Omit<StaffMeasure, 'notes'> {
  readonly notes: readonly LineNote[];
}

export interface Line {
  readonly layer: Layer;
  readonly bars: readonly LineBar[];
  /** Slots that ring on and are not written so. */
  readonly ringsLost: number;
  /** Strokes that no note value can write. */
  readonly unwritten: number;
}

/** What a score says where a turn begins: words and tempo over its first part, how loud it is in each that sounds. */
export interface Said {
  readonly words?: readonly string[];
  /** How loud it is from here on, written where it was not so before; a swell goes to where it ends. */
  readonly level?: 'p' | 'mf' | 'f';
  readonly swell?: 'crescendo';
  /** True where a swell ends with this turn. */
  readonly swellEnds?: boolean;
  /** The tempo here on the way to another, counted beats a minute. */
  readonly onTheWay?: Tempo;
}

/** A stretch of bars: a rhythm, one of its variations after it, or turns of a section. */
export interface Stretch {
  readonly cycle: Cycle;
  /** One for each part. */
  readonly lines: readonly Line[];
  readonly turns: number;
  /** What stands over its first bar. */
  readonly mark?: string;
  /** Names of its turns, by turn. */
  readonly names?: ReadonlyMap<number, string | undefined>;
  /** The tempo that begins with it, and the one to reach. */
  readonly tempo?: Pick<Rhythm, 'tempo' | 'target'>;
  /** What is said where turns begin, by turn. */
  readonly said?: ReadonlyMap<number, Said>;
  /** Parts that are told how loud they play. */
  readonly sounding?: ReadonlySet<number>;
  /** How often it is played: round and round, or so many times. */
  readonly played: 'round' | number;
  /** Where it is played twice with two endings, how many turns each of them has; they stand last. */
  readonly ending?: number;
}

/**
 * A layer as bars of notes over so many turns. One that is not made of whole turns, or whose cells no note can
 * write, is cut anew into cells of each turn, with every stroke at its place.
 */
export function lineOf(cycle: Cycle, layer: Layer, turns: number): Line {
  const own = engraveLayer(cycle, layer);
  const whole = own.isWhole ? layer : inTurns(cycle, layer, turns);
  const staff = own.isWhole ? own : engraveLayer(cycle, whole);
  const rings = new Set(whole.rings);
  const written = new Set(
    staff.measures.flatMap(({ notes }) =>
      notes.filter(({ strokes }) => strokes.length > 0).map(({ slot }) => slot),
    ),
  );
  const turn = rational(turnPulses(cycle));
  const perPulse = rational(4, pulseValue(cycle));
  const lengths = slotsOfNotes(whole, staff.measures);
  const covered = new Set<number>();
  let isRinging = false;
  const once = staff.measures.map((measure, bar): LineBar => {
    const notes = measure.notes.map((note, index): LineNote => {
      const end = measure.notes[index + 1]?.at ?? turn;
      const duration = multiply(subtract(end, note.at), perPulse);
      const slots = Array.from(
        { length: numberAt(nth(lengths, bar), index) },
        (_, at) => note.slot + at,
      );
      const sounds = note.strokes.length > 0;
      const held = sounds ? slots.slice(1) : slots;
      const rung = held.length > 0 && held.every((slot) => rings.has(slot));
      const tiedBefore = !sounds && isRinging && rung;
      isRinging = sounds ? held.length === 0 || rung : tiedBefore;
      if (sounds ? rung : tiedBefore) for (const slot of held) covered.add(slot);
      const isRung = sounds ? rung : tiedBefore;
      return { ...note, duration, tiedBefore, tiedAfter: false, rings: isRung };
    });
    return { ...measure, notes };
  });
  const bars = joined(once);
  const strokes = whole.strokes.filter(({ slot }) => !written.has(slot)).length;
  return {
    layer: whole,
    bars: Array.from({ length: turns }, (_, at) => nth(bars, at % bars.length)),
    // What is cut anew rings on nowhere.
    ringsLost: own.isWhole
      ? [...rings].filter((slot) => !covered.has(slot)).length
      : (layer.rings ?? []).length,
    unwritten: strokes,
  };
}

/** What is tied to a note before it also ties that one. */
function joined(bars: readonly LineBar[]): readonly LineBar[] {
  const flat = bars.flatMap(({ notes }) => notes);
  let at = 0;
  return bars.map((bar) => ({
    ...bar,
    notes: bar.notes.map((note) => {
      at += 1;
      return flat[at]?.tiedBefore ? { ...note, tiedAfter: true } : note;
    }),
  }));
}

/** How many slots each note lasts. */
function slotsOfNotes(
  layer: Layer,
  measures: readonly StaffMeasure[],
): readonly (readonly number[])[] {
  const all = layer.cells.reduce((sum, { slots }) => sum + slots, 0);
  const starts = measures.flatMap(({ notes }) => notes.map(({ slot }) => slot));
  let at = 0;
  return measures.map(({ notes }) =>
    notes.map(({ slot }) => {
      at += 1;
      return (starts[at] ?? all) - slot;
    }),
  );
}

/** The layer over whole turns, each cut into cells of its own. */
function inTurns(cycle: Cycle, layer: Layer, turns: number): Layer {
  const timed = timeRhythm({ cycle, layers: [layer] });
  if (!timed.ok) return layer;
  const { ticksPerPulse, fullTicks, turnTicks } = timed.timing;
  const once = onsetsOnce({ cycle, layers: [layer] }, timed.timing);
  const rounds = Math.ceil((turns * turnTicks) / fullTicks);
  const onsets = Array.from({ length: rounds }, (_, round) =>
    once.map(({ ticks, stroke }) => ({ ticks: ticks + round * fullTicks, stroke })),
  )
    .flat()
    .filter(({ ticks }) => ticks < turns * turnTicks);
  const places = onsets.map(({ ticks }): Pulses => rational(ticks, ticksPerPulse));
  const { cells, slots } = fitCells(cycle, turns, places);
  const strokes = onsets.flatMap(({ stroke }, index) => {
    const slot = slots[index];
    return slot === undefined ? [] : [{ ...stroke, slot }];
  });
  const { rings: _rings, free: _free, ...rest } = layer;
  return { ...rest, cells: [...cells], strokes };
}

/** How many times a layer comes round until it begins with a turn again, in turns. */
export function turnsOfLayer(cycle: Cycle, layer: Layer): number {
  const { length } = timeLayer(cycle, layer);
  return length.num / (turnPulses(cycle) * length.den);
}

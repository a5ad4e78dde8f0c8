import { NAME_LENGTH, nth, oneLine } from '../bounds/index.ts';
import { firstSpan, turnPulses } from '../cycle/index.ts';
import type { Instrument } from '../instrument/index.ts';
import {
  addVariation,
  breaches,
  type Layer,
  LIMITS,
  lineOfLayer,
  nameTurn,
  onsets,
  type Rhythm,
  setNotes,
  setTags,
  timeRhythm,
} from '../rhythm/index.ts';
import {
  add,
  compare,
  divide,
  multiply,
  rational,
  subtract,
  TEMPO_RANGE,
  toNumber,
} from '../time/index.ts';
import { counted } from '../wording/index.ts';
import { makeLayer, type PartChoice } from './make-layer.ts';
import type { Notation, TempoMark } from './model.ts';
import type { Grid, Unsure } from './on-grid.ts';
import { proposeInstrument, proposeStrokes } from './propose.ts';
import { type Stretch, stretchesOf } from './stretches.ts';

/** What is chosen of a notation before it is brought in. */
export interface BringIn {
  readonly name: string;
  readonly stretch: Stretch;
  /** Pulses from the beginning of the stretch to the one; what comes before it stands at the end, since all comes round. */
  readonly later: number;
  readonly grid: Grid;
  readonly parts: readonly PartChoice[];
}

/** A rhythm made of notes, with what is not as it was and what is not sure. */
export interface BroughtIn {
  readonly rhythm: Rhythm;
  /** What is not as it was written, in sentences. */
  readonly lost: readonly string[];
  readonly unsure: readonly Unsure[];
}

/** The finest part of a quarter that anybody writes. */
const FINEST = 64;

/**
 * What is proposed for a notation: a rhythm for each stretch that comes round alike.
 * @param own instruments of one's own that its parts may be for
 */
export function proposeBringIn(
  notation: Notation,
  own: readonly Instrument[] = [],
): readonly BringIn[] {
  const stretches = stretchesOf(notation);
  const parts = notation.parts.map((part, index): PartChoice => {
    const instrument = proposeInstrument(part, own);
    return {
      part: part.id,
      // A rhythm has room for so many; which of more is chosen by hand.
      isIn: part.notes.length > 0 && index < LIMITS.layers,
      instrument,
      strokes: proposeStrokes(part, instrument),
    };
  });
  const grid = isWritten(notation) ? 'exact' : 'heard';
  return stretches.map((stretch): BringIn => {
    const first = stretch.from + 1;
    const bars =
      stretch.bars === 1 ? `bar ${first}` : `bars ${first} to ${stretch.from + stretch.bars}`;
    const name = oneLine(notation.name, NAME_LENGTH - 20) || 'Brought in';
    return {
      name: stretches.length === 1 ? name : `${name}, ${bars}`,
      stretch,
      later: 0,
      grid,
      parts,
    };
  });
}

/** Whether notes stand where a program puts them, and not where a hand did. */
function isWritten({ parts }: Notation): boolean {
  const notes = parts.flatMap((part) => part.notes);
  return notes.filter(({ at }) => at.den > FINEST).length <= notes.length / 20;
}

/** Makes a rhythm of a notation as it was chosen, of as many turns as it holds. @param id the id it gets */
export function bringIn(notation: Notation, choice: BringIn, id: string): BroughtIn {
  const asked = choice.stretch.turns;
  const make = (turns: number) => {
    const home = makeRhythm(notation, choice, id, turns);
    return { ...home, rhythm: withVaried(notation, choice, home.rhythm), turns };
  };
  let beyond = choice.grid === 'heard' ? turnsToHear(notation, choice) : asked;
  let made = make(beyond);
  while (made.turns > 1 && breaches(made.rhythm).length > 0) {
    beyond = made.turns;
    const shorter = Math.min(0.75, MOST_SLOTS / slotsOf(made.rhythm));
    made = make(Math.max(1, Math.floor(beyond * shorter)));
  }
  // Between what it holds and what is beyond that.
  while (beyond - made.turns > 1) {
    const between = make(Math.floor((made.turns + beyond) / 2));
    if (breaches(between.rhythm).length > 0) beyond = between.turns;
    else made = between;
  }
  const { turns, lost, ...rest } = made;
  const only =
    turns === asked
      ? []
      : [
          `Only the first ${turns} of ${counted(asked, 'turn')} are taken: a rhythm holds no more. Choose the bars to begin with, to take others.`,
        ];
  return { ...rest, lost: [...only, ...lost] };
}

/** As many turns as have no more notes than a rhythm has slots: what a hand played is seldom twice the same. */
function turnsToHear({ parts }: Notation, { stretch, parts: choices }: BringIn): number {
  const isIn = new Set(choices.filter((one) => one.isIn).map(({ part }) => part));
  const turn = toNumber(stretch.pulse) * turnPulses(stretch.cycle);
  const start = toNumber(stretch.start);
  const places = parts
    .filter(({ id }) => isIn.has(id))
    .flatMap(({ notes }) => notes.map(({ at }) => toNumber(at) - start))
    .filter((at) => at >= 0)
    .sort((a, b) => a - b);
  const last = places[LIMITS.slotsPerRhythm];
  if (last === undefined) return stretch.turns;
  return Math.max(1, Math.min(stretch.turns, Math.floor(last / turn)));
}

const MOST_SLOTS = LIMITS.slotsPerRhythm;
const slotsOf = ({ layers }: Rhythm) =>
  layers.reduce((all, { cells }) => cells.reduce((sum, { slots }) => sum + slots, all), 0);

function makeRhythm(
  notation: Notation,
  { name, stretch, later, grid, parts }: BringIn,
  id: string,
  turns: number,
  isWhole = false,
): BroughtIn {
  const { cycle, pulse, start } = stretch;
  const lost: string[] = [];
  const unsure: Unsure[] = [];
  const layers = parts.flatMap((choice, index): Layer[] => {
    const part = notation.parts.find((one) => one.id === choice.part);
    if (!part || !choice.isIn) return [];
    const { instrument } = choice;
    const frame = { cycle, pulse, start, turns, later, grid, isWhole };
    const made = makeLayer(part, choice, frame);
    lost.push(...made.lost);
    unsure.push(...made.unsure);
    const layerName = oneLine(part.name, NAME_LENGTH) || instrument.name;
    return [{ ...made.layer, id: `layer-${index + 1}`, name: layerName }];
  });
  const tempo = tempoOf(notation.tempos, stretch);
  const all = multiply(rational(turnPulses(cycle) * turns), pulse);
  const changes = notation.tempos.filter(({ at }) => {
    const from = subtract(at, start);
    return from.num > 0 && compare(from, all) < 0;
  });
  if (changes.length > 0) {
    lost.push(
      `The tempo changes ${changes.length === 1 ? 'once' : `${changes.length} times`} on the way; the rhythm has the one it begins with.`,
    );
  }
  const { hints = {}, bars } = notation;
  const bare: Rhythm = {
    id,
    name: oneLine(name, NAME_LENGTH) || 'Brought in',
    cycle,
    layers,
    tempo,
    target: Math.max(tempo.bpm, Math.min(TEMPO_RANGE.max, hints.target ?? tempo.bpm)),
    tags: [],
  };
  const noted = setNotes(setTags(bare, (hints.tags ?? []).join(' ')), hints.notes ?? '');
  const named = bars.reduce((rhythm, bar) => {
    if (bar.label === undefined) return rhythm;
    const turn = divide(subtract(bar.start, start), multiply(rational(turnPulses(cycle)), pulse));
    const at = turn.num / turn.den;
    return at >= 0 && at < turns && Number.isInteger(at)
      ? nameTurn(rhythm, at, 'plain', bar.label)
      : rhythm;
  }, noted);
  return { rhythm: named, lost, unsure };
}

/** The rhythm with the variations that stand after its end, where they are as many whole turns. */
function withVaried(notation: Notation, choice: BringIn, home: Rhythm): Rhythm {
  const { stretch } = choice;
  const turn = multiply(rational(turnPulses(stretch.cycle)), stretch.pulse);
  return (notation.variations ?? []).reduce((rhythm, { name, from, bars }) => {
    const { start } = nth(notation.bars, from);
    const last = nth(notation.bars, from + bars - 1);
    const turns = divide(subtract(add(last.start, last.length), start), turn);
    if (turns.den !== 1 || stretch.from > 0) return rhythm;
    const varied = { ...choice, stretch: { ...stretch, start } };
    const { layers } = makeRhythm(notation, varied, home.id, turns.num, true).rhythm;
    const isOther = (layer: Layer) => {
      const own = home.layers.find(({ id }) => id === layer.id);
      return own && !soundsAlike(home.cycle, own, layer, turns.num);
    };
    const lines = layers.filter(isOther).map(lineOfLayer);
    return lines.length > 0 ? addVariation(rhythm, { name, lines }) : rhythm;
  }, home);
}

/** Whether two lines have the same strokes at the same places in so many turns. */
function soundsAlike(cycle: Rhythm['cycle'], a: Layer, b: Layer, turns: number): boolean {
  const [one, other] = [a, b].map((layer) => {
    const lines = { cycle, layers: [layer] };
    const timed = timeRhythm(lines);
    if (!timed.ok) return undefined;
    const { timing } = timed;
    return onsets(lines, timing, turns).map(({ ticks, stroke: { slot: _slot, ...stroke } }) => [
      ticks / timing.ticksPerPulse,
      stroke,
    ]);
  });
  return JSON.stringify(one) === JSON.stringify(other);
}

/** The tempo where a stretch begins, in the beat that is counted there. */
function tempoOf(tempos: readonly TempoMark[], { cycle, pulse, start }: Stretch): Rhythm['tempo'] {
  const mark = tempos.findLast(({ at }) => compare(at, start) <= 0) ?? tempos[0];
  const counts = mark?.beat === undefined ? undefined : divide(mark.beat, pulse);
  const per =
    counts?.den === 1 && counts.num >= 1 && counts.num <= 64 ? counts.num : firstSpan(cycle);
  const quarters = mark?.quarters ?? 120;
  const bpm = quarters / (toNumber(pulse) * per);
  const kept = Math.round(bpm * 1000) / 1000;
  return { bpm: Math.min(TEMPO_RANGE.max, Math.max(TEMPO_RANGE.min, kept)), per };
}

import { NAME_LENGTH, nth, oneLine } from '../bounds/index.ts';
import { beatsOf, turnPulses } from '../cycle/index.ts';
import { type Instrument, playedOn } from '../instrument/index.ts';
import {
  addVariation,
  breaches,
  type Layer,
  LIMBS,
  LIMITS,
  lineOfLayer,
  nameTurn,
  onsets,
  type Rhythm,
  SayPattern,
  type Stroke,
  setFeel,
  setNotes,
  setTags,
  timeLayer,
  timeRhythm,
  turnsIn,
  withRings,
} from '../rhythm/index.ts';
import { readFeel } from '../text/index.ts';
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
import { fitCells } from './fit.ts';
import type { Notation, Part, PartNote, TempoMark } from './model.ts';
import { type Grid, onGrid, type Placed, type Unsure } from './on-grid.ts';
import { proposeInstrument, proposeStrokes, type StrokeTable } from './propose.ts';
import { shortest } from './shortest.ts';
import { type Stretch, stretchesOf } from './stretches.ts';

/** What becomes of a part. */
export interface PartChoice {
  /** Id of the part. */
  readonly part: string;
  readonly isIn: boolean;
  readonly instrument: Instrument;
  readonly strokes: StrokeTable;
}

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

/** Makes a rhythm of a notation as it was chosen. @param id the id it gets */
export function bringIn(notation: Notation, choice: BringIn, id: string): BroughtIn {
  let turns = choice.grid === 'heard' ? turnsToHear(notation, choice) : choice.stretch.turns;
  for (;;) {
    const home = makeRhythm(notation, choice, id, turns);
    const made = { ...home, rhythm: withVaried(notation, choice, home.rhythm) };
    const wrong = breaches(made.rhythm);
    if (wrong.length === 0 || turns === 1) {
      return turns === choice.stretch.turns
        ? made
        : {
            ...made,
            lost: [
              `Only the first ${turns} of ${counted(choice.stretch.turns, 'turn')} are taken: a rhythm holds no more. Choose the bars to begin with, to take others.`,
              ...made.lost,
            ],
          };
    }
    turns = Math.max(1, Math.floor(turns * Math.min(0.75, MOST_SLOTS / slotsOf(made.rhythm))));
  }
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
    counts?.den === 1 && counts.num >= 1 && counts.num <= 64
      ? counts.num
      : (beatsOf(cycle)[0]?.span ?? 1);
  const quarters = mark?.quarters ?? 120;
  const bpm = quarters / (toNumber(pulse) * per);
  const kept = Math.round(bpm * 1000) / 1000;
  return { bpm: Math.min(TEMPO_RANGE.max, Math.max(TEMPO_RANGE.min, kept)), per };
}

interface Frame extends Pick<Stretch, 'cycle' | 'pulse' | 'start' | 'turns'> {
  readonly later: number;
  readonly grid: Grid;
  /** All turns are kept, also where they are alike. */
  readonly isWhole: boolean;
}

interface MadeLayer {
  readonly layer: Omit<Layer, 'id' | 'name'>;
  readonly lost: readonly string[];
  readonly unsure: readonly Unsure[];
}

function makeLayer(part: Part, choice: PartChoice, frame: Frame): MadeLayer {
  const { cycle, pulse, start, turns, later } = frame;
  const lost: string[] = [];
  const end = rational(turnPulses(cycle) * turns);
  const left = new Map<string, number>();
  const placed: Placed[] = [];
  for (const note of part.notes) {
    const at = divide(subtract(note.at, start), pulse);
    if (at.num < 0 || compare(at, end) >= 0) continue;
    const kind = choice.strokes[note.sound];
    const fromOne = subtract(at, rational(later % turnPulses(cycle)));
    if (kind) placed.push({ note, at: fromOne.num < 0 ? add(fromOne, end) : fromOne, kind });
    else left.set(note.sound, (left.get(note.sound) ?? 0) + 1);
  }
  for (const [key, count] of left) {
    const sound = part.sounds.find((one) => one.key === key)?.name ?? key;
    lost.push(`${part.name}: ${counted(count, 'note')} of “${sound}” left out.`);
  }
  const { notes, unsure } = onGrid(part.name, placed, frame);
  const { cells, slots } = fitCells(
    cycle,
    turns,
    notes.map(({ at }) => at),
  );
  const bySlot = new Map<number, Placed[]>();
  let without = 0;
  notes.forEach((one, index) => {
    const slot = slots[index];
    if (slot === undefined) without += 1;
    else bySlot.set(slot, [...(bySlot.get(slot) ?? []), one]);
  });
  if (without > 0) {
    lost.push(
      `${part.name}: ${counted(without, 'note')} stand between all parts a beat can have, and are left out.`,
    );
  }
  const strokes: Stroke[] = [];
  const said = { doubled: 0, crowded: 0, hands: 0, words: 0 };
  for (const [slot, here] of [...bySlot].sort(([a], [b]) => a - b)) {
    strokes.push(...strokesIn(slot, here, said));
  }
  if (said.doubled > 0) {
    lost.push(`${part.name}: ${counted(said.doubled, 'note')} on one place with the same stroke.`);
  }
  if (said.crowded > 0) {
    lost.push(
      `${part.name}: ${counted(said.crowded, 'note')} beyond the ${LIMITS.strokesPerSlot} that can sound together.`,
    );
  }
  if (said.hands > 0) {
    lost.push(`${part.name}: the hand of ${counted(said.hands, 'stroke')}, busy with another.`);
  }
  if (said.words > 0) {
    lost.push(`${part.name}: ${counted(said.words, 'word')} that cannot stand under a stroke.`);
  }
  const whole = { ...playedOn(choice.instrument), cells: [...cells], strokes };
  const ringing = withRings(
    { ...whole, id: 'layer', name: '' },
    ringsOf(whole, notes, slots, frame),
  );
  const short = frame.isWhole ? ringing : shortest(cycle, ringing, turns);
  const { id: _id, name: _name, ...layer } = felt(short, part, lost);
  // What comes again is written once, and what is not written there is not asked about.
  const written = turnsIn({ cycle }, short);
  return { layer, lost, unsure: unsure.filter(({ turn }) => turn < written) };
}

function felt(layer: Layer, { name, feel }: Part, lost: string[]): Layer {
  if (feel === undefined) return layer;
  const read = readFeel(feel);
  if (!read.ok) lost.push(`${name}: the feel “${feel.slice(0, 60)}”, which cannot be read.`);
  return read.ok ? setFeel(layer, read.feel) : layer;
}

/** The strokes of one slot: each kind once, the strongest; no hand twice. */
function strokesIn(
  slot: number,
  here: readonly Placed[],
  said: { doubled: number; crowded: number; hands: number; words: number },
): readonly Stroke[] {
  const byKind = new Map<string, PartNote>();
  for (const { note, kind } of here) {
    const before = byKind.get(kind);
    if (before) said.doubled += 1;
    if (!before || note.force > before.force) byKind.set(kind, note);
  }
  let busy = 0;
  const all = [...byKind];
  said.crowded += Math.max(0, all.length - LIMITS.strokesPerSlot);
  return all.slice(0, LIMITS.strokesPerSlot).map(([kind, note]): Stroke => {
    const { force, hand, say, ornament, optional, damp } = note;
    const isFree = hand !== undefined && (busy & LIMBS[hand]) === 0;
    if (hand !== undefined && !isFree) said.hands += 1;
    if (isFree) busy |= LIMBS[hand];
    const word = say !== undefined && SayPattern.test(say) ? say : undefined;
    if (say !== undefined && word === undefined) said.words += 1;
    return {
      slot,
      kind,
      force,
      ...(isFree ? { hand } : {}),
      ...(word === undefined ? {} : { say: word }),
      ...(ornament === undefined ? {} : { ornament }),
      ...(optional ? { optional } : {}),
      ...(damp ? { damp } : {}),
    };
  });
}

/** Slots through which strokes ring on, where that is written. */
function ringsOf(
  layer: Pick<Layer, 'cells' | 'strokes'>,
  notes: readonly Placed[],
  slots: readonly (number | undefined)[],
  { cycle, pulse }: Pick<Frame, 'cycle' | 'pulse'>,
): readonly number[] {
  if (notes.every(({ note }) => note.rings === undefined)) return [];
  const { starts } = timeLayer(cycle, layer as Layer);
  const sounding = new Set(layer.strokes.map(({ slot }) => slot));
  return notes.flatMap(({ note, at }, index) => {
    const slot = slots[index];
    if (note.rings === undefined || slot === undefined) return [];
    const until = toNumber(at) + toNumber(divide(note.rings, pulse));
    const found: number[] = [];
    for (let next = slot + 1; next < starts.length && !sounding.has(next); next += 1) {
      if (toNumber(nth(starts, next)) > until - 1e-9) break;
      found.push(next);
    }
    return found;
  });
}

import { nth } from '../bounds/index.ts';
import { turnPulses } from '../cycle/index.ts';
import { type Instrument, playedOn } from '../instrument/index.ts';
import {
  type Layer,
  LIMBS,
  LIMITS,
  SayPattern,
  type Stroke,
  setFeel,
  timeLayer,
  turnsIn,
  withRings,
} from '../rhythm/index.ts';
import { readFeel } from '../text/index.ts';
import { add, compare, divide, rational, subtract, toNumber } from '../time/index.ts';
import { counted } from '../wording/index.ts';
import { fitCells } from './fit.ts';
import type { Part, PartNote } from './model.ts';
import { type Grid, onGrid, type Placed, type Unsure } from './on-grid.ts';
import type { StrokeTable } from './propose.ts';
import { shortest } from './shortest.ts';
import type { Stretch } from './stretches.ts';

/** What becomes of a part. */
export interface PartChoice {
  /** Id of the part. */
  readonly part: string;
  readonly isIn: boolean;
  readonly instrument: Instrument;
  readonly strokes: StrokeTable;
}

/** Where in the notation a layer is taken from, and how exactly. */
export interface Frame extends Pick<Stretch, 'cycle' | 'pulse' | 'start' | 'turns'> {
  readonly later: number;
  readonly grid: Grid;
  /** All turns are kept, also where they are alike. */
  readonly isWhole: boolean;
}

/** A layer, with what of the part is not in it and what is not sure. */
export interface MadeLayer {
  readonly layer: Omit<Layer, 'id' | 'name'>;
  readonly lost: readonly string[];
  readonly unsure: readonly Unsure[];
}

/** The layer of one part: its notes as strokes in cells that fit them. */
export function makeLayer(part: Part, choice: PartChoice, frame: Frame): MadeLayer {
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
      `${part.name}: ${counted(without, 'note')} between all parts that a beat can have, left out.`,
    );
  }
  const strokes: Stroke[] = [];
  const said = { doubled: 0, crowded: 0, hands: 0, words: 0 };
  for (const [slot, here] of bySlot) strokes.push(...strokesIn(slot, here, said));
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

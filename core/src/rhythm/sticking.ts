import { beatsOf, type Cycle } from '../cycle/index.ts';
import { instrumentOf, type PlayedOn, strokeKind } from '../instrument/index.ts';
import { add, type Beats, floor, multiply, rational, wrap, ZERO } from '../time/index.ts';
import { slotCount } from './check.ts';
import { placeStrokes } from './edit.ts';
import { footKinds, handOf, isFootKind, LIMBS, OTHER_HAND } from './hands.ts';
import { addTurn } from './layers.ts';
import type { Cell, Hand, Layer, Rhythm, Stroke } from './model.ts';
import { withRings } from './rings.ts';

/**
 * Fills the empty slots of a stretch with ghost touches, hands in turn with what stands around them.
 * @param from first slot; `to` the last one
 * @param rule which hand plays them
 */
export function fillWithGhosts(
  layer: Layer,
  from = 0,
  to = slotCount(layer) - 1,
  rule: GhostHands = 'turn',
): Layer {
  const instrument = instrumentOf(layer);
  const byHand = instrument?.strokes.filter((stroke) => stroke.hand !== 'foot') ?? [];
  const touches = byHand.filter((stroke) => stroke.family === 'touch');
  const [first = byHand[0]] = touches;
  if (!first) return layer;
  const sounding = new Set(layer.strokes.map((stroke) => stroke.slot));
  const added: Stroke[] = [];
  for (let slot = from; slot <= to; slot += 1) {
    if (sounding.has(slot)) continue;
    const hand = ghostHand(layer, slot, rule);
    const usual = hand === 'R' ? 'strong' : 'weak';
    const kind = touches.find((stroke) => stroke.hand === usual) ?? first;
    added.push({ slot, kind: kind.code, force: 1, hand });
  }
  const filled = {
    ...layer,
    strokes: [...layer.strokes, ...added].sort((a, b) => a.slot - b.slot),
  };
  return withRings(filled, layer.rings ?? []);
}

/** By which hand ghosts are put between strokes. */
export const GHOST_HANDS = {
  turn: 'hands in turn',
  free: 'the hand that did not strike before',
  weak: 'the left hand',
  strong: 'the right hand',
} as const;
/** One of {@link GHOST_HANDS}. */
export type GhostHands = keyof typeof GHOST_HANDS;

function ghostHand(layer: Layer, slot: number, rule: GhostHands): 'R' | 'L' {
  switch (rule) {
    case 'weak':
      return 'L';
    case 'strong':
      return 'R';
    case 'free': {
      const before = layer.strokes.findLast((stroke) => stroke.slot < slot) ?? layer.strokes.at(-1);
      return before && handOf(layer, before) === 'R' ? 'L' : 'R';
    }
    default:
      return slot % 2 === 0 ? 'R' : 'L';
  }
}

/** Where an order of hands begins anew: nowhere, with every turn, or after every silence. */
export const ANEW = ['turn', 'run'] as const;
/** One of {@link ANEW}, or nowhere. */
export type Anew = (typeof ANEW)[number] | undefined;

/**
 * The place of each stroke in an order of hands, from 0; undefined for strokes of the foot.
 * Strokes of one slot take places of their own.
 */
export function placesInOrder(
  layer: PlayedOn & Pick<Layer, 'cells' | 'strokes'>,
  cycle: Cycle,
  anew: Anew,
): readonly (number | undefined)[] {
  const turns = anew === 'turn' ? turnOfSlots(layer.cells, cycle) : [];
  const feet = footKinds(layer);
  let place = 0;
  let before: number | undefined;
  return layer.strokes.map(({ slot, kind }) => {
    if (feet.has(kind)) return undefined;
    const isNew =
      before !== undefined &&
      slot !== before &&
      (anew === 'run' ? slot > before + 1 : anew === 'turn' && turns[slot] !== turns[before]);
    if (isNew) place = 0;
    before = slot;
    place += 1;
    return place - 1;
  });
}

/** The turn in which each slot begins, from 0. */
function turnOfSlots(cells: readonly Cell[], cycle: Cycle): readonly number[] {
  const beats = beatsOf(cycle).length;
  const turns: number[] = [];
  let at: Beats = ZERO;
  for (const cell of cells) {
    const length = rational(cell.beats.num, cell.beats.den);
    for (let slot = 0; slot < cell.slots; slot += 1) {
      const start = add(at, multiply(length, rational(slot, cell.slots)));
      turns.push(floor(rational(start.num, start.den * beats)));
    }
    at = add(at, length);
  }
  return turns;
}

/**
 * Gives hands to the strokes of a stretch in turn, as `each R L` does in the text. Of strokes
 * that sound together the second gets the hand that is free, and a third one none. Strokes of the foot
 * are passed over.
 * @param within where given, the order begins anew as it says, counted over the whole layer
 */
export function applySticking(
  layer: Layer,
  hands: readonly Hand[],
  from = 0,
  to = slotCount(layer) - 1,
  within?: { readonly cycle: Cycle; readonly anew: Anew },
): Layer {
  if (hands.length === 0) return layer;
  let count = 0;
  const places = within && placesInOrder(layer, within.cycle, within.anew);
  let slot = -1;
  let busy = 0;
  return {
    ...layer,
    strokes: layer.strokes.map((stroke, at) => {
      if (stroke.slot < from || stroke.slot > to || isFootKind(layer, stroke.kind)) return stroke;
      if (stroke.slot !== slot) busy = 0;
      slot = stroke.slot;
      const next = hands[(places?.[at] ?? count) % hands.length] ?? 'R';
      count += 1;
      const hand = [next, OTHER_HAND[next]].find((one) => (busy & LIMBS[one]) === 0);
      const { hand: _before, ...bare } = stroke;
      if (hand === undefined) return bare;
      busy |= LIMBS[hand];
      return { ...bare, hand };
    }),
  };
}

/** Accents just these slots; every other accent becomes plain. */
export function accentOnly(layer: Layer, slots: ReadonlySet<number>): Layer {
  return {
    ...layer,
    strokes: layer.strokes.map((stroke) => {
      const force = slots.has(stroke.slot) ? 4 : stroke.force === 4 ? 3 : stroke.force;
      return force === stroke.force ? stroke : { ...stroke, force };
    }),
  };
}

/**
 * The strokes of a stretch moved by some slots, with what they ring on through; what leaves the
 * layer comes in at its other end. A stretch whose last slot comes before its first goes over the seam.
 */
export function shiftStrokes(layer: Layer, from: number, to: number, by: number): Layer {
  const all = slotCount(layer);
  const inside = (slot: number) =>
    from <= to ? slot >= from && slot <= to : slot >= from || slot <= to;
  const place = (slot: number) => wrap(slot + by, all);
  const moved = layer.strokes.filter((stroke) => inside(stroke.slot));
  const places = new Set(moved.map((stroke) => place(stroke.slot)));
  const rest = layer.strokes.filter((stroke) => !inside(stroke.slot) && !places.has(stroke.slot));
  const strokes = [...rest, ...moved.map((stroke) => ({ ...stroke, slot: place(stroke.slot) }))];
  const rings = layer.rings?.map((slot) => (inside(slot) ? place(slot) : slot)) ?? [];
  return withRings({ ...layer, strokes: strokes.sort((a, b) => a.slot - b.slot) }, rings);
}

/** Repeats the last turn and leaves the last beat of the copy empty, for another ending. */
export function repeatWithNewEnding(rhythm: Pick<Rhythm, 'cycle'>, layer: Layer): Layer {
  const longer = addTurn(rhythm, layer, 'copy');
  if (longer === layer) return layer;
  const last = longer.cells.at(-1);
  const from = slotCount(longer) - (last?.slots ?? 0);
  return placeStrokes(longer, from, slotCount(longer), []);
}

/** What a stroke code means on an instrument, in one line: "O open: The fingers strike …". */
export function explainCode(on: PlayedOn, code: string): string | undefined {
  const instrument = instrumentOf(on);
  const kind = instrument && strokeKind(instrument, code);
  if (kind) return `${kind.code} ${kind.name}: ${kind.how}`;
  const compound = instrument?.compounds?.find((one) => one.code === code);
  return compound && `${compound.code} ${compound.name}: ${compound.how}`;
}

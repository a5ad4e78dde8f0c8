import { findInstrument, strokeKind } from '../instrument/index.ts';
import { slotCount } from './check.ts';
import { addTurn } from './layers.ts';
import type { Hand, Layer, Rhythm, Stroke } from './model.ts';

/**
 * Fills the empty slots of a stretch with ghost touches, hands in turn with what stands around them.
 * @param from first slot; `to` the last one
 */
export function fillWithGhosts(layer: Layer, from = 0, to = slotCount(layer) - 1): Layer {
  const instrument = findInstrument(layer.instrument);
  const touches = instrument?.strokes.filter((stroke) => stroke.family === 'touch') ?? [];
  const [first = instrument?.strokes[0]] = touches;
  if (!first) return layer;
  const sounding = new Set(layer.strokes.map((stroke) => stroke.slot));
  const added: Stroke[] = [];
  for (let slot = from; slot <= to; slot += 1) {
    if (sounding.has(slot)) continue;
    const hand: Hand = slot % 2 === 0 ? 'R' : 'L';
    const usual = hand === 'R' ? 'strong' : 'weak';
    const kind = touches.find((stroke) => stroke.hand === usual) ?? first;
    added.push({ slot, kind: kind.code, force: 1, hand });
  }
  const { rings, ...rest } = layer;
  const left = rings?.filter((slot) => slot < from || slot > to);
  return {
    ...rest,
    strokes: [...layer.strokes, ...added].sort((a, b) => a.slot - b.slot),
    ...(left && left.length > 0 ? { rings: left } : {}),
  };
}

/** Deals hands out to the sounding slots of a stretch in turn, as `each R L` does in the text. */
export function dealHands(
  layer: Layer,
  hands: readonly Hand[],
  from = 0,
  to = slotCount(layer) - 1,
): Layer {
  if (hands.length === 0) return layer;
  let count = 0;
  return {
    ...layer,
    strokes: layer.strokes.map((stroke) => {
      if (stroke.slot < from || stroke.slot > to) return stroke;
      const hand = hands[count % hands.length] ?? 'R';
      count += 1;
      return { ...stroke, hand };
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

/** The strokes of a stretch moved by some slots; what leaves the layer comes in at its other end. */
export function shiftStrokes(layer: Layer, from: number, to: number, by: number): Layer {
  const all = slotCount(layer);
  const moved = layer.strokes.filter((stroke) => stroke.slot >= from && stroke.slot <= to);
  const places = new Set(moved.map((stroke) => (((stroke.slot + by) % all) + all) % all));
  const rest = layer.strokes.filter(
    (stroke) => (stroke.slot < from || stroke.slot > to) && !places.has(stroke.slot),
  );
  const { rings, ...others } = layer;
  const left = rings?.filter((slot) => !places.has(slot));
  return {
    ...others,
    strokes: [
      ...rest,
      ...moved.map((stroke) => ({ ...stroke, slot: (((stroke.slot + by) % all) + all) % all })),
    ].sort((a, b) => a.slot - b.slot),
    ...(left && left.length > 0 ? { rings: left } : {}),
  };
}

/** Repeats the last turn and leaves the last beat of the copy empty, for another ending. */
export function repeatWithNewEnding(rhythm: Pick<Rhythm, 'cycle'>, layer: Layer): Layer {
  const longer = addTurn(rhythm, layer, 'copy');
  if (longer === layer) return layer;
  const last = longer.cells.at(-1);
  const from = slotCount(longer) - (last?.slots ?? 0);
  return { ...longer, strokes: longer.strokes.filter((stroke) => stroke.slot < from) };
}

/** What a stroke code means on an instrument, in one line: "O open: The fingers strike …". */
export function explainCode(instrumentId: string, code: string): string | undefined {
  const instrument = findInstrument(instrumentId);
  const kind = instrument && strokeKind(instrument, code);
  if (kind) return `${kind.code} ${kind.name}: ${kind.how}`;
  const compound = instrument?.compounds?.find((one) => one.code === code);
  return compound && `${compound.code} ${compound.name}: ${compound.how}`;
}

import { beatsOf, type Cycle } from '../cycle/index.ts';
import { add, type Beats, equal, rational, ZERO } from '../time/index.ts';
import { fillsTurns } from './check.ts';
import type { Cell, Layer, Rhythm, Stroke } from './model.ts';
import { withRings } from './rings.ts';

/** Some turns of a rhythm, as a rhythm of their own that comes round. */
export interface OnlyTurns {
  readonly rhythm: Rhythm;
  /** For each layer, which slot of the whole each of its slots is. */
  readonly slots: readonly (readonly number[])[];
}

/**
 * The chosen turns laid end to end. A layer of fewer turns comes round under the others, and is as
 * long as it must be; one that comes round at its own length stays whole.
 * @param turns counted from 0, ascending, one at least
 */
export function onlyTurns(rhythm: Rhythm, turns: readonly number[]): OnlyTurns {
  const cut = rhythm.layers.map((layer) => {
    if (layer.free || !fillsTurns(rhythm.cycle, layer)) {
      const all = layer.cells.reduce((sum, cell) => sum + cell.slots, 0);
      return { layer, slots: Array.from({ length: all }, (_, slot) => slot) };
    }
    return cutLayer(rhythm.cycle, layer, turns);
  });
  const { turns: names, variations: _, ...rest } = rhythm;
  const kept = turns.flatMap((turn, at) => {
    const name = names?.find((one) => one.turn === turn);
    return name ? [{ ...name, turn: at }] : [];
  });
  return {
    rhythm: {
      ...rest,
      ...(kept.length > 0 ? { turns: kept } : {}),
      layers: cut.map(({ layer }) => layer),
    },
    slots: cut.map(({ slots }) => slots),
  };
}

interface Turn {
  readonly cells: readonly Cell[];
  readonly firstSlot: number;
  readonly slots: number;
}

/** The turns of a layer that is made of whole turns. */
function turnsOf(cycle: Cycle, layer: Layer): readonly Turn[] {
  const beats = rational(beatsOf(cycle).length);
  const turns: Turn[] = [];
  let cells: Cell[] = [];
  let [firstSlot, slots]: [number, number] = [0, 0];
  let inTurn: Beats = ZERO;
  for (const cell of layer.cells) {
    cells.push(cell);
    slots += cell.slots;
    inTurn = add(inTurn, rational(cell.beats.num, cell.beats.den));
    if (!equal(inTurn, beats)) continue;
    turns.push({ cells, firstSlot, slots });
    firstSlot += slots;
    [cells, slots, inTurn] = [[], 0, ZERO];
  }
  return turns;
}

function cutLayer(
  cycle: Cycle,
  layer: Layer,
  turns: readonly number[],
): { layer: Layer; slots: readonly number[] } {
  const own = turnsOf(cycle, layer);
  const wanted = turns.map((turn) => turn % own.length);
  // A layer that says the same in all of them says it once.
  const once = wanted.every((turn) => turn === wanted[0]) ? wanted.slice(0, 1) : wanted;
  const cells: Cell[] = [];
  const strokes: Stroke[] = [];
  const rings: number[] = [];
  const slots: number[] = [];
  for (const turn of once) {
    const from = own[turn];
    if (!from) continue;
    const shift = slots.length - from.firstSlot;
    const isHere = (slot: number) => slot >= from.firstSlot && slot < from.firstSlot + from.slots;
    cells.push(...from.cells);
    for (const stroke of layer.strokes) {
      if (isHere(stroke.slot)) strokes.push({ ...stroke, slot: stroke.slot + shift });
    }
    for (const slot of layer.rings ?? []) if (isHere(slot)) rings.push(slot + shift);
    for (let slot = 0; slot < from.slots; slot += 1) slots.push(from.firstSlot + slot);
  }
  return { layer: withRings({ ...layer, cells, strokes }, rings), slots };
}

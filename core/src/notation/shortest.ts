import { nth, numberAt } from '../bounds/index.ts';
import { beatsOf, type Cycle } from '../cycle/index.ts';
import { type Cell, type Layer, type Stroke, withRings } from '../rhythm/index.ts';
import { turnsUntilItRepeats } from './fit.ts';

/** The layer with a line that comes again and again written once. */
export function shortest(cycle: Cycle, layer: Layer, turns: number): Layer {
  const beats = beatsOf(cycle).length;
  const cellsBy: Cell[][] = Array.from({ length: turns }, () => []);
  const firstSlot: number[] = [];
  let inBeats = 0;
  let slot = 0;
  for (const cell of layer.cells) {
    const turn = Math.min(turns - 1, Math.floor(inBeats / beats + 1e-9));
    if (nth(cellsBy, turn).length === 0) firstSlot[turn] = slot;
    nth(cellsBy, turn).push(cell);
    inBeats += cell.beats.num / cell.beats.den;
    slot += cell.slots;
  }
  const inTurn: Stroke[][] = cellsBy.map(() => []);
  let turn = 0;
  for (const stroke of layer.strokes) {
    while (stroke.slot >= (firstSlot[turn + 1] ?? Number.POSITIVE_INFINITY)) turn += 1;
    nth(inTurn, turn).push(stroke);
  }
  const ringsIn = (at: number) => {
    const from = numberAt(firstSlot, at);
    const to = firstSlot[at + 1] ?? slot;
    return (layer.rings ?? []).filter((one) => one >= from && one < to).map((one) => one - from);
  };
  const period = turnsUntilItRepeats(turns, (at) =>
    JSON.stringify([
      cellsBy[at],
      nth(inTurn, at).map((stroke) => ({ ...stroke, slot: stroke.slot - numberAt(firstSlot, at) })),
      layer.rings ? ringsIn(at) : 0,
    ]),
  );
  if (period === turns) return layer;
  const end = numberAt(firstSlot, period);
  const strokes = layer.strokes.filter((stroke) => stroke.slot < end);
  const { rings, ...rest } = layer;
  const short = { ...rest, cells: cellsBy.slice(0, period).flat(), strokes };
  return withRings(
    short,
    (rings ?? []).filter((one) => one < end),
  );
}

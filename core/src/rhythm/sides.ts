import { add, type Beats, equal, rational, toNumber, wrap, ZERO } from '../time/index.ts';
import { fillsTurns, slotCount } from './check.ts';
import type { Layer, Rhythm } from './model.ts';
import { beatsIn, turnBeats, turnsIn } from './timing.ts';
import { eachVaried, withVariations } from './variations.ts';

/** A rhythm that starts from the other side, or why it cannot. */
export type SideResult =
  | { readonly ok: true; readonly rhythm: Rhythm }
  | { readonly ok: false; readonly message: string };

/**
 * Starts a two-sided timeline from its other side: it turns by half its period, which is a turn
 * where every turn of it is alike, else its whole length.
 * @param follow the other layers turn with it; otherwise they stay and meet its other side
 */
export function startFromOtherSide(rhythm: Rhythm, timeline: string, follow: boolean): SideResult {
  const line = rhythm.layers.find((layer) => layer.id === timeline);
  if (!line?.side)
    return { ok: false, message: 'This layer is not marked as a two-sided timeline.' };
  const turn = turnBeats(rhythm.cycle);
  const length = beatsIn(line);
  const whole = rotateLayer(line, rational(turn));
  const period =
    toNumber(length) > turn && whole && isSameLine(whole, line) ? rational(turn) : length;
  const half = rational(period.num, period.den * 2);
  const layers: Layer[] = [];
  for (const layer of rhythm.layers) {
    if (layer.id !== timeline && (!follow || layer.free)) {
      layers.push(layer);
      continue;
    }
    const turned = rotateLayer(layer, half);
    if (!turned) {
      return {
        ok: false,
        message: `A cell of ${layer.name} crosses the middle, so it cannot begin there. Divide that cell first.`,
      };
    }
    if (!layer.free && !fillsTurns(rhythm.cycle, turned)) {
      return {
        ok: false,
        message: `A cell of ${layer.name} would reach over the end of a turn. Divide that cell first, or let the other layers stay.`,
      };
    }
    layers.push(
      layer.id === timeline
        ? { ...turned, side: line.side === '3-2' ? ('2-3' as const) : ('3-2' as const) }
        : turned,
    );
  }
  const varied = eachVaried(rhythm, (layer) => {
    const turns = layer.id === timeline || (follow && !layer.free);
    return turns ? (rotateLayer(layer, half) ?? layer) : layer;
  });
  return { ok: true, rhythm: { ...withVariations(rhythm, varied), layers } };
}

/** Which side of the two-sided timeline a turn begins on; undefined where no timeline has a side that fills turns. */
export function sideOfTurn(
  { cycle, layers }: Pick<Rhythm, 'cycle' | 'layers'>,
  turn: number,
): 'three' | 'two' | undefined {
  const line = layers.find(({ side }) => side !== undefined);
  if (!line) return undefined;
  const turns = turnsIn({ cycle }, line);
  if (turns < 2 || turns % 2 !== 0) return undefined;
  const isFirst = wrap(turn, turns) < turns / 2;
  return (line.side === '3-2') === isFirst ? 'three' : 'two';
}

function isSameLine(a: Layer, b: Layer): boolean {
  return (
    JSON.stringify(a.cells) === JSON.stringify(b.cells) &&
    JSON.stringify(a.strokes) === JSON.stringify(b.strokes)
  );
}

/**
 * The layer begun `by` beats later in its round, what was before put at its end. Undefined where no
 * cell begins there.
 */
export function rotateLayer(layer: Layer, by: Beats): Layer | undefined {
  const length = beatsIn(layer);
  const times = Math.floor(toNumber(by) / toNumber(length));
  const rest = rational(by.num * length.den - times * length.num * by.den, by.den * length.den);
  let at: Beats = ZERO;
  let slots = 0;
  for (const [index, cell] of layer.cells.entries()) {
    if (equal(at, rest)) {
      const all = slotCount(layer);
      const turn = (slot: number) => wrap(slot - slots, all);
      const rings = layer.rings?.map(turn).sort((a, b) => a - b);
      return {
        ...layer,
        cells: [...layer.cells.slice(index), ...layer.cells.slice(0, index)],
        strokes: layer.strokes
          .map((stroke) => ({ ...stroke, slot: turn(stroke.slot) }))
          .sort((a, b) => a.slot - b.slot),
        ...(rings ? { rings } : {}),
      };
    }
    at = add(at, rational(cell.beats.num, cell.beats.den));
    slots += cell.slots;
  }
  return undefined;
}

import {
  checkEdit,
  type Layer,
  type Rhythm,
  slotCount,
  turnBeats,
  withRings,
} from '../rhythm/index.ts';
import { lcmRational, rational, toNumber } from '../time/index.ts';
import { lineOf } from './line.ts';

/** Turns of each that are heard at least before the other comes. */
const LEAST_TURNS = 2;

/**
 * A rhythm in which a line is heard as it was and as it is varied, so many whole turns each, for as long as the longer
 * of the two lasts. Undefined where they do not come round together in a rhythm that can be played.
 */
export function alternate(home: Rhythm, varied: Rhythm, index: number): Rhythm | undefined {
  const [first, second] = [lineOf(home, index), lineOf(varied, index)];
  if (!first || !second || first.layer.free) return undefined;
  const turns = rational(turnBeats(home.cycle) * LEAST_TURNS);
  const [one, other] = [first.grid.beats, second.grid.beats];
  const length = lcmRational(lcmRational(one, other), turns);
  const layer = joined(
    repeated(first.layer, toNumber(length) / toNumber(one)),
    repeated(second.layer, toNumber(length) / toNumber(other)),
  );
  const rhythm = { ...home, layers: home.layers.with(index, layer) };
  return checkEdit(rhythm).length === 0 ? rhythm : undefined;
}

function repeated(layer: Layer, times: number): Layer {
  return Array.from({ length: Math.round(times) - 1 }).reduce<Layer>(
    (all) => joined(all, layer),
    layer,
  );
}

function joined(a: Layer, b: Layer): Layer {
  const shift = slotCount(a);
  const strokes = b.strokes.map((stroke) => ({ ...stroke, slot: stroke.slot + shift }));
  const rings = (b.rings ?? []).map((slot) => slot + shift);
  return withRings({ ...a, cells: [...a.cells, ...b.cells], strokes: [...a.strokes, ...strokes] }, [
    ...(a.rings ?? []),
    ...rings,
  ]);
}

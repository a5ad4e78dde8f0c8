import {
  type Clip,
  checkEdit,
  copyRange,
  joinClips,
  type Layer,
  layerOfLine,
  nameTurn,
  type Rhythm,
  slotCount,
  turnRange,
  turnsIn,
  turnsOfVariation,
  type Variation,
} from '../rhythm/index.ts';
import { mayStand, type TurnPlayed } from './plan.ts';

/** A rhythm in which what was played stands turn after turn, or why it cannot. */
export type WrittenOut =
  | { readonly ok: true; readonly rhythm: Rhythm }
  | { readonly ok: false; readonly message: string };

/**
 * Writes turns out that were played: layers that a variation changed say each of them, under the variation’s name;
 * the others come round as they did. It has no variations any more.
 * @param turns one at least
 */
export function writeOut(rhythm: Rhythm, turns: readonly TurnPlayed[]): WrittenOut {
  const changed = new Set(
    turns.flatMap(({ variation }) => variation?.lines.map(({ layer }) => layer) ?? []),
  );
  const layers: Layer[] = [];
  for (const layer of rhythm.layers) {
    if (!changed.has(layer.id)) {
      layers.push(layer);
      continue;
    }
    const own = turnsOf(rhythm, layer);
    if (layer.free || own.length === 0)
      return {
        ok: false,
        message: `${layer.name} comes round at its own length, so its turns cannot be written one after another.`,
      };
    const clips = turns.flatMap(({ turn, variation, part }): Clip[] => {
      const line = variation?.lines.find((one) => one.layer === layer.id);
      const from = line ? turnsOf(rhythm, layerOfLine(layer, line)) : own;
      return [from[(line ? part : turn) % from.length] ?? []].flat();
    });
    const [first, ...rest] = clips;
    if (!first) continue;
    const { rings: _, ...bare } = layer;
    layers.push({ ...bare, ...rest.reduce(joinClips, first) });
  }
  const { variations: _, turns: _names, ...rest } = rhythm;
  const named = turns.reduce<Rhythm>(
    (all, { variation, part }, at) =>
      variation && part === 0 ? nameTurn(all, at, 'plain', variation.name) : all,
    { ...rest, layers },
  );
  const [refusal] = checkEdit(named);
  return refusal === undefined ? { ok: true, rhythm: named } : { ok: false, message: refusal };
}

/** No more turns of home than these stand before a variation that may begin anywhere. */
const MOST_HOME = 8;

/**
 * The turns in which a variation is practised beside home: home until the variation may begin, the variation, and home
 * again until its place comes round.
 */
export function homeAndVariation(rhythm: Rhythm, variation: Variation): readonly TurnPlayed[] {
  const lasts = turnsOfVariation(rhythm, variation);
  const { place } = variation;
  const own = variation.lines.map(({ layer }) => {
    const home = rhythm.layers.find(({ id }) => id === layer);
    return home ? Math.ceil(turnsIn(rhythm, home)) : 1;
  });
  const least = place?.kind === 'turn' ? place.turn : Math.min(MOST_HOME, Math.max(...own));
  let begins = least;
  while (!mayStand(rhythm, place, begins)) begins += 1;
  const round = place?.kind === 'turn' ? place.of : 1;
  const count = Math.ceil((begins + lasts) / round) * round;
  return Array.from({ length: count }, (_, turn): TurnPlayed => {
    const part = turn - begins;
    return part >= 0 && part < lasts ? { turn, part, variation } : { turn, part: 0 };
  });
}

/** Each turn of a layer that is made of whole turns. */
function turnsOf(rhythm: Pick<Rhythm, 'cycle'>, layer: Layer): readonly Clip[] {
  const clips: Clip[] = [];
  for (let slot = 0; slot < slotCount(layer); ) {
    const range = turnRange(rhythm, layer, slot);
    if (!range) return [];
    clips.push(copyRange(layer, range.firstSlot, range.firstSlot + range.slots - 1));
    slot = range.firstSlot + range.slots;
  }
  return clips;
}

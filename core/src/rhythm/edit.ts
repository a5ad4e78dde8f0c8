import { TEMPO_RANGE } from '../time/index.ts';
import { slotCount } from './check.ts';
import {
  type Cell,
  FORCES,
  type Force,
  type Hand,
  type Layer,
  LIMITS,
  type Rhythm,
  type Stroke,
} from './model.ts';

/** Applies a change to one layer; the rhythm itself comes back when the layer is not there. */
export function editLayer(
  rhythm: Rhythm,
  layerId: string,
  change: (layer: Layer) => Layer,
): Rhythm {
  const index = rhythm.layers.findIndex((layer) => layer.id === layerId);
  const before = rhythm.layers[index];
  if (!before) return rhythm;
  const after = change(before);
  return after === before ? rhythm : { ...rhythm, layers: rhythm.layers.with(index, after) };
}

/** The strokes of one slot, in written order. */
export function strokesAt(layer: Layer, slot: number): readonly Stroke[] {
  return layer.strokes.filter((stroke) => stroke.slot === slot);
}

function withStrokes(layer: Layer, strokes: readonly Stroke[]): Layer {
  const sounding = new Set(strokes.map((stroke) => stroke.slot));
  const rings = layer.rings?.filter((slot) => !sounding.has(slot));
  const { rings: _before, ...rest } = layer;
  const sorted = [...strokes].sort((a, b) => a.slot - b.slot);
  return rings && rings.length > 0
    ? { ...rest, strokes: sorted, rings }
    : { ...rest, strokes: sorted };
}

/** Puts a stroke into its slot in place of what was there. A slot that is not there changes nothing. */
export function placeStroke(layer: Layer, stroke: Stroke): Layer {
  if (stroke.slot < 0 || stroke.slot >= slotCount(layer)) return layer;
  return withStrokes(layer, [
    ...layer.strokes.filter((other) => other.slot !== stroke.slot),
    stroke,
  ]);
}

/** Puts strokes in place of everything in the slots from `from` up to `to` (not included). */
export function placeStrokes(
  layer: Layer,
  from: number,
  to: number,
  strokes: readonly Stroke[],
): Layer {
  return withStrokes(layer, [
    ...layer.strokes.filter((stroke) => stroke.slot < from || stroke.slot >= to),
    ...strokes,
  ]);
}

/** Empties a slot. */
export function removeStrokes(layer: Layer, slot: number): Layer {
  if (!layer.strokes.some((stroke) => stroke.slot === slot)) return layer;
  return withStrokes(
    layer,
    layer.strokes.filter((stroke) => stroke.slot !== slot),
  );
}

/** Changes every stroke of a slot. */
export function mapStrokes(layer: Layer, slot: number, change: (stroke: Stroke) => Stroke): Layer {
  if (!layer.strokes.some((stroke) => stroke.slot === slot)) return layer;
  return {
    ...layer,
    strokes: layer.strokes.map((stroke) => (stroke.slot === slot ? change(stroke) : stroke)),
  };
}

/** Gives every stroke of a slot this force. */
export function setForce(layer: Layer, slot: number, force: Force): Layer {
  return mapStrokes(layer, slot, (stroke) => ({ ...stroke, force }));
}

/** Makes the strokes of a slot stronger (+1) or softer (−1), within ghost and accent. */
export function stepForce(layer: Layer, slot: number, step: 1 | -1): Layer {
  return mapStrokes(layer, slot, (stroke) => {
    const force = FORCES[FORCES.indexOf(stroke.force) + step];
    return force === undefined ? stroke : { ...stroke, force };
  });
}

/** Accents the strokes of a slot, or takes the accent away again. */
export function toggleAccent(layer: Layer, slot: number): Layer {
  const all = strokesAt(layer, slot).every((stroke) => stroke.force === 4);
  return setForce(layer, slot, all ? 3 : 4);
}

/** Gives the strokes of a slot to this hand; a slot with several strokes is left as it is. */
export function setHand(layer: Layer, slot: number, hand: Hand): Layer {
  if (strokesAt(layer, slot).length !== 1) return layer;
  return mapStrokes(layer, slot, (stroke) => ({ ...stroke, hand }));
}

/** A cell cut anew, and what that did to its strokes (slots as they were before). */
export interface DivideResult {
  readonly layer: Layer;
  /** Slots whose strokes could not stay at their exact place and went to the nearest one. */
  readonly moved: readonly number[];
  /** Slots whose strokes found their nearest place taken and are gone. */
  readonly lost: readonly number[];
}

/**
 * Cuts one cell into another number of slots. Strokes stay where they are or go to the nearest slot;
 * the strokes of a slot stay together.
 */
export function divideCell(layer: Layer, cell: number, slots: number): DivideResult {
  const old = layer.cells[cell];
  if (!old || slots < 1 || slots > LIMITS.slotsPerCell || slots === old.slots) {
    return { layer, moved: [], lost: [] };
  }
  const first = slotCount({ cells: layer.cells.slice(0, cell) });
  const shift = slots - old.slots;
  const inCell = layer.strokes
    .map((stroke) => stroke.slot - first)
    .filter((within) => within >= 0 && within < old.slots);
  const { places, moved, lost } = nearestPlaces([...new Set(inCell)], old.slots, slots);
  const strokes = layer.strokes.flatMap((stroke): Stroke[] => {
    const within = stroke.slot - first;
    if (within < 0) return [stroke];
    if (within >= old.slots) return [{ ...stroke, slot: stroke.slot + shift }];
    const place = places.get(within);
    return place === undefined ? [] : [{ ...stroke, slot: first + place }];
  });
  const rings = layer.rings?.flatMap((slot) => {
    if (slot < first) return [slot];
    return slot >= first + old.slots ? [slot + shift] : [];
  });
  const cut: Layer = {
    ...layer,
    cells: layer.cells.with(cell, { ...old, slots }),
    ...(rings ? { rings } : {}),
  };
  return {
    layer: withStrokes(cut, strokes),
    moved: moved.map((within) => first + within),
    lost: lost.map((within) => first + within),
  };
}

/** Where the parts of an old division go in a new one. Those that fit exactly choose first. */
function nearestPlaces(parts: readonly number[], from: number, to: number) {
  const places = new Map<number, number>();
  const moved: number[] = [];
  const lost: number[] = [];
  const taken = new Set<number>();
  const take = (part: number, place: number) => {
    places.set(part, place);
    taken.add(place);
  };
  for (const part of parts) {
    if ((part * to) % from === 0) take(part, (part * to) / from);
  }
  for (const part of parts) {
    if (places.has(part)) continue;
    const place = Math.min(Math.round((part * to) / from), to - 1);
    if (taken.has(place)) lost.push(part);
    else {
      take(part, place);
      moved.push(part);
    }
  }
  return { places, moved, lost };
}

/** Cells of one beat, one slot for each pulse: what a new layer starts with. */
export function plainCells(spans: readonly number[], turns = 1): Cell[] {
  return Array.from({ length: turns }, () =>
    spans.map((span) => ({ beats: { num: 1, den: 1 }, slots: span })),
  ).flat();
}

/** Sets the tempo now, kept within the program's range and to a thousandth. */
export function setTempo(rhythm: Rhythm, bpm: number): Rhythm {
  const kept = Math.min(TEMPO_RANGE.max, Math.max(TEMPO_RANGE.min, Math.round(bpm * 1000) / 1000));
  return kept === rhythm.tempo.bpm ? rhythm : { ...rhythm, tempo: { ...rhythm.tempo, bpm: kept } };
}

/** The rhythm under another name; an empty name changes nothing. */
export function renameRhythm(rhythm: Rhythm, name: string): Rhythm {
  const kept = name.replace(/\s+/g, ' ').trim().slice(0, 120);
  return kept === '' || kept === rhythm.name ? rhythm : { ...rhythm, name: kept };
}

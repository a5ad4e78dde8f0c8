import { BLANK, NAME_LENGTH, numberAt, oneLine } from '../bounds/index.ts';
import { TEMPO_RANGE } from '../time/index.ts';
import { slotCount } from './check.ts';
import { isFootKind } from './hands.ts';
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
import { type RecutTable, recutPlaces } from './recut.ts';
import { withRings } from './rings.ts';

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
  const changed = { ...layer, strokes: [...strokes].sort((a, b) => a.slot - b.slot) };
  return layer.rings ? withRings(changed, layer.rings) : changed;
}

/** Puts a stroke into its slot in place of what was there. A slot that is not there changes nothing. */
export function placeStroke(layer: Layer, stroke: Stroke): Layer {
  if (stroke.slot < 0 || stroke.slot >= slotCount(layer)) return layer;
  return withStrokes(layer, [
    ...layer.strokes.filter((other) => other.slot !== stroke.slot),
    stroke,
  ]);
}

/**
 * Puts strokes in place of everything in the slots from `from` up to `to` (not included).
 * @param rings slots of the stretch through which the stroke before rings on
 */
export function placeStrokes(
  layer: Layer,
  from: number,
  to: number,
  strokes: readonly Stroke[],
  rings: readonly number[] = [],
): Layer {
  const outside = (slot: number) => slot < from || slot >= to;
  const placed = withStrokes(layer, [
    ...layer.strokes.filter((stroke) => outside(stroke.slot)),
    ...strokes,
  ]);
  return withRings(placed, [...(placed.rings ?? []).filter(outside), ...rings]);
}

/** Empties a slot; nothing rings on through it either. */
export function removeStrokes(layer: Layer, slot: number): Layer {
  const empty = !layer.strokes.some((stroke) => stroke.slot === slot);
  if (empty && !layer.rings?.includes(slot)) return layer;
  return placeStrokes(layer, slot, slot + 1, []);
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

/**
 * Gives the strokes of a slot to this hand; a slot with several strokes, or one of the foot, is left as
 * it is.
 */
export function setHand(layer: Layer, slot: number, hand: Hand): Layer {
  const [only, ...others] = strokesAt(layer, slot);
  if (!only || others.length > 0 || isFootKind(layer, only.kind)) return layer;
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
 * @param table by which fours become threes and threes fours, where the nearest slot is not what is wanted
 */
export function divideCell(
  layer: Layer,
  cell: number,
  slots: number,
  table?: RecutTable,
): DivideResult {
  const old = layer.cells[cell];
  if (!old || slots < 1 || slots > LIMITS.slotsPerCell || slots === old.slots) {
    return { layer, moved: [], lost: [] };
  }
  const first = slotCount({ cells: layer.cells.slice(0, cell) });
  const shift = slots - old.slots;
  const inCell = layer.strokes
    .map((stroke) => stroke.slot - first)
    .filter((within) => within >= 0 && within < old.slots);
  const parts = [...new Set(inCell)];
  const sent = table && recutPlaces(table, old.slots, slots);
  const { places, moved, lost } = sent
    ? placesByTable(parts, sent, (part) => strongest(layer, first + part), slots)
    : nearestPlaces(parts, old.slots, slots);
  const strokes = layer.strokes.flatMap((stroke): Stroke[] => {
    const within = stroke.slot - first;
    if (within < 0) return [stroke];
    if (within >= old.slots) return [{ ...stroke, slot: stroke.slot + shift }];
    const place = places.get(within);
    return place === undefined ? [] : [{ ...stroke, slot: first + place }];
  });
  const cut: Layer = { ...layer, cells: layer.cells.with(cell, { ...old, slots }) };
  const rings = ringsCutAnew(layer, first, old.slots, slots);
  return {
    layer: withRings(withStrokes(cut, strokes), rings),
    moved: moved.map((within) => first + within),
    lost: lost.map((within) => first + within),
  };
}

/** What rang on before a cell was cut anew still does: the new parts of the slots that rang. */
function ringsCutAnew(layer: Layer, first: number, from: number, to: number): readonly number[] {
  const rang = new Set(layer.rings);
  const sounded = new Set(layer.strokes.map((stroke) => stroke.slot));
  const kept = [...rang].flatMap((slot) => {
    if (slot < first) return [slot];
    return slot >= first + from ? [slot + to - from] : [];
  });
  for (let part = 0; part < to; part += 1) {
    const old = first + Math.floor((part * from) / to);
    // A finer part of a slot that sounded rings on where the slot after it did.
    if (rang.has(old) || (sounded.has(old) && rang.has(old + 1))) kept.push(first + part);
  }
  return kept;
}

function strongest({ strokes }: Layer, slot: number): number {
  return Math.max(...strokes.map((stroke) => (stroke.slot === slot ? stroke.force : 0)));
}

/** Where a table sends parts; where two meet the stronger stays, or the earlier. */
function placesByTable(
  parts: readonly number[],
  table: readonly number[],
  force: (part: number) => number,
  to: number,
) {
  const places = new Map<number, number>();
  const byPlace = new Map<number, number>();
  for (const part of parts) {
    const place = numberAt(table, part);
    const before = byPlace.get(place);
    if (before !== undefined && force(before) >= force(part)) continue;
    byPlace.set(place, part);
  }
  for (const [place, part] of byPlace) places.set(part, place);
  const kept = parts.filter((part) => places.has(part));
  return {
    places,
    moved: kept.filter((part) => numberAt(table, part) * table.length !== part * to),
    lost: parts.filter((part) => !places.has(part)),
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

/**
 * Cells of one beat, one slot for each pulse: what a new layer starts with. A cycle with more pulses
 * than a rhythm has room for gets one slot a beat.
 */
export function plainCells(spans: readonly number[], turns = 1): Cell[] {
  const pulses = spans.reduce((sum, span) => sum + span, 0) * turns;
  const plain = pulses > LIMITS.slotsPerLayer / 4;
  return Array.from({ length: turns }, () =>
    spans.map((span) => ({ beats: { num: 1, den: 1 }, slots: plain ? 1 : span })),
  ).flat();
}

/** Sets the tempo now, kept within the program's range and to a thousandth. */
export function setTempo(rhythm: Rhythm, bpm: number): Rhythm {
  const kept = Math.min(TEMPO_RANGE.max, Math.max(TEMPO_RANGE.min, Math.round(bpm * 1000) / 1000));
  return kept === rhythm.tempo.bpm ? rhythm : { ...rhythm, tempo: { ...rhythm.tempo, bpm: kept } };
}

/** The rhythm under another name; an empty name changes nothing. */
export function renameRhythm(rhythm: Rhythm, name: string): Rhythm {
  const kept = oneLine(name, NAME_LENGTH);
  return kept === '' || kept === rhythm.name ? rhythm : { ...rhythm, name: kept };
}

/** Gives a rhythm its notes, lines of plain text; none where there is nothing but blanks. */
export function setNotes(rhythm: Rhythm, text: string): Rhythm {
  const written = text.slice(0, LIMITS.notes).replace(/\r\n?/g, '\n');
  const notes = written.trim() === '' ? undefined : written;
  if (notes === rhythm.notes) return rhythm;
  const { notes: _before, ...rest } = rhythm;
  return notes === undefined ? rest : { ...rest, notes };
}

const BETWEEN_TAGS = new RegExp(`[${BLANK},#"]+`, 'u');

/** Gives a rhythm its tags: the words of a line, each once. */
export function setTags(rhythm: Rhythm, line: string): Rhythm {
  const words = line.split(BETWEEN_TAGS).map((word) => oneLine(word, LIMITS.tag));
  const tags = [...new Set(words.filter((word) => word !== ''))].slice(0, LIMITS.tags);
  return tags.join(' ') === rhythm.tags.join(' ') ? rhythm : { ...rhythm, tags };
}

import { NAME_LENGTH, oneLine } from '../bounds/index.ts';
import { beatsOf } from '../cycle/index.ts';
import { type Instrument, instrumentOf, playedOn, strokeKind } from '../instrument/index.ts';
import { add, type Beats, equal, rational, ZERO } from '../time/index.ts';
import { capital } from '../wording/index.ts';
import { slotCount } from './check.ts';
import { editLayer, plainCells } from './edit.ts';
import { type Layer, LIMITS, type Rhythm } from './model.ts';
import { withRings } from './rings.ts';
import { eachVaried, withVariations } from './variations.ts';

/** Adds an empty layer of one plain turn at the end; a rhythm that is full stays as it is. */
export function addLayer(rhythm: Rhythm, instrument: Instrument, name?: string): Rhythm {
  const spans = beatsOf(rhythm.cycle).map((beat) => beat.span);
  return appendLayer(rhythm, {
    id: '',
    name: freeName(rhythm, name ?? capital(instrument.name)),
    ...playedOn(instrument),
    cells: plainCells(spans),
    strokes: [],
  });
}

/** A name as it is, or with the next number behind it where a layer is called so already. */
function freeName({ layers }: Rhythm, name: string): string {
  const taken = new Set(layers.map((layer) => layer.name));
  if (!taken.has(name)) return name;
  const bare = name.replace(/ \d{1,3}$/, '');
  let number = 2;
  while (taken.has(`${bare} ${number}`)) number += 1;
  return oneLine(`${bare.slice(0, NAME_LENGTH - 4)} ${number}`, NAME_LENGTH);
}

/** Puts the same layer once more right under it, with a name of its own; a rhythm that is full stays as it is. */
export function duplicateLayer(rhythm: Rhythm, id: string): Rhythm {
  const at = rhythm.layers.findIndex((layer) => layer.id === id);
  const layer = rhythm.layers[at];
  if (!layer) return rhythm;
  const added = appendLayer(rhythm, { ...layer, name: freeName(rhythm, layer.name) });
  const copy = added.layers.at(-1);
  if (added === rhythm || !copy) return rhythm;
  return { ...rhythm, layers: rhythm.layers.toSpliced(at + 1, 0, copy) };
}

/** Puts a layer that was made elsewhere under the others, with an id of its own here. */
export function appendLayer(rhythm: Rhythm, layer: Layer): Rhythm {
  if (rhythm.layers.length >= LIMITS.layers) return rhythm;
  const taken = new Set(rhythm.layers.map((one) => one.id));
  let number = rhythm.layers.length + 1;
  while (taken.has(`layer-${number}`)) number += 1;
  return { ...rhythm, layers: [...rhythm.layers, { ...layer, id: `layer-${number}` }] };
}

/** Takes a layer out, with what it plays in variations. */
export function removeLayer(rhythm: Rhythm, id: string): Rhythm {
  const layers = rhythm.layers.filter((layer) => layer.id !== id);
  if (layers.length === rhythm.layers.length) return rhythm;
  const kept = eachVaried(rhythm, (layer) => (layer.id === id ? undefined : layer));
  return { ...withVariations(rhythm, kept), layers };
}

/** Moves a layer one place up (−1) or down (+1). */
export function moveLayer(rhythm: Rhythm, id: string, step: 1 | -1): Rhythm {
  const from = rhythm.layers.findIndex((layer) => layer.id === id);
  const layer = rhythm.layers[from];
  const other = rhythm.layers[from + step];
  if (!layer || !other) return rhythm;
  return { ...rhythm, layers: rhythm.layers.with(from, other).with(from + step, layer) };
}

/** The layer under another name; an empty name changes nothing. */
export function renameLayer(layer: Layer, name: string): Layer {
  const kept = oneLine(name, NAME_LENGTH);
  return kept === '' || kept === layer.name ? layer : { ...layer, name: kept };
}

/**
 * The rhythm with a layer played on another instrument. A layer that is still called as its instrument
 * is called as the new one.
 * @param map as {@link changeInstrument} takes it
 */
export function playOn(
  rhythm: Rhythm,
  id: string,
  instrument: Instrument,
  map: ReadonlyMap<string, string>,
): Rhythm {
  const varied = eachVaried(rhythm, (layer) =>
    layer.id === id ? changeInstrument(layer, instrument, map) : layer,
  );
  return editLayer(withVariations(rhythm, varied), id, (layer) => {
    const changed = changeInstrument(layer, instrument, map);
    const was = instrumentOf(layer);
    const isOwnName = !was || layer.name.replace(/ \d{1,3}$/, '') !== capital(was.name);
    if (isOwnName) return changed;
    const others = rhythm.layers.filter((one) => one.id !== id);
    return { ...changed, name: freeName({ ...rhythm, layers: others }, capital(instrument.name)) };
  });
}

/**
 * Gives a layer to another instrument. What the foot plays there loses its hand; a tuning stays with the drums it was for.
 * @param map what each stroke code becomes; a code that is not in it, or becomes one that the
 * instrument does not have, is left out with its stroke
 */
export function changeInstrument(
  layer: Layer,
  instrument: Instrument,
  map: ReadonlyMap<string, string>,
): Layer {
  const { tuning, own: _, ...rest } = layer;
  return {
    ...rest,
    ...(tuning && instrument.id === layer.instrument ? { tuning } : {}),
    ...playedOn(instrument),
    strokes: layer.strokes.flatMap((stroke) => {
      const kind = strokeKind(instrument, map.get(stroke.kind) ?? '');
      if (!kind) return [];
      const { hand, ...bare } = stroke;
      const isKept = hand !== undefined && kind.hand !== 'foot';
      return [{ ...bare, ...(isKept ? { hand } : {}), kind: kind.code }];
    }),
  };
}

/** The codes a layer uses, each once, in the order of its instrument's vocabulary. */
export function codesUsed(layer: Layer): readonly string[] {
  const used = new Set(layer.strokes.map((stroke) => stroke.kind));
  const known = instrumentOf(layer)?.strokes.map((stroke) => stroke.code) ?? [];
  return known.filter((code) => used.has(code));
}

/** Adds a turn after the last, with the cells of the last and nothing in them, or a copy of it. */
export function addTurn(
  rhythm: Pick<Rhythm, 'cycle'>,
  layer: Layer,
  what: 'empty' | 'copy',
): Layer {
  const range = turnRange(rhythm, layer, Number.POSITIVE_INFINITY);
  if (!range || slotCount(layer) + range.slots > LIMITS.slotsPerLayer) return layer;
  const shift = slotCount(layer) - range.firstSlot;
  const copied = layer.strokes
    .filter((stroke) => stroke.slot >= range.firstSlot)
    .map((stroke) => ({ ...stroke, slot: stroke.slot + shift }));
  const rings = layer.rings?.filter((slot) => slot >= range.firstSlot) ?? [];
  const longer: Layer = {
    ...layer,
    cells: [...layer.cells, ...layer.cells.slice(range.firstCell, range.firstCell + range.cells)],
    strokes: what === 'copy' ? [...layer.strokes, ...copied] : layer.strokes,
  };
  if (what === 'empty' || rings.length === 0) return longer;
  return withRings(longer, [...(layer.rings ?? []), ...rings.map((slot) => slot + shift)]);
}

/** Takes the last turn away; a layer keeps at least one. */
export function removeLastTurn(rhythm: Rhythm, layer: Layer): Layer {
  const range = turnRange(rhythm, layer, Number.POSITIVE_INFINITY);
  if (!range || range.firstCell === 0) return layer;
  const shorter: Layer = {
    ...layer,
    cells: layer.cells.slice(0, range.firstCell),
    strokes: layer.strokes.filter((stroke) => stroke.slot < range.firstSlot),
  };
  return withRings(shorter, layer.rings ?? []);
}

/** The cells and slots of one turn of a layer. */
export interface TurnRange {
  readonly firstCell: number;
  readonly cells: number;
  readonly firstSlot: number;
  readonly slots: number;
}

/** Finds the turn that holds a slot; Infinity for the last. Undefined where a cell crosses its edge. */
export function turnRange(
  rhythm: Pick<Rhythm, 'cycle'>,
  layer: Layer,
  slot: number,
): TurnRange | undefined {
  const beats = rational(beatsOf(rhythm.cycle).length);
  let firstCell = 0;
  let firstSlot = 0;
  let at = 0;
  let inTurn: Beats = ZERO;
  let found: TurnRange | undefined;
  for (const [index, cell] of layer.cells.entries()) {
    at += cell.slots;
    inTurn = add(inTurn, rational(cell.beats.num, cell.beats.den));
    const last = index === layer.cells.length - 1;
    if (!equal(inTurn, beats) && !last) continue;
    if (!equal(inTurn, beats)) return undefined;
    found = { firstCell, cells: index + 1 - firstCell, firstSlot, slots: at - firstSlot };
    if (slot < at) return found;
    firstCell = index + 1;
    firstSlot = at;
    inTurn = ZERO;
  }
  return found;
}

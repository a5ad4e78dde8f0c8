import { NAME_LENGTH, oneLine } from '../bounds/index.ts';
import { type Layer, LIMITS, type Rhythm, type Variation, type VariedLine } from './model.ts';
import { turnsIn } from './timing.ts';

/** A layer as it is played in a variation: the line's cells and strokes, all else its own. */
export function layerOfLine(layer: Layer, { cells, strokes, rings }: VariedLine): Layer {
  const { rings: _, free: _free, ...rest } = layer;
  return { ...rest, cells, strokes, ...(rings && { rings }) };
}

/** What a layer plays as a line of a variation. */
export function lineOfLayer({ id, cells, strokes, rings }: Layer): VariedLine {
  return { layer: id, cells, strokes, ...(rings && { rings }) };
}

/** The rhythm as it is in a variation that goes on and on: a rhythm of its own, without names of turns. */
export function withVariation(rhythm: Rhythm, { lines }: Pick<Variation, 'lines'>): Rhythm {
  const { variations: _, turns: _names, ...rest } = rhythm;
  const layers = rhythm.layers.map((layer) => {
    const line = lines.find((one) => one.layer === layer.id);
    return line ? layerOfLine(layer, line) : layer;
  });
  return { ...rest, layers };
}

/** How many turns a variation lasts. */
export function turnsOfVariation(
  { cycle }: Pick<Rhythm, 'cycle'>,
  { lines: [line] }: Pick<Variation, 'lines'>,
): number {
  return line ? Math.max(1, Math.round(turnsIn({ cycle }, line))) : 1;
}

/** The lowest key that calls no variation yet; undefined where all nine do. */
export function freeKey({ variations = [] }: Pick<Rhythm, 'variations'>): number | undefined {
  const taken = new Set(variations.map(({ key }) => key));
  return [1, 2, 3, 4, 5, 6, 7, 8, 9].find((key) => !taken.has(key));
}

/** Adds a variation after the others, with an id of its own, a name that is free, and the next key; a full rhythm stays as it is. */
export function addVariation(rhythm: Rhythm, variation: Omit<Variation, 'id'>): Rhythm {
  const { variations = [] } = rhythm;
  if (variations.length >= LIMITS.variations) return rhythm;
  const ids = new Set(variations.map(({ id }) => id));
  let number = variations.length + 1;
  while (ids.has(`variation-${number}`)) number += 1;
  const key = variation.key ?? freeKey(rhythm);
  const added: Variation = {
    ...variation,
    id: `variation-${number}`,
    name: freeName(variations, variation.name),
    ...(key !== undefined && { key }),
  };
  return { ...rhythm, variations: [...variations, added] };
}

function freeName(variations: readonly Variation[], wanted: string): string {
  const taken = new Set(variations.map(({ name }) => name));
  const name = oneLine(wanted, NAME_LENGTH) || 'Variation';
  let free = name;
  for (let number = 2; taken.has(free); number += 1)
    free = `${name.slice(0, NAME_LENGTH - 4).trimEnd()} ${number}`;
  return free;
}

/** Changes a variation; another one that had its new key loses it. */
export function changeVariation(
  rhythm: Rhythm,
  id: string,
  change: (before: Variation) => Variation,
): Rhythm {
  const before = rhythm.variations?.find((one) => one.id === id);
  if (!before) return rhythm;
  const after = change(before);
  return withVariations(
    rhythm,
    rhythm.variations?.map((one) => {
      if (one.id === id) return after;
      return after.key !== undefined && one.key === after.key ? withoutKey(one) : one;
    }),
  );
}

function withoutKey({ key: _, ...rest }: Variation): Variation {
  return rest;
}

/** Takes a variation out. */
export function removeVariation(rhythm: Rhythm, id: string): Rhythm {
  return withVariations(
    rhythm,
    rhythm.variations?.filter((one) => one.id !== id),
  );
}

/** Moves a variation one place up (−1) or down (+1): the order in which they are played one after another. */
export function moveVariation(rhythm: Rhythm, id: string, step: 1 | -1): Rhythm {
  const { variations = [] } = rhythm;
  const from = variations.findIndex((one) => one.id === id);
  const [one, other] = [variations[from], variations[from + step]];
  if (!one || !other) return rhythm;
  return withVariations(rhythm, variations.with(from, other).with(from + step, one));
}

/** The rhythm with other variations; none is as if nothing were said of them. */
export function withVariations(rhythm: Rhythm, variations: readonly Variation[] = []): Rhythm {
  if (variations.length > 0) return { ...rhythm, variations: [...variations] };
  const { variations: _, ...rest } = rhythm;
  return rest;
}

/**
 * Does to every line of every variation what is done to its layer; a line that becomes nothing goes, and a variation
 * without lines too. What is not changed stays the same object.
 * @param change given the layer as the variation plays it
 */
export function eachVaried(
  rhythm: Rhythm,
  change: (layer: Layer) => Layer | undefined,
): readonly Variation[] {
  return (rhythm.variations ?? []).flatMap((variation) => {
    let isSame = true;
    const lines = variation.lines.flatMap((line) => {
      const layer = rhythm.layers.find(({ id }) => id === line.layer);
      const before = layer && layerOfLine(layer, line);
      const after = before && change(before);
      if (after === before && after) return [line];
      isSame = false;
      return after ? [lineOfLayer(after)] : [];
    });
    if (isSame) return [variation];
    return lines.length > 0 ? [{ ...variation, lines }] : [];
  });
}

import {
  addVariation,
  fillsTurns,
  type Layer,
  LIMITS,
  lineOfLayer,
  onlyTurns,
  type PlaceInTurns,
  type Rhythm,
  sayTurn,
  turnsIn,
  type VariedLine,
} from '../rhythm/index.ts';

/** A rhythm with one more variation, or why it could not be made. */
export type Kept =
  | { readonly ok: true; readonly rhythm: Rhythm; readonly name: string }
  | { readonly ok: false; readonly message: string };

/**
 * Keeps turns that are written as a variation: what the chosen layers play in them.
 * @param layers ids
 * @param from the first turn, from 0
 */
export function keepTurns(
  rhythm: Rhythm,
  layers: readonly string[],
  from: number,
  count = 1,
): Kept {
  const turns = Array.from({ length: count }, (_, turn) => from + turn);
  const only = onlyTurns(rhythm, turns).rhythm;
  const chosen = only.layers.filter(({ id }) => layers.includes(id));
  const name = rhythm.turns?.some(({ turn }) => turn === from)
    ? sayTurn(rhythm, from)
    : `Turn ${from + 1}`;
  return kept(rhythm, chosen, count, name, placeOf(rhythm, layers, from));
}

/**
 * Keeps a line that was made of one of a rhythm’s layers as a variation; where only some turns of it were varied,
 * those alone.
 * @param layer the line as it was made
 * @param turns the turns that were varied, first and how many; all of them where it is not said
 */
export function keepLine(
  rhythm: Rhythm,
  layer: Layer,
  name: string,
  turns?: { readonly from: number; readonly count: number },
): Kept {
  const home = rhythm.layers.find(({ id }) => id === layer.id);
  if (home?.instrument !== layer.instrument)
    return {
      ok: false,
      message:
        'A variation is played on the instrument of its layer. Keep this one as a new rhythm.',
    };
  const made = {
    ...rhythm,
    layers: rhythm.layers.map((one) => (one.id === layer.id ? layer : one)),
  };
  if (!turns) return kept(rhythm, [layer], turnsIn(rhythm, layer), name, undefined);
  const at = Array.from({ length: turns.count }, (_, turn) => turns.from + turn);
  const only = onlyTurns(made, at).rhythm.layers.filter(({ id }) => id === layer.id);
  return kept(rhythm, only, turns.count, name, placeOf(rhythm, [layer.id], turns.from));
}

function kept(
  rhythm: Rhythm,
  layers: readonly Layer[],
  count: number,
  name: string,
  place: PlaceInTurns | undefined,
): Kept {
  const odd = layers.find((layer) => layer.free || !fillsTurns(rhythm.cycle, layer));
  if (odd || layers.length === 0)
    return {
      ok: false,
      message: `${odd?.name ?? 'This line'} is not made of whole turns, and a variation is.`,
    };
  const lines = layers.map((layer) => repeated(rhythm, layer, count));
  const next = addVariation(rhythm, { name, lines, ...(place && { place }) });
  if (next === rhythm)
    return {
      ok: false,
      message: `A rhythm has at most ${LIMITS.variations} variations. Take one out first.`,
    };
  return { ok: true, rhythm: next, name: next.variations?.at(-1)?.name ?? name };
}

/** A line of so many turns; one that says the same in all of them says it as often. */
function repeated(rhythm: Pick<Rhythm, 'cycle'>, layer: Layer, count: number): VariedLine {
  const line = lineOfLayer(layer);
  const times = Math.round(count / turnsIn(rhythm, layer));
  if (times < 2) return line;
  const slots = layer.cells.reduce((sum, { slots }) => sum + slots, 0);
  const rounds = Array.from({ length: times }, (_, round) => round * slots);
  return {
    layer: line.layer,
    cells: rounds.flatMap(() => layer.cells),
    strokes: rounds.flatMap((by) =>
      layer.strokes.map((stroke) => ({ ...stroke, slot: stroke.slot + by })),
    ),
    ...(layer.rings && {
      rings: rounds.flatMap((by) => layer.rings?.map((slot) => slot + by) ?? []),
    }),
  };
}

/** Where a turn of a longer line stands among its turns; anywhere where the line has one turn. */
function placeOf(
  rhythm: Rhythm,
  layers: readonly string[],
  from: number,
): PlaceInTurns | undefined {
  const turns = rhythm.layers
    .filter(({ id }) => layers.includes(id))
    .map((layer) => turnsIn(rhythm, layer));
  const of = Math.max(...turns);
  if (!Number.isInteger(of) || of < 2 || of > LIMITS.everyTurns) return undefined;
  return { kind: 'turn', turn: from % of, of };
}

import * as v from 'valibot';
import { listOf, NameSchema, nth, numberAt } from '../bounds/index.ts';
import { beatStarts, type Cycle, turnPulses } from '../cycle/index.ts';
import { handsOf, type Layer, type LayerGrid, type Rhythm } from '../rhythm/index.ts';
import type { Ticks } from '../time/index.ts';

/** Why a piece begins where it does. */
export const PIECE_REASONS = {
  beginning: 'the beginning',
  turn: 'a turn begins',
  mark: 'a turn of its own name begins',
  rest: 'after a rest',
  division: 'the division changes',
  hands: 'the same hand comes twice',
  middle: 'about the middle',
  own: 'cut by hand',
} as const;
/** One of {@link PIECE_REASONS}. */
export type PieceReason = keyof typeof PIECE_REASONS;

/** The sizes within which pieces stay. */
export const PIECE_LIMITS = { pieces: 64 } as const;

/** A stretch that is learnt as a unit, in slots of its layer; `to` is not part of it. */
export const PieceSchema = v.object({
  from: v.pipe(v.number(), v.integer(), v.minValue(0)),
  to: v.pipe(v.number(), v.integer(), v.minValue(1)),
  name: v.optional(NameSchema),
  reason: v.picklist(Object.keys(PIECE_REASONS) as [PieceReason, ...PieceReason[]]),
});
/** A stretch that is learnt as a unit: see {@link PieceSchema}. */
export type Piece = Readonly<v.InferOutput<typeof PieceSchema>>;

/** Pieces of one layer, one after another and without a gap. */
export const PiecesSchema = listOf(
  PieceSchema,
  PIECE_LIMITS.pieces,
  `A line has at most ${PIECE_LIMITS.pieces} pieces.`,
);

/** A piece holds no more strokes than this where there is a place to cut, and no fewer. */
const MOST = 6;
const LEAST = 2;

/** How much each reason speaks for a cut. */
const WEIGHT: Readonly<Record<PieceReason, number>> = {
  beginning: 0,
  turn: 5,
  mark: 6,
  rest: 3,
  division: 3,
  hands: 2,
  middle: 0,
  own: 0,
};

interface Cut {
  readonly slot: number;
  readonly reason: PieceReason;
  readonly weight: number;
}

/**
 * Pieces as a teacher would cut them: where turns begin; and where a piece is still long, after a rest, where
 * the division changes or a hand doubles, best on a beat and near the middle. Each says why it begins there.
 * @example proposePieces(rhythm, layer, grid) // [{ from: 0, to: 8, reason: 'beginning' }, …]
 */
export function proposePieces(
  rhythm: Pick<Rhythm, 'cycle' | 'turns'>,
  layer: Layer,
  grid: LayerGrid,
): readonly Piece[] {
  const end = grid.startTicks.length;
  const cuts = cutsOf(rhythm, layer, grid);
  const struck = [...new Set(layer.strokes.map(({ slot }) => slot))];
  const chosen: Cut[] = [{ slot: 0, reason: 'beginning', weight: 0 }];
  const fixed = cuts.filter(({ reason }) => reason === 'turn' || reason === 'mark');
  const edges = [0, ...fixed.map(({ slot }) => slot), end];
  chosen.push(...fixed);
  edges.slice(0, -1).forEach((from, at) => {
    chosen.push(...split(from, numberAt(edges, at + 1), cuts, struck));
  });
  const sorted = chosen.sort((a, b) => a.slot - b.slot).slice(0, PIECE_LIMITS.pieces);
  return sorted.map(({ slot, reason }, at) => ({
    from: slot,
    to: sorted[at + 1]?.slot ?? end,
    reason,
  }));
}

/** The cuts within a stretch that is still too long, the best first and then in what is left on both sides. */
function split(
  from: number,
  to: number,
  cuts: readonly Cut[],
  struck: readonly number[],
): readonly Cut[] {
  const here = struck.filter((slot) => slot >= from && slot < to);
  if (here.length <= MOST) return [];
  const side = (slot: number) => here.filter((one) => one < slot).length;
  const fits = cuts.filter(({ slot }) => {
    const before = side(slot);
    return slot > from && slot < to && before >= LEAST && here.length - before >= LEAST;
  });
  const worth = ({ slot, weight }: Cut) => {
    const before = side(slot);
    return weight - (Math.abs(here.length - 2 * before) / here.length) * 4;
  };
  const best = fits.reduce<Cut | undefined>(
    (most, one) => (most && worth(most) >= worth(one) ? most : one),
    undefined,
  );
  if (!best) return [];
  return [best, ...split(from, best.slot, cuts, struck), ...split(best.slot, to, cuts, struck)];
}

function cutsOf(
  { cycle, turns = [] }: Pick<Rhythm, 'cycle' | 'turns'>,
  layer: Layer,
  grid: LayerGrid,
): readonly Cut[] {
  const hands = handsOf(layer);
  const bySlot = new Map<number, number>();
  layer.strokes.forEach(({ slot }, at) => {
    if (!bySlot.has(slot)) bySlot.set(slot, at);
  });
  const struck = [...bySlot.keys()];
  const gaps = struck.slice(1).map((slot, at) => ticksBetween(grid, numberAt(struck, at), slot));
  const usual = [...gaps].sort((a, b) => a - b)[Math.floor(gaps.length / 2)] ?? 0;
  const doubles = struck.filter((_, at) => at > 0 && isDouble(hands, bySlot, struck, at)).length;
  const cuts: Cut[] = [];
  struck.forEach((slot, at) => {
    if (at === 0) return;
    const ticks = numberAt(grid.startTicks, slot);
    const onBeat = isBeat(cycle, grid, ticks);
    const add = (reason: PieceReason) =>
      cuts.push({ slot, reason, weight: WEIGHT[reason] + (onBeat ? 1.5 : 0) });
    if (numberAt(gaps, at - 1) >= usual * 1.9) add('rest');
    else if (isDouble(hands, bySlot, struck, at) && doubles * 3 <= struck.length) add('hands');
    else if (onBeat) add('middle');
  });
  layer.cells.forEach((_, index) => {
    if (index === 0) return;
    const slot = numberAt(grid.firstSlot, index);
    // Beats of other lengths are no other division: what counts is how long a slot is.
    if (slotTicks(grid, slot) === slotTicks(grid, slot - 1)) return;
    cuts.push({ slot, reason: 'division', weight: WEIGHT.division + 1.5 });
  });
  grid.startTicks.forEach((ticks, slot) => {
    if (ticks === 0 || ticks % grid.turnTicks !== 0) return;
    const turn = ticks / grid.turnTicks;
    const reason = turns.some((one) => one.turn === turn) ? 'mark' : 'turn';
    for (let at = cuts.length - 1; at >= 0; at -= 1)
      if (nth(cuts, at).slot === slot) cuts.splice(at, 1);
    cuts.push({ slot, reason, weight: WEIGHT[reason] });
  });
  return cuts.sort((a, b) => a.slot - b.slot);
}

function isDouble(
  hands: readonly string[],
  at: ReadonlyMap<number, number>,
  struck: readonly number[],
  index: number,
): boolean {
  const hand = (one: number) => hands[at.get(numberAt(struck, one)) ?? -1];
  const now = hand(index);
  return (now === 'R' || now === 'L') && now === hand(index - 1);
}

function ticksBetween(grid: LayerGrid, one: number, other: number): Ticks {
  return numberAt(grid.startTicks, other) - numberAt(grid.startTicks, one);
}

function slotTicks(grid: LayerGrid, slot: number): Ticks {
  return (grid.startTicks[slot + 1] ?? grid.lengthTicks) - numberAt(grid.startTicks, slot);
}

function isBeat(cycle: Cycle, grid: LayerGrid, ticks: Ticks): boolean {
  const perPulse = grid.turnTicks / turnPulses(cycle);
  return beatStarts(cycle).some((start) => start * perPulse === ticks % grid.turnTicks);
}

/** Cuts the piece that a slot lies in, before the slot; as they are where one begins there already. */
export function cutPiece(pieces: readonly Piece[], slot: number): readonly Piece[] {
  if (pieces.length >= PIECE_LIMITS.pieces) return pieces;
  return pieces.flatMap((piece) =>
    slot > piece.from && slot < piece.to
      ? [
          { ...piece, to: slot },
          { from: slot, to: piece.to, reason: 'own' as const },
        ]
      : [piece],
  );
}

/** Joins a piece with the one after it; it keeps its name. */
export function joinPieces(pieces: readonly Piece[], index: number): readonly Piece[] {
  const next = pieces[index + 1];
  if (!next) return pieces;
  return pieces.flatMap((piece, at) => {
    if (at === index) return [{ ...piece, to: next.to }];
    return at === index + 1 ? [] : [piece];
  });
}

/** Gives a piece a name, or takes it away with an empty one. */
export function namePiece(pieces: readonly Piece[], index: number, name: string): readonly Piece[] {
  return pieces.map((piece, at) => {
    if (at !== index) return piece;
    const { name: _before, ...rest } = piece;
    return name.trim() === '' ? rest : { ...rest, name: name.trim() };
  });
}

/** Whether pieces still cover a layer as it is now; after an edit of its cells they may not. */
export function piecesFit(pieces: readonly Piece[], slots: number): boolean {
  return (
    pieces.length > 0 &&
    pieces[0]?.from === 0 &&
    pieces.at(-1)?.to === slots &&
    pieces.every(
      (piece, at) => piece.from < piece.to && (at === 0 || pieces[at - 1]?.to === piece.from),
    )
  );
}

/** How a piece is called: its name, or its number. */
export function sayPiece(pieces: readonly Piece[], index: number): string {
  return pieces[index]?.name ?? `piece ${index + 1}`;
}

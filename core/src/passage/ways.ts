import { nth, numberAt } from '../bounds/index.ts';
import { beatStarts, beatsOf } from '../cycle/index.ts';
import { handsOf, type Layer, type LayerGrid, type Rhythm } from '../rhythm/index.ts';
import type { Ticks } from '../time/index.ts';
import type { Passage } from './passage.ts';
import { type Piece, sayPiece } from './pieces.ts';
import { soundingPart } from './sounding.ts';

/** The orders in which a line is taken apart and put together again, as players call them. */
export const WAYS = {
  whole: 'all of it',
  'one by one': 'piece by piece',
  mixed: 'the pieces mixed',
  'add the next': 'add the next piece',
  'from the end': 'from the end backwards',
  'stroke after': 'each piece and the stroke after it',
  seams: 'the seams only',
  hands: 'one hand, the other, both',
  accents: 'accents alone, then all',
  ghosts: 'without ghosts, then all',
  low: 'low sounds alone, then all',
  clap: 'with a clap kept under it',
  beats: 'one beat filled, then two, then all',
  'plain run': 'a plain run against the pattern',
  said: 'said first, then played',
} as const;
/** One of {@link WAYS}. */
export type Way = keyof typeof WAYS;

/** One thing to practise on the way: a passage with what it is called. */
export interface Stone {
  readonly name: string;
  readonly passage: Passage;
  /** The pieces in it, from 0; none where it is no row of pieces. */
  readonly pieces: readonly number[];
  /** A part alone, parts joined, or all of the line. */
  readonly size: 'part' | 'joined' | 'whole';
  /** A part that comes again and again with others between, rather than in one block. */
  readonly mixed?: true;
}

/** The line that is practised, and its pieces. */
export interface Practised {
  readonly rhythm: Pick<Rhythm, 'cycle'>;
  readonly layer: Layer;
  readonly grid: LayerGrid;
  readonly ticksPerPulse: number;
  readonly pieces: readonly Piece[];
  /** Turns that are practised, up to the one after the last; all where it is not given. */
  readonly turns?: readonly [number, number] | undefined;
}

/** The line with the pieces that lie in the turns alone; as it is where there is none in them. */
function inTurns(practised: Practised): Practised {
  const { grid, turns } = practised;
  if (!turns) return practised;
  const slotFrom = (turn: number) => {
    const slot = grid.startTicks.findIndex((ticks) => ticks >= turn * grid.turnTicks);
    return slot < 0 ? grid.startTicks.length : slot;
  };
  const [from, to] = [slotFrom(turns[0]), slotFrom(turns[1])];
  const pieces = practised.pieces.flatMap((piece) => {
    const inside = { ...piece, from: Math.max(from, piece.from), to: Math.min(to, piece.to) };
    return inside.from < inside.to ? [inside] : [];
  });
  return { ...practised, pieces, turns: pieces.length > 0 ? turns : undefined };
}

/** What is the whole of a line: up to the end of the turn in which it ends. */
function wholeTicks({ lengthTicks, turnTicks }: LayerGrid): Ticks {
  return Math.ceil(lengthTicks / turnTicks) * turnTicks;
}

/** The stones of a way through, in order. Every way ends with the whole. */
export function wayThrough(way: Way, all: Practised): readonly Stone[] {
  const practised = inTurns(all);
  const whole = wholeOf(practised);
  const before = stonesOf(way, practised, whole);
  const last = before.at(-1);
  const endsWhole = last?.size === 'whole';
  return endsWhole ? before : [...before, whole];
}

function wholeOf(practised: Practised): Stone {
  const { grid, turns, pieces } = practised;
  const end = wholeTicks(grid);
  const [from, to] = turns
    ? [turns[0] * grid.turnTicks, Math.min(end, turns[1] * grid.turnTicks)]
    : [0, end];
  return {
    name: 'all of it',
    passage: passageOf(practised, from, to),
    pieces: pieces.map((_, at) => at),
    size: 'whole',
  };
}

/** The ways that are something else than the whole for this line. */
export function waysFor(practised: Practised): readonly Way[] {
  return (Object.keys(WAYS) as Way[]).filter(
    (way) => way === 'whole' || wayThrough(way, practised).length > 1,
  );
}

function stonesOf(way: Way, practised: Practised, whole: Stone): readonly Stone[] {
  const { pieces, layer, rhythm } = practised;
  const count = pieces.length;
  const of = { of: layer.id };
  const part = (name: string, change: Partial<Passage>): Stone => ({
    name,
    passage: { ...whole.passage, ...of, ...change },
    pieces: [],
    size: 'part',
  });
  switch (way) {
    case 'whole':
      return [whole];
    case 'one by one':
      return count < 2 ? [] : pieces.map((_, at) => rowOf(practised, at, at + 1));
    case 'mixed':
      return count < 2
        ? []
        : pieces.map((_, at): Stone => ({ ...rowOf(practised, at, at + 1), mixed: true }));
    case 'add the next':
      return count < 2
        ? []
        : pieces.flatMap((_, at) =>
            at === 0
              ? [rowOf(practised, 0, 1)]
              : [
                  rowOf(practised, at, at + 1),
                  ...(at + 1 < count ? [rowOf(practised, 0, at + 1)] : []),
                ],
          );
    case 'from the end':
      return count < 2
        ? []
        : pieces.flatMap((_, at) =>
            at + 1 < count ? [rowOf(practised, count - 1 - at, count)] : [],
          );
    case 'stroke after':
      return count < 2 ? [] : pieces.map((_, at) => withStrokeAfter(practised, at));
    case 'seams':
      return count < 2 ? [] : pieces.map((_, at) => seamAfter(practised, at));
    case 'hands': {
      const hands = handsOf(layer);
      const both = hands.includes('R') && hands.includes('L');
      if (!both) return [];
      return [
        part('the right hand alone', { hands: ['R'] }),
        part('the left hand alone', { hands: ['L'] }),
      ];
    }
    case 'accents':
      return inPart(layer, { only: 'accents' }) ? [part('accents alone', { only: 'accents' })] : [];
    case 'ghosts':
      return inPart(layer, { only: 'no ghosts' })
        ? [part('without ghosts', { only: 'no ghosts' })]
        : [];
    case 'low':
      return inPart(layer, { only: 'low sounds' })
        ? [part('low sounds alone', { only: 'low sounds' })]
        : [];
    case 'clap':
      return [part('with the beats clapped', { clap: true })];
    case 'beats': {
      const beats = beatsOf(rhythm.cycle).length;
      if (beats < 2) return [];
      return Array.from({ length: beats - 1 }, (_, at) =>
        part(at === 0 ? 'beat 1 filled' : `beats 1 to ${at + 1} filled`, {
          beats: Array.from({ length: at + 1 }, (_, beat) => beat),
        }),
      );
    }
    case 'plain run':
      return [part('a plain run', { as: 'plain run' })];
    case 'said':
      return [part('say it', { as: 'said' })];
  }
}

function inPart(layer: Layer, only: Pick<Passage, 'only'>): boolean {
  const { length } = soundingPart(layer, only).strokes;
  return length > 0 && length < layer.strokes.length;
}

/** A stretch in whole beats, so that the beat goes on; before and after it there are rests. */
function passageOf(
  { rhythm, layer, grid, ticksPerPulse: den }: Practised,
  from: Ticks,
  to: Ticks,
): Passage {
  const starts = beatStarts(rhythm.cycle).map((start) => start * den);
  const turn = grid.turnTicks;
  const down = (at: Ticks) => at - (at % turn) + (starts.findLast((one) => one <= at % turn) ?? 0);
  const up = (at: Ticks) => {
    const start = down(at);
    if (start === at) return at;
    return start - (start % turn) + (starts.find((one) => one > start % turn) ?? turn);
  };
  const frame = { from: { num: down(from), den }, to: { num: up(to), den }, times: 1 };
  if (frame.from.num === from && frame.to.num === to) return frame;
  return { ...frame, within: { from: { num: from, den }, to: { num: to, den } }, of: layer.id };
}

function ticksAt({ grid }: Practised, slot: number): Ticks {
  const { length } = grid.startTicks;
  return Math.floor(slot / length) * grid.lengthTicks + numberAt(grid.startTicks, slot % length);
}

/** Pieces from one up to another as one stretch. */
function rowOf(practised: Practised, first: number, end: number): Stone {
  const { pieces } = practised;
  const indexes = Array.from({ length: end - first }, (_, at) => first + at);
  const isAll = indexes.length === pieces.length;
  const from = ticksAt(practised, nth(pieces, first).from);
  const to = ticksAt(practised, nth(pieces, end - 1).to);
  return {
    name: isAll ? 'all of it' : sayPieces(pieces, indexes),
    passage: passageOf(practised, from, to),
    pieces: indexes,
    size: isAll ? 'whole' : indexes.length === 1 ? 'part' : 'joined',
  };
}

/** @example 'piece 2', 'pieces 1 + 2', 'pieces 1 to 3', 'the call + piece 2' */
function sayPieces(pieces: readonly Piece[], indexes: readonly number[]): string {
  const named = indexes.some((at) => pieces[at]?.name !== undefined);
  if (named || indexes.length === 1) return indexes.map((at) => sayPiece(pieces, at)).join(' + ');
  const numbers = indexes.map((at) => at + 1);
  if (numbers.length === 2) return `pieces ${numbers.join(' + ')}`;
  return `pieces ${numbers[0]} to ${numbers.at(-1)}`;
}

/** Slots that sound, ascending. */
function struckSlots({ layer }: Practised): readonly number[] {
  return [...new Set(layer.strokes.map(({ slot }) => slot))];
}

function withStrokeAfter(practised: Practised, index: number): Stone {
  const piece = nth(practised.pieces, index);
  const { length } = practised.grid.startTicks;
  const struck = struckSlots(practised);
  const next = struck.find((slot) => slot >= piece.to) ?? (struck[0] ?? 0) + length;
  return {
    name: `${sayPiece(practised.pieces, index)} and the stroke after it`,
    passage: passageOf(practised, ticksAt(practised, piece.from), ticksAt(practised, next + 1)),
    pieces: [index],
    size: 'part',
  };
}

/** The last two strokes of a piece and the first of the next; after the last piece that is the one. */
function seamAfter(practised: Practised, index: number): Stone {
  const { pieces, grid } = practised;
  const piece = nth(pieces, index);
  const { length } = grid.startTicks;
  const struck = struckSlots(practised);
  const inside = struck.filter((slot) => slot >= piece.from && slot < piece.to);
  const next = struck.find((slot) => slot >= piece.to) ?? (struck[0] ?? 0) + length;
  const from = inside.at(-2) ?? piece.from;
  const following = (index + 1) % pieces.length;
  return {
    name: `the seam from ${sayPiece(pieces, index)} to ${following === 0 ? 'the one' : sayPiece(pieces, following)}`,
    passage: passageOf(practised, ticksAt(practised, from), ticksAt(practised, next + 1)),
    pieces: [index],
    size: 'part',
  };
}

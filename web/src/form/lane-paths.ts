import {
  type Doing,
  type Laid,
  pickupsInto,
  type Source,
  type Span,
  sourceOf,
  speedOf,
  strokesInTurn,
  timeTo,
  turnPulsesOf,
} from '@stride/core/form';
import type { Family, PlayedOn } from '@stride/core/instrument';
import { feltTicks, handsOf, timeRhythm } from '@stride/core/rhythm';
import { toNumber } from '@stride/core/time';
import type { Px } from '../strideline/geometry.ts';
import { type SmallPaths, type SmallStroke, smallPaths } from '../strideline/MiniLine.tsx';
import { type Piece, xOfTime } from './rows.ts';

/** From this many pixels on a round of a line can be drawn stroke by stroke, where it is played. */
const ROUND_SHOWN: Px = 62;

/** A small picture of a line is about so wide, where it stands for several rounds. */
const PICTURE: Px = 84;

/** In a narrower picture not every stroke can be told from the next. */
const NARROW: Px = 58;

/** The ground line of a lane, and the lane’s height. */
export const GROUND: Px = 38;
export const LANE: Px = 76;

/** What is drawn of a player’s line in a piece: ground lines, and strokes. */
export interface LaneDrawing {
  readonly grounds: readonly (readonly [Px, Px])[];
  readonly paths: ReadonlyMap<Family, SmallPaths>;
  /** How often the line comes round, where the pictures stand for more rounds than they are. */
  readonly rounds: number | undefined;
}

/** Where a doing sounds in a piece, from its left. */
export interface Extent {
  readonly from: Px;
  readonly to: Px;
}

/** Draws a line in a piece: each stroke in its place where there is room, else pictures that stand for the rounds. */
export function drawLane(
  laid: Laid,
  piece: Piece,
  doing: Doing,
  extent: Extent,
): LaneDrawing | undefined {
  const source = sourceOf(laid.source, doing.line);
  if (!source || extent.to <= extent.from) return undefined;
  const { span, width, from, to } = piece;
  const rounds = roundsIn(span, source, to - from);
  if (width / rounds >= ROUND_SHOWN) return drawTurns(laid, piece, doing, extent);
  const wide = extent.to - extent.from;
  const count = Math.max(1, Math.min(Math.ceil(rounds), Math.floor(wide / PICTURE)));
  const each = wide / count;
  const grounds: [Px, Px][] = [];
  const strokes: SmallStroke[] = [];
  const all = strokesOfRound(source);
  // Where strokes would stand on one another, only the accents are drawn.
  const round = each < NARROW ? all.filter(({ force }) => force === 4) : all;
  for (let picture = 0; picture < count; picture += 1) {
    const left = extent.from + picture * each;
    const inner = Math.max(6, each - 10);
    grounds.push([left + 2, left + each - 3]);
    for (const { at, ...stroke } of round)
      strokes.push({ ...stroke, x: rounded(left + 8 + at * inner) });
  }
  return {
    grounds,
    paths: smallPaths(source.layer, strokes, GROUND),
    rounds: count < Math.round(rounds) ? Math.round(rounds) : undefined,
  };
}

/** How often a line comes round in so many turns of a section. */
export function roundsIn(span: Span, { length }: Source, turns: number): number {
  const pulses = turns * turnPulsesOf(span) * speedOf(span.section);
  return Math.max(0.01, pulses / toNumber(length));
}

interface InRound extends Omit<SmallStroke, 'x'> {
  /** 0 to 1 of the round. */
  readonly at: number;
}

const known = new WeakMap<Source, readonly InRound[]>();

/** The strokes of one time through a line. */
function strokesOfRound(source: Source): readonly InRound[] {
  const before = known.get(source);
  if (before) return before;
  const { rhythm, layer } = source;
  const timed = timeRhythm(rhythm);
  const grid = timed.ok ? timed.timing.layers[rhythm.layers.indexOf(layer)] : undefined;
  const hands = handsOf(layer);
  const felt = grid && feltTicks(layer, grid);
  const strokes =
    grid && felt
      ? layer.strokes.map(({ slot, kind, force }, index) => ({
          kind,
          force,
          hand: hands[index],
          at: felt(slot) / grid.lengthTicks,
        }))
      : [];
  known.set(source, strokes);
  return strokes;
}

/** What a player plays on one instrument. */
interface OnOne {
  readonly on: PlayedOn;
  readonly strokes: SmallStroke[];
}

function strokesOn(byInstrument: Map<string, OnOne>, on: PlayedOn): OnOne {
  const known = byInstrument.get(on.instrument) ?? { on, strokes: [] };
  byInstrument.set(on.instrument, known);
  return known;
}

/** Every stroke where it is played, turn by turn. */
function drawTurns(laid: Laid, piece: Piece, doing: Doing, extent: Extent): LaneDrawing {
  const { span } = piece;
  const byInstrument = new Map<string, OnOne>();
  const grounds: [Px, Px][] = [];
  for (let turn = piece.from; turn < piece.to; turn += 1) {
    const left = xOfTime(piece, timeTo(span, turn));
    const right = xOfTime(piece, timeTo(span, turn + 1));
    if (right > extent.from + 1 && left < extent.to - 1) grounds.push([left + 2, right - 2]);
    for (const { at, stroke, source } of strokesInTurn(laid, { span, turn }, doing.player.id)) {
      const { strokes } = strokesOn(byInstrument, source.layer);
      const x = xOfTime(piece, timeTo(span, turn, toNumber(at)));
      strokes.push({
        kind: stroke.kind,
        force: stroke.force,
        hand: stroke.hand,
        x: rounded(x + 4),
      });
    }
  }
  const paths = new Map<Family, SmallPaths>();
  for (const { on, strokes } of byInstrument.values())
    for (const [family, { stems, heads }] of smallPaths(on, strokes, GROUND)) {
      const here = paths.get(family);
      paths.set(family, {
        stems: `${here?.stems ?? ''}${stems}`,
        heads: `${here?.heads ?? ''}${heads}`,
      });
    }
  return { grounds, paths, rounds: undefined };
}

/** The strokes with which a player begins before a section, left of it, by instrument. */
export function drawPickup(
  laid: Laid,
  piece: Piece,
  { player }: Doing,
): ReadonlyMap<string, ReadonlyMap<Family, SmallPaths>> {
  const { span } = piece;
  const before = laid.spans[span.index - 1];
  const byInstrument = new Map<string, OnOne>();
  if (!before) return new Map();
  const pickup = pickupsInto(span, before.section, before.turns).find(
    (one) => one.doing.player.id === player.id,
  );
  const length = turnPulsesOf(before);
  const pulses = pickup?.pulses ?? 0;
  const perSecond = piece.width / (piece.end - piece.start);
  for (let back = Math.ceil(pulses / length); back > 0; back -= 1) {
    const turn = before.turns - back;
    for (const { at, stroke, source } of strokesInTurn(laid, { span: before, turn }, player.id)) {
      if (back * length - toNumber(at) > pulses + 1e-9) continue;
      const { strokes } = strokesOn(byInstrument, source.layer);
      const early = before.length - timeTo(before, turn, toNumber(at));
      strokes.push({ ...stroke, hand: stroke.hand, x: rounded(4 - early * perSecond) });
    }
  }
  return new Map(
    [...byInstrument].map(([instrument, { on, strokes }]) => [
      instrument,
      smallPaths(on, strokes, GROUND),
    ]),
  );
}

const rounded = (value: number): Px => Math.round(value * 10) / 10;

import { numberAt } from '../../bounds/index.ts';
import type { Layer, Rhythm, Timing } from '../../rhythm/index.ts';
import { lcm, type Ticks, wrap } from '../../time/index.ts';
import { soundingLine } from '../places/sounding.ts';

/** A gap of one layer in which another one speaks alone. */
export interface Answer {
  /** Where the stroke before the gap lies. */
  readonly after: Ticks;
  readonly gap: Ticks;
  /** The strokes in it. */
  readonly at: readonly Ticks[];
}

/** How two layers go with one another until both come round. */
export interface Pair {
  readonly span: Ticks;
  /** Where both sound. */
  readonly together: readonly Ticks[];
  /** Where one sounds and the other does not. */
  readonly onlyFirst: readonly Ticks[];
  readonly onlySecond: readonly Ticks[];
  /** Long gaps of the second layer that the first one fills, and the other way round. */
  readonly firstAnswers: readonly Answer[];
  readonly secondAnswers: readonly Answer[];
}

/** The longest way two layers are followed until they come round together, in strokes of both. */
const MOST_STROKES = 20_000;

/** A gap is long, and so waits for an answer, from this many mean strides on. */
const LONG_GAP = 1.5;

/** All onsets of a layer over a span that it goes into. */
function onsetsOver(layer: Layer, timing: Timing, index: number, span: Ticks): readonly Ticks[] {
  const grid = timing.layers[index];
  if (!grid || grid.lengthTicks === 0) return [];
  const { onsets } = soundingLine(layer, grid);
  const all: Ticks[] = [];
  for (let round = 0; round < span; round += grid.lengthTicks) {
    for (const onset of onsets) all.push(round + onset);
  }
  return all;
}

/**
 * Where two layers meet, and where one answers the other: it speaks alone in a gap of the other that
 * is longer than one and a half of its mean strides. Undefined where one is silent or they take
 * too long to come round.
 */
export function pairOf(
  rhythm: Pick<Rhythm, 'cycle' | 'layers'>,
  timing: Timing,
  first: number,
  second: number,
): Pair | undefined {
  const one = rhythm.layers[first];
  const other = rhythm.layers[second];
  const gridOne = timing.layers[first];
  const gridOther = timing.layers[second];
  if (!one || !other || !gridOne || !gridOther) return undefined;
  if (one.strokes.length === 0 || other.strokes.length === 0) return undefined;
  const span = lcm(gridOne.lengthTicks, gridOther.lengthTicks);
  const strokes =
    (span / gridOne.lengthTicks) * one.strokes.length +
    (span / gridOther.lengthTicks) * other.strokes.length;
  if (strokes > MOST_STROKES) return undefined;
  const a = onsetsOver(one, timing, first, span);
  const b = onsetsOver(other, timing, second, span);
  const inA = new Set(a);
  const inB = new Set(b);
  const onlyFirst = a.filter((at) => !inB.has(at));
  const onlySecond = b.filter((at) => !inA.has(at));
  return {
    span,
    together: a.filter((at) => inB.has(at)),
    onlyFirst,
    onlySecond,
    firstAnswers: answersIn(onlyFirst, b, span),
    secondAnswers: answersIn(onlySecond, a, span),
  };
}

/** Strokes that lie in the long gaps of a line. */
function answersIn(
  strokes: readonly Ticks[],
  line: readonly Ticks[],
  span: Ticks,
): readonly Answer[] {
  const mean = span / line.length;
  return line.flatMap((after, index) => {
    const gap = (line[index + 1] ?? numberAt(line, 0) + span) - after;
    if (gap < mean * LONG_GAP) return [];
    const at = strokes.filter((stroke) => {
      const since = wrap(stroke - after, span);
      return since > 0 && since < gap;
    });
    return at.length > 0 ? [{ after, gap, at }] : [];
  });
}

/** What is looked for in a layer: any stroke, one kind, or the accents. */
export interface Wanted {
  readonly layer: number;
  readonly kind?: string;
  readonly accents?: true;
}

/** A moment at which what was asked for falls together. */
export interface Found {
  /** Since the one of the first turn. */
  readonly ticks: Ticks;
  /** Slot of each of the two layers. */
  readonly slots: readonly [number, number];
  /** Turn from 1. */
  readonly turn: number;
}

/**
 * Where a stroke of one layer falls with a stroke of another: what a player asks as "where does my muted slap meet their bell". Undefined where they take too long to come round.
 */
export function meetings(
  rhythm: Rhythm,
  timing: Timing,
  wanted: Wanted,
  other: Wanted,
): readonly Found[] | undefined {
  const gridOne = timing.layers[wanted.layer];
  const gridOther = timing.layers[other.layer];
  const layer = rhythm.layers[wanted.layer];
  if (!gridOne || !gridOther || !layer) return [];
  const span = lcm(gridOne.lengthTicks, gridOther.lengthTicks);
  const mine = placesOf(rhythm, timing, wanted, span);
  const theirs = placesOf(rhythm, timing, other, span);
  if (!mine || !theirs) return undefined;
  return [...mine].flatMap(([ticks, slot]): Found[] => {
    const meets = theirs.get(ticks);
    if (meets === undefined) return [];
    return [{ ticks, slots: [slot, meets], turn: Math.floor(ticks / timing.turnTicks) + 1 }];
  });
}

/** The slots of the strokes that are wanted, by when they sound over a span. */
function placesOf(
  rhythm: Rhythm,
  timing: Timing,
  { layer: index, kind, accents }: Wanted,
  span: Ticks,
): ReadonlyMap<Ticks, number> | undefined {
  const layer = rhythm.layers[index];
  const grid = timing.layers[index];
  const places = new Map<Ticks, number>();
  if (!layer || !grid) return places;
  const strokes = layer.strokes.filter(
    (stroke) => (kind === undefined || stroke.kind === kind) && (!accents || stroke.force === 4),
  );
  if ((span / grid.lengthTicks) * strokes.length > MOST_STROKES) return undefined;
  for (let round = 0; round < span; round += grid.lengthTicks) {
    for (const { slot } of strokes) places.set(round + numberAt(grid.startTicks, slot), slot);
  }
  return places;
}

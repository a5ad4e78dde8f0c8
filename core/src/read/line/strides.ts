import { nth, numberAt } from '../../bounds/index.ts';
import type { Layer, LayerGrid } from '../../rhythm/index.ts';
import { type Pulses, rational, type Ticks } from '../../time/index.ts';

/**
 * The circular gaps between onsets, each from a stroke to the next and the last over the seam.
 * @param onsets ascending, each once, from 0 and below `span`
 * @example strides([0, 3, 6, 10, 12], 16) // [3, 3, 4, 2, 4]
 */
export function strides(onsets: readonly Ticks[], span: Ticks): readonly Ticks[] {
  return onsets.map((onset, index) => {
    const next = onsets[index + 1] ?? numberAt(onsets, 0) + span;
    return next - onset;
  });
}

/** Strides in pulses, from ticks of a common grid. */
export function stridesInPulses(
  onsets: readonly Ticks[],
  span: Ticks,
  ticksPerPulse: number,
): readonly Pulses[] {
  return strides(onsets, span).map((ticks) => rational(ticks, ticksPerPulse));
}

/** So many parts of a beat that is cut into `of`: 2 of 3, not brought down. */
export interface Parts {
  readonly parts: number;
  readonly of: number;
}

/** The strides of a line in parts of the beat. */
export interface StridesInParts {
  /** The different ones, each the parts of one division after another. */
  readonly strides: readonly (readonly Parts[])[];
  /** For each stroke of the line the place of its stride among them. */
  readonly each: readonly number[];
}

/**
 * Strides in the parts of the beats they lie in, one after the other where a stride goes from one
 * division into another; undefined where a cell is longer than a beat or lies across one.
 * @param slots the slots with a stroke, ascending
 * @example 'X . X X / X . X' has 2/4, 1/4, 1/4, 2/3, 1/3
 */
export function stridesInParts(
  { cells }: Pick<Layer, 'cells'>,
  { cellOf, startTicks: { length: count } }: Pick<LayerGrid, 'cellOf' | 'startTicks'>,
  slots: readonly number[],
): StridesInParts | undefined {
  if (cells.some(({ beats }) => beats.num !== 1 || beats.den !== 1)) return undefined;
  const strides: (readonly Parts[])[] = [];
  // Most lie within one division, and few of these differ: those of one length are looked up by it.
  let division = 0;
  let places: (number | undefined)[] = [];
  const known: (typeof places)[] = [];
  const placeOf = (parts: number, of: number) => {
    if (of !== division) {
      places = known[of] ?? [];
      known[of] = places;
      division = of;
    }
    const place = places[parts] ?? strides.push([{ parts, of }]) - 1;
    places[parts] = place;
    return place;
  };
  const each: number[] = Array(slots.length);
  for (let index = 0; index < slots.length; index += 1) {
    const slot = numberAt(slots, index);
    const isLast = index + 1 === slots.length;
    const end = isLast ? numberAt(slots, 0) + count : numberAt(slots, index + 1);
    const cell = numberAt(cellOf, slot);
    const last = numberAt(cellOf, end > count ? end - 1 - count : end - 1);
    const { slots: of } = nth(cells, cell);
    const isWithin = last === cell && end - slot <= of;
    const isIntoNext = last - cell === 1 && end - slot < 2 * of && nth(cells, last).slots === of;
    if (isWithin || isIntoNext) each[index] = placeOf(end - slot, of);
    else {
      const stride = overCells(cells, cellOf, slot, end);
      each[index] = stride.length === 1 ? placeOf(end - slot, of) : strides.push(stride) - 1;
    }
  }
  return { strides, each };
}

/** A stride from one slot up to another, which may lie beyond the end of the layer. */
function overCells(
  cells: Layer['cells'],
  cellOf: LayerGrid['cellOf'],
  slot: number,
  end: number,
): readonly Parts[] {
  const stride: { parts: number; of: number }[] = [];
  for (let at = slot; at < end; at += 1) {
    const { slots: of } = nth(cells, numberAt(cellOf, at % cellOf.length));
    const last = stride.at(-1);
    if (last?.of === of) last.parts += 1;
    else stride.push({ parts: 1, of });
  }
  return stride;
}

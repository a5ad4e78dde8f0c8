import { nth, numberAt } from '../../bounds/index.ts';
import { drumCount, instrumentOf, strokeKind } from '../../instrument/index.ts';
import { type Layer, strokesOf, type Timing } from '../../rhythm/index.ts';
import {
  type Hertz,
  type Pulses,
  rational,
  type Seconds,
  type Tempo,
  type Ticks,
  toSeconds,
  wrap,
} from '../../time/index.ts';

/** A hand that goes from one drum to another between two of its strokes. */
export interface DrumMove {
  readonly hand: 'R' | 'L';
  /** Slots of the two strokes. */
  readonly from: number;
  readonly to: number;
  readonly gap: Pulses;
}

/** Every move of a hand between drums, over the seam too; none on an instrument of one drum. */
export function drumMoves(layer: Layer, timing: Timing, index: number): readonly DrumMove[] {
  const instrument = instrumentOf(layer);
  const grid = timing.layers[index];
  if (!instrument || !grid) return [];
  if (instrument.oneFrame || drumCount(instrument) === 1) return [];
  const moves: DrumMove[] = [];
  for (const hand of ['R', 'L'] as const) {
    let first: Placed | undefined;
    let before: Placed | undefined;
    for (const each of strokesOf(layer, hand)) {
      const stroke = nth(layer.strokes, each);
      const drum = strokeKind(instrument, stroke.kind)?.drum;
      if (drum === undefined) continue;
      const here = { slot: stroke.slot, drum, at: numberAt(grid.startTicks, stroke.slot) };
      if (before) add(before, here);
      first ??= here;
      before = here;
    }
    if (first && before) add(before, first);

    function add(from: Placed, to: Placed): void {
      if (from.drum === to.drum || from.slot === to.slot || !grid) return;
      const gap = wrap(to.at - from.at, grid.lengthTicks);
      moves.push({
        hand,
        from: from.slot,
        to: to.slot,
        gap: rational(gap, timing.ticksPerPulse),
      });
    }
  }
  return moves;
}

/** A stroke with the drum it is on and where it lies. */
interface Placed {
  readonly slot: number;
  readonly drum: number;
  readonly at: Ticks;
}

/**
 * Moves that leave a hand less time than one stroke in place takes at its ceiling: to be there as
 * well is then next to impossible.
 * @param ceiling strokes a second of one hand
 */
export function hardMoves(
  moves: readonly DrumMove[],
  tempo: Tempo,
  ceiling: Hertz,
): readonly (DrumMove & { readonly seconds: Seconds })[] {
  return moves
    .map((move) => ({ ...move, seconds: toSeconds(move.gap, tempo) }))
    .filter(({ seconds }) => seconds < 1 / ceiling - 1e-9);
}

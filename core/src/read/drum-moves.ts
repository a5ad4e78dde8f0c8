import { findInstrument, strokeKind } from '../instrument/index.ts';
import { handOf, type Layer, type Timing } from '../rhythm/index.ts';
import {
  type Hertz,
  type Pulses,
  rational,
  type Seconds,
  type Tempo,
  toSeconds,
} from '../time/index.ts';

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
  const instrument = findInstrument(layer.instrument);
  const grid = timing.layers[index];
  if (!instrument || !grid) return [];
  return (['R', 'L'] as const).flatMap((hand) => {
    const strokes = layer.strokes.flatMap((stroke) => {
      const played = handOf(layer, stroke);
      const drum = strokeKind(instrument, stroke.kind)?.drum;
      return drum !== undefined && (played === hand || played === 'B')
        ? [{ slot: stroke.slot, drum, at: grid.startTicks[stroke.slot] ?? 0 }]
        : [];
    });
    return strokes.flatMap((stroke, at): DrumMove[] => {
      const next = strokes[at + 1] ?? strokes[0];
      if (!next || next.drum === stroke.drum || next.slot === stroke.slot) return [];
      const gap = (next.at - stroke.at + grid.lengthTicks) % grid.lengthTicks;
      return [{ hand, from: stroke.slot, to: next.slot, gap: rational(gap, timing.ticksPerPulse) }];
    });
  });
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

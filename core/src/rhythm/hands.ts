import { findInstrument, strokeKind } from '../instrument/index.ts';
import type { Hand, Layer, Stroke } from './model.ts';

/**
 * The hand that plays a stroke: the written one, or the usual one of its kind for a right-handed
 * player (the strong hand is the right one).
 */
export function handOf(layer: Pick<Layer, 'instrument'>, stroke: Stroke): Hand {
  if (stroke.hand !== undefined) return stroke.hand;
  const instrument = findInstrument(layer.instrument);
  switch (instrument && strokeKind(instrument, stroke.kind)?.hand) {
    case 'weak':
      return 'L';
    case 'both':
      return 'B';
    case 'foot':
      return 'F';
    default:
      return 'R';
  }
}

/** Limbs that a hand sign puts to work, as bits: right 1, left 2, foot 4. */
export const LIMBS: Readonly<Record<Hand, number>> = { R: 1, L: 2, B: 3, F: 4 };

/** The other hand; both hands and a foot stay what they are. */
export const OTHER_HAND: Readonly<Record<Hand, Hand>> = { R: 'L', L: 'R', B: 'B', F: 'F' };

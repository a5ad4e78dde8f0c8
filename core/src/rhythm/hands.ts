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

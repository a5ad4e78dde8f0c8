import { findInstrument } from '../instrument/index.ts';
import { handOf } from './hands.ts';
import type { Hand, Rhythm } from './model.ts';

const OTHER: Readonly<Record<Hand, Hand>> = { R: 'L', L: 'R', B: 'B', F: 'F' };

/**
 * The same rhythm for the other-handed player: every right-hand stroke is the left's and the other
 * way round, the unwritten ones too. What is not played by hand stays. Twice is the same as not at
 * all, but for hands that are then written out.
 */
export function mirrorHands(rhythm: Rhythm): Rhythm {
  return {
    ...rhythm,
    layers: rhythm.layers.map((layer) =>
      findInstrument(layer.instrument)?.byHand === false
        ? layer
        : {
            ...layer,
            strokes: layer.strokes.map((stroke) => {
              const hand = OTHER[handOf(layer, stroke)];
              return hand === 'B' || hand === 'F' ? stroke : { ...stroke, hand };
            }),
          },
    ),
  };
}

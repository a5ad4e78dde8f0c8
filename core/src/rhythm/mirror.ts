import { instrumentOf } from '../instrument/index.ts';
import { handClashes } from './check.ts';
import { handOf, OTHER_HAND } from './hands.ts';
import type { Layer, Rhythm, Stroke } from './model.ts';
import { eachVaried, withVariations } from './variations.ts';

/**
 * The same rhythm for the other-handed player: every right-hand stroke is the left's and the other
 * way round, the unwritten ones too. What is not played by hand stays. Twice is the same as not at
 * all, but for hands that are then written out. Where one hand would play twice at once, the second
 * stroke is left without a written hand.
 */
export function mirrorHands(rhythm: Rhythm): Rhythm {
  return {
    ...withVariations(rhythm, eachVaried(rhythm, mirrored)),
    layers: rhythm.layers.map(mirrored),
  };
}

function mirrored(layer: Layer): Layer {
  const isByHand = instrumentOf(layer)?.byHand !== false;
  return isByHand ? { ...layer, strokes: [...otherHands(layer)] } : layer;
}

/** The strokes of a layer, each by the other hand; where one hand would play twice at once, the second has none. */
export function otherHands(layer: Layer): readonly Stroke[] {
  const played = layer.strokes.map((stroke) => ({ ...stroke, hand: handOf(layer, stroke) }));
  const tooMuch = new Set(handClashes({ strokes: played }));
  return layer.strokes.map((stroke) => {
    if (stroke.hand === undefined && tooMuch.has(stroke.slot)) return stroke;
    const hand = OTHER_HAND[handOf(layer, stroke)];
    return hand === 'B' || hand === 'F' ? stroke : { ...stroke, hand };
  });
}

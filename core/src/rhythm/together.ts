import { instrumentOf, type PlayedOn } from '../instrument/index.ts';
import { slotCount } from './check.ts';
import { mapStrokes, placeStrokes, strokesAt } from './edit.ts';
import { handOf, LIMBS, OTHER_HAND } from './hands.ts';
import type { Hand, Layer, Stroke } from './model.ts';

/**
 * Lets a plain stroke sound together with those of a slot, or takes that kind out of it again. Where
 * its usual hand is busy it gets the other one. They stand in the order of
 * the instrument's vocabulary, so that two which are spoken as one are known as such.
 * @example toggleTogether(layer, 0, 'O') // `B` becomes `B+O`, and `B+O` becomes `B`
 */
export function toggleTogether(layer: Layer, slot: number, kind: string): Layer {
  if (slot < 0 || slot >= slotCount(layer)) return layer;
  const here = strokesAt(layer, slot);
  const others = here.filter((stroke) => stroke.kind !== kind);
  if (others.length < here.length) return placeStrokes(layer, slot, slot + 1, others);
  const bare: Stroke = { slot, kind, force: 3 };
  const hand = freeHand(layer, here, bare);
  const all = [...here, hand ? { ...bare, hand } : bare];
  return placeStrokes(layer, slot, slot + 1, inVocabularyOrder(layer, all));
}

/** Strokes that sound together as the instrument lists them, which is how compounds are known. */
export function inVocabularyOrder(layer: PlayedOn, strokes: readonly Stroke[]): readonly Stroke[] {
  const codes = instrumentOf(layer)?.strokes.map((one) => one.code) ?? [];
  return [...strokes].sort((a, b) => codes.indexOf(a.kind) - codes.indexOf(b.kind));
}

/** The hand to write for a stroke that joins others; undefined where its usual one needs no writing. */
function freeHand(layer: Layer, here: readonly Stroke[], stroke: Stroke): Hand | undefined {
  const busy = here.reduce((all, one) => all | LIMBS[handOf(layer, one)], 0);
  const usual = handOf(layer, stroke);
  const isFree = (hand: Hand) => (busy & LIMBS[hand]) === 0;
  const isWritten = layer.strokes.some((one) => one.hand !== undefined);
  if (isFree(usual)) return isWritten && (usual === 'R' || usual === 'L') ? usual : undefined;
  return isFree(OTHER_HAND[usual]) ? OTHER_HAND[usual] : undefined;
}

/**
 * Lets right and left change over where two strokes of a slot are played by them; anything else
 * stays as it is.
 */
export function swapHands(layer: Layer, slot: number): Layer {
  const here = strokesAt(layer, slot);
  const hands = here.map((stroke) => handOf(layer, stroke));
  if (here.length !== 2 || [...hands].sort().join('') !== 'LR') return layer;
  return mapStrokes(layer, slot, (stroke) => ({
    ...stroke,
    hand: OTHER_HAND[handOf(layer, stroke)],
  }));
}

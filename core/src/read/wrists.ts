import type { Force, Layer } from '../rhythm/index.ts';
import { handOf } from '../rhythm/index.ts';

/** What a wrist does from one stroke to its hand's next: stay up, drop, stay down, or rise. */
export type Wrist = 'full' | 'down' | 'tap' | 'up';

/**
 * The wrist strokes of one hand, each from its own height to that of the next, over the seam.
 * High is a force of 3 or more: high→high full, high→low down, low→low tap, low→high up.
 * @example wrists([4, 1, 1, 4, 3, 3, 1, 4]) // down tap up full full down up full
 */
export function wrists(forces: readonly Force[]): readonly Wrist[] {
  return forces.map((force, index) => {
    const next = forces[(index + 1) % forces.length] ?? force;
    if (force >= 3) return next >= 3 ? 'full' : 'down';
    return next >= 3 ? 'up' : 'tap';
  });
}

/** The forces of one hand's strokes in a layer, in order; strokes of both hands count for each. */
export function forcesOf(layer: Layer, hand: 'R' | 'L'): readonly Force[] {
  const forces: Force[] = [];
  for (const stroke of layer.strokes) {
    const played = stroke.hand ?? handOf(layer, stroke);
    if (played === hand || played === 'B') forces.push(stroke.force);
  }
  return forces;
}

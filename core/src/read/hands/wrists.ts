import { nth } from '../../bounds/index.ts';
import { FORCES, type Force, type Layer, strokesOf } from '../../rhythm/index.ts';

/** What a wrist does from one stroke to its hand's next: stay up, drop, stay down, or rise. */
export type Wrist = 'full' | 'down' | 'tap' | 'up';

/**
 * The wrist strokes of one hand, each from its own height to that of the next, over the seam.
 * High→high full, high→low down, low→low tap, low→high up.
 * @param from the lowest force that is high: see {@link highFrom}
 * @example wrists([4, 1, 1, 4, 3, 3, 1, 4]) // down tap up full full down up full
 */
export function wrists(forces: readonly Force[], from: Force = 3): readonly Wrist[] {
  return wristRow(forces, from).map(wristAt);
}

/** What the wrist does from low or high to low or high. */
const WRISTS: readonly Wrist[] = ['tap', 'up', 'down', 'full'];

/** The same as numbers, which {@link wristAt} gives their words. */
export function wristRow(forces: readonly Force[], from: Force): readonly number[] {
  return forces.map((force, index) => {
    const next = forces[index + 1] ?? forces[0] ?? force;
    return (force >= from ? 2 : 0) + (next >= from ? 1 : 0);
  });
}

/** The word for one of {@link wristRow}. */
export function wristAt(place: number): Wrist {
  return nth(WRISTS, place);
}

/**
 * The lowest force that is played from high in a layer: the louder one where it has two, whatever they
 * are called, else plain strokes and accents.
 */
export function highFrom(layer: Pick<Layer, 'strokes'>): Force {
  let heard = 0;
  for (const { force } of layer.strokes) heard |= 1 << force;
  const forces = FORCES.filter((force) => heard & (1 << force));
  return forces.length === 2 ? (forces[1] ?? 3) : 3;
}

/** The forces of each hand's strokes in a layer, in order; strokes of both hands count for each. */
export function forcesByHand(layer: Layer): Readonly<Record<'R' | 'L', readonly Force[]>> {
  const of = (hand: 'R' | 'L') => strokesOf(layer, hand).map((at) => nth(layer.strokes, at).force);
  return { R: of('R'), L: of('L') };
}

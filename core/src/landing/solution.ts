import type { Cadence } from './cadence.ts';
import type { Shape } from './shapes.ts';

/** A cadence that lands, with the shape it was found as. */
export interface Solution extends Cadence {
  readonly shape: Shape;
}

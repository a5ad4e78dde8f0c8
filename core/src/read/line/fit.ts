import { type Cycle, turnPulses } from '../../cycle/index.ts';
import type { Timing } from '../../rhythm/index.ts';
import { ceil, divide, lcmRational, type Pulses, rational } from '../../time/index.ts';

/** How a layer fills its turns and when it comes round. */
export interface Fit {
  /** Pulses written, and the pulses of the turns they begin to fill. */
  readonly written: Pulses;
  readonly turnsPulses: number;
  /** Turns until layer and cycle begin together again. */
  readonly comesRoundAfter: number;
}

/** Fit of one layer against the cycle. */
export function fit(timing: Timing, layer: number, cycle: Cycle): Fit {
  const turn = turnPulses(cycle);
  const written = timing.layers[layer]?.length ?? rational(0);
  const together = written.num === 0 ? rational(turn) : lcmRational(written, rational(turn));
  return {
    written,
    turnsPulses: ceil(divide(written, rational(turn))) * turn,
    comesRoundAfter: divide(together, rational(turn)).num,
  };
}

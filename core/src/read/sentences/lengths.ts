import { type Cycle, turnPulses } from '../../cycle/index.ts';
import type { Lines, Timing } from '../../rhythm/index.ts';
import { divide, formatRational, rational } from '../../time/index.ts';
import { capital, inWords, times, wordedCount } from '../../wording/index.ts';
import { fit } from '../line/fit.ts';

/**
 * How long each layer is in turns and how often it is played until all come round, a sentence each,
 * and one for the rhythm: where players and band leaders miscount.
 * @example "Walker: a two-turn phrase, twice, is four turns."
 */
export function sayLengths(
  lines: Lines & { readonly cycle: Cycle },
  timing: Timing,
): readonly string[] {
  const turn = rational(turnPulses(lines.cycle));
  const full = timing.fullTicks / timing.turnTicks;
  const layers = lines.layers.map((layer, index) => {
    const grid = timing.layers[index];
    const turns = grid ? divide(grid.length, turn) : rational(1);
    if (turns.den === 1) {
      const often = full / turns.num;
      return often === 1
        ? `${layer.name}: ${wordedCount(turns.num, 'turn')}, as long as the whole.`
        : `${layer.name}: a ${inWords(turns.num)}-turn phrase, ${times(often)}, is ${wordedCount(full, 'turn')}.`;
    }
    const { comesRoundAfter } = fit(timing, index, lines.cycle);
    const often = (comesRoundAfter * turns.den) / turns.num;
    return `${layer.name}: ${formatRational(turns)} of a turn; ${times(often)} through it is ${wordedCount(comesRoundAfter, 'turn')}.`;
  });
  const whole = `Everything comes round after ${wordedCount(full, 'turn')}.`;
  return [...layers, whole].map(capital);
}

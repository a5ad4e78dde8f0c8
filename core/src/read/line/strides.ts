import { nth } from '../../bounds/index.ts';
import { type Pulses, rational, type Ticks } from '../../time/index.ts';

/**
 * The circular gaps between onsets, each from a stroke to the next and the last over the seam.
 * @param onsets ascending, each once, from 0 and below `span`
 * @example strides([0, 3, 6, 10, 12], 16) // [3, 3, 4, 2, 4]
 */
export function strides(onsets: readonly Ticks[], span: Ticks): readonly Ticks[] {
  return onsets.map((onset, index) => {
    const next = onsets[index + 1] ?? nth(onsets, 0) + span;
    return next - onset;
  });
}

/** Strides in pulses, from ticks of a common grid. */
export function stridesInPulses(
  onsets: readonly Ticks[],
  span: Ticks,
  ticksPerPulse: number,
): readonly Pulses[] {
  // A line has few different gaps: each is brought down once, and equal ones are one object.
  const known = new Map<Ticks, Pulses>();
  return onsets.map((onset, index) => {
    const ticks = (onsets[index + 1] ?? nth(onsets, 0) + span) - onset;
    let pulses = known.get(ticks);
    if (!pulses) {
      pulses = rational(ticks, ticksPerPulse);
      known.set(ticks, pulses);
    }
    return pulses;
  });
}

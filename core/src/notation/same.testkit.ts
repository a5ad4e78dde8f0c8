import { findInstrument, strokeKind } from '../instrument/index.ts';
import { onsetsOnce, type Rhythm, timeRhythm } from '../rhythm/index.ts';
import { pulseValue } from '../staff/index.ts';

/** What sounds when in a rhythm until it comes round: quarters, layer, stroke and force, and what is asked for beside. */
export function soundsIn(
  rhythm: Rhythm,
  beside: (stroke: Rhythm['layers'][number]['strokes'][number]) => unknown = () => undefined,
): readonly string[] {
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Error(timed.message);
  const { ticksPerPulse } = timed.timing;
  return onsetsOnce(rhythm, timed.timing)
    .map(({ ticks, layer, stroke }) => {
      const { name = '', instrument = '' } = rhythm.layers[layer] ?? {};
      const of = findInstrument(instrument);
      const kind = of && strokeKind(of, stroke.kind)?.name;
      const at = ((ticks / ticksPerPulse) * 4) / pulseValue(rhythm.cycle);
      return `${at.toFixed(6)} ${name} ${of?.name} ${kind} ${stroke.force} ${JSON.stringify(beside(stroke)) ?? ''}`;
    })
    .sort();
}

/** The same line again and again, until it is as long as another one. */
export function quartersIn(rhythm: Rhythm): number {
  const timed = timeRhythm(rhythm);
  if (!timed.ok) throw new Error(timed.message);
  return ((timed.timing.full.num / timed.timing.full.den) * 4) / pulseValue(rhythm.cycle);
}

import type { LayerGrid, Timing } from '../../rhythm/index.ts';
import { rational } from '../../time/index.ts';
import { capital } from '../../wording/index.ts';
import type { KindLine } from '../strokes/kind-lines.ts';
import { sayPulse } from './place.ts';
import { sayStrides } from './row.ts';

/** One kind of stroke as a line of its own, in a sentence. @example "Open tone: 3, 7; strides 4 4." */
export function sayKindLine({ name, onsets }: KindLine, grid: LayerGrid, timing: Timing): string {
  const pulses = onsets.map((at) => sayPulse(rational(at, timing.ticksPerPulse)));
  const gaps = sayStrides(onsets, grid.lengthTicks, timing.ticksPerPulse);
  const shown = pulses.length > 12 ? `${pulses.length} strokes` : pulses.join(', ');
  const strides = onsets.length > 1 ? `; strides ${gaps}` : '';
  return `${capital(name)}: ${shown}${strides}.`;
}

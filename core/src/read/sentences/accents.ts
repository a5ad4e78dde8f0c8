import { numberAt } from '../../bounds/index.ts';
import type { Timing } from '../../rhythm/index.ts';
import { rational, type Ticks } from '../../time/index.ts';
import { form } from '../../wording/index.ts';
import { ACCENT } from '../places/sounding.ts';
import { type Finding, plain, touching } from './finding.ts';
import { sayPulse } from './place.ts';
import { sayStrides } from './row.ts';
import type { Subject } from './subject.ts';

/** More pulses than this are counted and not named. */
const PULSES_NAMED = 12;

/** The accents as a line of their own, and whom they fall with. */
export function accentFindings({
  rhythm,
  timing,
  grid,
  line,
  shared,
}: Subject): readonly Finding[] {
  if (line.accents === 0 || line.accents === line.slots.length) return [];
  const slots: number[] = [];
  const onsets: Ticks[] = [];
  line.forces.forEach((force, at) => {
    if (force !== ACCENT) return;
    slots.push(numberAt(line.slots, at));
    onsets.push(numberAt(line.onsets, at));
  });
  const gaps = sayStrides(onsets, grid.lengthTicks, timing.ticksPerPulse);
  const findings = [plain(`${sayAccents(onsets, timing)}: strides ${gaps}.`, slots, 'accents')];
  shared.forEach((met, at) => {
    const { accents } = met;
    if (accents === 0) return;
    const all = accents === slots.length;
    const few = ['', 'It', 'Both'][slots.length];
    const how = all ? (few ?? `All ${slots.length}`) : `${accents} of ${slots.length}`;
    const falls = form(accents, 'falls');
    findings.push(touching(`${how} ${falls} with ${rhythm.layers[at]?.name}.`, () => met.accented));
  });
  return findings;
}

function sayAccents(onsets: readonly Ticks[], { ticksPerPulse }: Timing): string {
  if (onsets.length > PULSES_NAMED) return `${onsets.length} accents`;
  const pulses = onsets.map((onset) => sayPulse(rational(onset, ticksPerPulse)));
  return `${form(pulses.length, 'Pulse')} ${pulses.join(', ')}`;
}

import type { Cadence, Landing } from '@stride/core/landing';
import * as v from 'valibot';
import type { CadenceRecord } from './records.ts';

/** The most cadences that are kept. */
export const MOST_CADENCES = 200;

const whole = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(64));
/** A cadence as it is kept: without the cycle it lands in. */
export const CadenceSchema = v.object({
  sizes: v.pipe(v.array(whole), v.minLength(1), v.maxLength(27)),
  gaps: v.pipe(v.array(whole), v.maxLength(26)),
  parts: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(36)),
  landing: v.picklist(['on-last', 'after-last'] as const satisfies readonly Landing[]),
});

/** One name for a cadence, whatever cycle it lands in. */
export function keyOf({ sizes, gaps, parts, landing }: Cadence): string {
  return `${sizes.join('+')} (${gaps.join('+')}) in ${parts} ${landing}`;
}

/** A cadence as it is kept. */
export function cadenceRecord(cadence: Cadence, at: number): CadenceRecord {
  const { sizes, gaps, parts, landing } = cadence;
  return { id: keyOf(cadence), cadence: { sizes, gaps, parts, landing }, at };
}

/** Cadences of a list as it was kept before they had a table, the last kept first. */
export function cadencesOf(list: unknown, now: number): readonly CadenceRecord[] {
  const checked = v.safeParse(v.array(CadenceSchema), list);
  return checked.success ? checked.output.map((one, index) => cadenceRecord(one, now - index)) : [];
}

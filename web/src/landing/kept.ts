import { type Cadence, LANDINGS, writeSizes } from '@stride/core/landing';
import * as v from 'valibot';
import { type Setting, useSetting } from '../store/use-setting.ts';

const MOST = 200;

const whole = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(64));
const KeptSchema = v.object({
  sizes: v.pipe(v.array(whole), v.minLength(1), v.maxLength(27)),
  gaps: v.pipe(v.array(whole), v.maxLength(26)),
  parts: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(36)),
  landing: v.picklist(LANDINGS),
});

/** One name for a cadence, whatever cycle it lands in. */
export function keyOf(cadence: Cadence): string {
  return `${writeSizes(cadence)} in ${cadence.parts} ${cadence.landing}`;
}

export interface Kept {
  readonly cadences: readonly Cadence[];
  has(cadence: Cadence): boolean;
  toggle(cadence: Cadence): void;
}

const KEPT: Setting<readonly Cadence[]> = {
  key: 'landing-kept',
  usual: [],
  check: (value) => {
    const checked = v.safeParse(v.array(KeptSchema), value);
    return checked.success ? checked.output : [];
  },
};

/** The list with a cadence in it or without it; in another tab it may have changed meanwhile. */
export function withCadence(
  kept: readonly Cadence[],
  cadence: Cadence,
  isIn: boolean,
): readonly Cadence[] {
  const { sizes, gaps, parts, landing } = cadence;
  const others = kept.filter((other) => keyOf(other) !== keyOf(cadence));
  return isIn ? [{ sizes, gaps, parts, landing }, ...others].slice(0, MOST) : others;
}

/** Cadences that the player keeps in this browser, the last kept first. */
export function useKept(): Kept {
  const [cadences, change] = useSetting(KEPT);
  const keys = new Set(cadences.map(keyOf));
  return {
    cadences,
    has: (cadence) => keys.has(keyOf(cadence)),
    toggle: (cadence) => {
      const isIn = !keys.has(keyOf(cadence));
      change((kept) => withCadence(kept, cadence, isIn));
    },
  };
}

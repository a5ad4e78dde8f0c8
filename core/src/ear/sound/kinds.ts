import { numberAt } from '../../bounds/index.ts';
import type { Features } from './features.ts';

/** Examples of each stroke of one drum in one room, by its letter. */
export type Examples = ReadonlyMap<string, readonly Features[]>;

/** How many examples of each stroke are asked for. */
export const EXAMPLES = 3;

/** What a stroke was taken for, and how sure that is, 0 to 1. */
export interface Told {
  readonly kind: string;
  readonly sure: number;
}

/** By what share the nearest must be nearer than the next for it to be quite sure. */
const CLEAR = 0.35;

/**
 * Tells which stroke it was: the kind whose examples are nearest. How sure that is depends on how much nearer
 * they are than those of the next kind. Undefined where there are no examples.
 */
export function tellKind(features: Features, examples: Examples): Told | undefined {
  const near = [...examples.entries()]
    .filter(([, some]) => some.length > 0)
    .map(([kind, some]) => {
      const far = some.map((one) => featuresApart(features, one)).sort((a, b) => a - b);
      // The nearest counts most; the others keep one odd example from deciding alone.
      const rest = far.slice(1);
      const mean = rest.reduce((sum, one) => sum + one, 0) / Math.max(1, rest.length);
      return {
        kind,
        far: rest.length > 0 ? numberAt(far, 0) * 0.7 + mean * 0.3 : numberAt(far, 0),
      };
    })
    .sort((a, b) => a.far - b.far);
  const [first, second] = near;
  if (!first) return undefined;
  if (!second) return { kind: first.kind, sure: 1 };
  const clear = second.far === 0 ? 0 : (second.far - first.far) / second.far / CLEAR;
  return { kind: first.kind, sure: Math.min(1, Math.max(0, clear)) };
}

/** How far two strokes sound apart: the mean difference in decibels over all that was heard of both. */
export function featuresApart(a: Features, b: Features): number {
  let sum = 0;
  let count = 0;
  for (let at = 0; at < a.length; at += 1) {
    const apart = Math.abs((a[at] ?? Number.NaN) - (b[at] ?? Number.NaN));
    if (Number.isNaN(apart)) continue;
    sum += apart;
    count += 1;
  }
  return count === 0 ? Number.POSITIVE_INFINITY : sum / count;
}

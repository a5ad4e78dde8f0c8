import { FAMILIES, type Family, findInstrument, strokeKind } from '../../instrument/index.ts';
import type { Layer } from '../../rhythm/index.ts';

/** Each family's share of the summed force, 0 to 1; families that do not sound have 0. */
export type Weight = Readonly<Record<Family, number>>;

/** The weight of one or more layers: every stroke counts its force over four. */
export function weightOf(layers: readonly Layer[]): Weight {
  const sums = Object.fromEntries(FAMILIES.map((family) => [family, 0])) as Record<Family, number>;
  let all = 0;
  for (const layer of layers) {
    const instrument = findInstrument(layer.instrument);
    if (!instrument) continue;
    // Forces by kind first: a layer has many strokes of few kinds.
    const byKind = new Map<string, number>();
    for (const { kind, force } of layer.strokes) byKind.set(kind, (byKind.get(kind) ?? 0) + force);
    for (const [kind, force] of byKind) {
      const family = strokeKind(instrument, kind)?.family;
      if (!family) continue;
      sums[family] += force / 4;
      all += force / 4;
    }
  }
  if (all > 0) for (const family of FAMILIES) sums[family] /= all;
  return sums;
}

/** High sounds, as against bass and open ones, in the balance of low and high. */
const HIGH: readonly Family[] = ['slap', 'metal', 'shaken'];

/** The share above which the high sounds are said to take over; a player sets their own. */
export const USUAL_HIGH = 0.6;

/** The share of the high sounds in a weight, 0 to 1. */
export function highShare(weight: Weight): number {
  return HIGH.reduce((sum, family) => sum + weight[family], 0);
}

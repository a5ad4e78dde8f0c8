import type { Cycle } from '../cycle/index.ts';
import { atParts, type Cadence, sayStart, startOf } from './cadence.ts';
import { type Begun, missOf } from './mend.ts';
import { unitsOf } from './units.ts';

/** A cadence at another speed: where it must start, and whether it still lands from where it began. */
export interface Recut {
  readonly parts: number;
  readonly name: string;
  readonly start: string;
  /** Undefined where the speed has no unit at the place it began. */
  readonly landsFromHere: boolean | undefined;
  readonly cadence: Cadence;
}

/** The same phrases at first, second and third speed, and cut to 3 to 9 parts of a beat. */
export function recutsOf(cycle: Cycle, { cadence, at }: Begun): readonly Recut[] {
  const { parts } = cadence;
  const recut = (to: number, name: string): readonly Recut[] => {
    const next = atParts(cadence, to);
    if (!next) return [];
    const unitsThere = unitsOf(cycle, to);
    const there = (at * to) / parts;
    return [
      {
        parts: to,
        name,
        start: sayStart(startOf(next, unitsThere), unitsThere),
        landsFromHere: Number.isInteger(there)
          ? missOf(cycle, { cadence: next, at: there }).off === 0
          : undefined,
        cadence: next,
      },
    ];
  };
  const { count } = unitsOf(cycle, parts);
  return [
    ...recut(parts, 'first speed'),
    ...recut(parts * 2, 'second speed'),
    ...recut(parts * 4, 'third speed'),
    ...[3, 4, 5, 6, 7, 8, 9].flatMap((to) =>
      to === parts || to === parts * 2 || to === parts * 4
        ? []
        : recut(to, `${to} parts a ${count}`),
    ),
  ];
}

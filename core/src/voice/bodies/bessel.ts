/**
 * Bessel function of the first kind J_m(x), from its integral (Abramowitz & Stegun 9.1.21); the trapezoidal
 * rule is exact to rounding here, since what is integrated is periodic.
 */
export function besselJ(m: number, x: number): number {
  const steps = 48;
  let sum = 0;
  for (let step = 0; step < steps; step += 1) {
    const angle = (Math.PI * (step + 0.5)) / steps;
    sum += Math.cos(m * angle - x * Math.sin(angle));
  }
  return sum / steps;
}

/** A mode of a round membrane: nodal diameters, nodal circles with the edge, and the zero of J_m it stands on. */
export interface MembraneMode {
  readonly m: number;
  readonly n: number;
  readonly zero: number;
}

/** The lower modes, in order of pitch: zeros of J_m (Abramowitz & Stegun, table 9.5). */
export const MEMBRANE_MODES: readonly MembraneMode[] = [
  { m: 0, n: 1, zero: 2.40483 },
  { m: 1, n: 1, zero: 3.83171 },
  { m: 2, n: 1, zero: 5.13562 },
  { m: 0, n: 2, zero: 5.52008 },
  { m: 3, n: 1, zero: 6.38016 },
  { m: 1, n: 2, zero: 7.01559 },
  { m: 4, n: 1, zero: 7.58834 },
  { m: 2, n: 2, zero: 8.41724 },
  { m: 0, n: 3, zero: 8.65373 },
  { m: 5, n: 1, zero: 8.77148 },
  { m: 3, n: 2, zero: 9.76102 },
  { m: 6, n: 1, zero: 9.93611 },
  { m: 1, n: 3, zero: 10.17347 },
  { m: 4, n: 2, zero: 11.06471 },
  { m: 7, n: 1, zero: 11.08637 },
  { m: 2, n: 3, zero: 11.61984 },
  { m: 0, n: 4, zero: 11.79153 },
  { m: 5, n: 2, zero: 12.3386 },
];

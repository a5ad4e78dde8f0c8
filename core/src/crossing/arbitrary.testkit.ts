import fc from 'fast-check';
import { evenPulse, type Pulse } from './index.ts';

/** Pulses that start anywhere and of whose parts any may sound. */
export const arbitraryPulse: fc.Arbitrary<Pulse> = fc
  .record({ steps: fc.integer({ min: 1, max: 12 }), parts: fc.integer({ min: 1, max: 6 }) })
  .chain(({ steps, parts }) =>
    fc.record({
      steps: fc.constant(steps),
      parts: fc.constant(parts),
      sounds: fc
        .uniqueArray(fc.integer({ min: 0, max: parts - 1 }), { minLength: 1 })
        .map((all) => all.sort((a, b) => a - b)),
      start: fc.integer({ min: 0, max: steps * parts - 1 }),
    }),
  );

export const arbitraryEvenPulse = fc.integer({ min: 1, max: 31 }).map(evenPulse);

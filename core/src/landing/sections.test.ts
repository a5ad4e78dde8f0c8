import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import {
  askClosing,
  askOpening,
  type Cadence,
  joined,
  leadOf,
  lengthOf,
  missOf,
  type Question,
  saySections,
  solve,
  startOf,
  USUAL_QUESTION,
  unitsOf,
} from './index.ts';

const cycles = ['1x16', '1x10', '4x4', '3+3+2'].map((spans) => cycleFromSpans(spans));
const closing: fc.Arbitrary<Cadence> = fc.record({
  sizes: fc.array(fc.integer({ min: 2, max: 6 }), { minLength: 3, maxLength: 3 }),
  gaps: fc.array(fc.integer({ min: 0, max: 3 }), { minLength: 2, maxLength: 2 }),
  parts: fc.constantFrom(3, 4),
  landing: fc.constantFrom('on-last' as const, 'after-last' as const),
});
const QUESTION: Question = {
  ...USUAL_QUESTION,
  shapes: ['shrinking', 'same'],
  sizes: { least: 2, most: 7 },
  repeats: { least: 2, most: 4 },
  turns: 6,
};

describe('two parts of a longer piece', () => {
  it('an opening that is found brings the closing onto the one', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...cycles),
        closing,
        fc.nat({ max: 5 }),
        (cycle, end, between) => {
          const asked = askOpening(QUESTION, { closing: end, between });
          const found = solve(cycle, asked);
          for (const opening of found.take(0, 20)) {
            const whole = joined({ opening, closing: end, between });
            const units = unitsOf(cycle, end.parts);
            const at = startOf(whole, units).unit;
            expect(missOf(cycle, { cadence: whole, at }).off).toBe(0);
            // The closing alone, begun where the opening and the gap have ended, lands too.
            const then = (at + lengthOf(opening) + between) % units.perTurn;
            expect(missOf(cycle, { cadence: end, at: then }).off).toBe(0);
            expect(leadOf(opening)).toBe(lengthOf(opening) + between + leadOf(end));
          }
        },
      ),
      { numRuns: 40 },
    );
  });

  it('a closing that is found starts where the opening has ended', () => {
    fc.assert(
      fc.property(fc.constantFrom(...cycles), closing, fc.nat({ max: 40 }), (cycle, one, place) => {
        const opening: Cadence = { ...one, landing: 'after-last' };
        const units = unitsOf(cycle, opening.parts);
        const at = place % units.perTurn;
        const asked = askClosing(cycle, QUESTION, { opening, between: 2 }, at);
        const found = solve(cycle, { ...asked, turns: 8 });
        for (const end of found.take(0, 20)) {
          const whole = joined({ opening, closing: end, between: 2 });
          expect(missOf(cycle, { cadence: whole, at }).off).toBe(0);
        }
      }),
      { numRuns: 40 },
    );
  });

  it('say their sums', () => {
    const [sixteen] = cycles;
    if (!sixteen) throw new Error('no cycle');
    const fives: Cadence = { sizes: [5, 5, 5], gaps: [1, 1], parts: 4, landing: 'on-last' };
    const opening: Cadence = { sizes: [5, 4, 3], gaps: [0, 0], parts: 4, landing: 'after-last' };
    expect(saySections(sixteen, { opening, closing: fives, between: 3 })).toEqual([
      'Closing: Three times 5 = 15, two gaps of 1 = 2, 17 units: start on beat 13.',
      'Opening: 12 units before it, and 3 between.',
      'Together 12 + 3 + 17 = 32 units over one turn: start on beat 9, second part.',
    ]);
  });
});

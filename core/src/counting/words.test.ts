import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cycleFromSpans, turnPulses } from '../cycle/index.ts';
import { arbitraryCycle } from '../rhythm/arbitrary.testkit.ts';
import {
  COUNTING_SYSTEMS,
  type CountingRule,
  countBeat,
  countTurn,
  isPulseSystem,
  readCounting,
  systemFor,
  usualCounting,
  writeCounting,
} from './index.ts';

const system = fc.constantFrom(...COUNTING_SYSTEMS);
const rule: fc.Arbitrary<CountingRule> = fc.record(
  {
    base: system,
    parts: fc.dictionary(fc.constantFrom('2', '3', '5', '6'), system),
  },
  { requiredKeys: ['base'] },
) as fc.Arbitrary<CountingRule>;

describe('words for the parts of a beat', () => {
  it('are as many as there are parts, in every system', () => {
    fc.assert(
      fc.property(
        system,
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 1, max: 40 }),
        (counting, beat, parts) => {
          const words = countBeat(counting, beat, parts);
          expect(words).toHaveLength(parts);
          expect(words.every((word) => word !== '' && !/\s/.test(word))).toBe(true);
        },
      ),
    );
  });

  it('by a rule are those of the system it names for so many parts', () => {
    fc.assert(
      fc.property(rule, fc.integer({ min: 1, max: 9 }), (counting, parts) => {
        const named = systemFor(counting, parts);
        const same = isPulseSystem(named) ? 'plain' : named;
        expect(countBeat(counting, 2, parts)).toEqual(countBeat(same, 2, parts));
      }),
    );
  });
});

describe('words over a turn', () => {
  it('are one for each pulse, strong where a beat begins', () => {
    fc.assert(
      fc.property(arbitraryCycle, system, (cycle, counting) => {
        const words = countTurn(counting, cycle);
        expect(words).toHaveLength(turnPulses(cycle));
        expect(words.filter((one) => one.strong)).toHaveLength(
          cycle.groups.flatMap((group) => group.beats).length,
        );
        expect(words[0]?.strong).toBe(true);
      }),
    );
  });

  it('number the pulses where the system does', () => {
    const cycle = cycleFromSpans('2+2+3');
    expect(countTurn('running', cycle).map((one) => one.word)).toEqual('1 2 3 4 5 6 7'.split(' '));
    expect(countTurn('twelve-first', cycle).map((one) => one.word)).toEqual(
      '7 1 2 3 4 5 6'.split(' '),
    );
  });

  it('are usual for every cycle', () => {
    fc.assert(
      fc.property(arbitraryCycle, (cycle) => {
        expect(COUNTING_SYSTEMS).toContain(usualCounting(cycle));
      }),
    );
  });
});

describe('a rule in writing', () => {
  it('is read as it was written', () => {
    fc.assert(
      fc.property(rule, (counting) => {
        const text = writeCounting(counting);
        const read = readCounting(text);
        expect('counting' in read && writeCounting(read.counting)).toBe(text);
      }),
    );
  });
});

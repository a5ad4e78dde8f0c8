import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { CYCLE_LIMITS, cycleFromSpans, turnPulses } from '../cycle/index.ts';
import { arbitraryCycle } from '../rhythm/arbitrary.testkit.ts';
import {
  beatNumber,
  countTurn,
  equalCounts,
  fitsTurn,
  readSecond,
  refitted,
  type SecondCount,
  SecondCountSchema,
  sayIn,
  secondCycle,
  writeSecond,
} from './index.ts';

const FOUR = cycleFromSpans('4x4');
const EIGHT: SecondCount = { spans: [2, 2, 2, 2, 2, 2, 2, 2], counting: 'plain' };
const words = (second: SecondCount) =>
  countTurn(second.counting, secondCycle(second)).map(({ word }) => word);

describe('a second counting', () => {
  it('counts the same pulses in other beats', () => {
    expect(words(EIGHT).join(' ')).toBe('1 & 2 & 3 & 4 & 5 & 6 & 7 & 8 &');
    expect(words({ spans: [6, 6, 4], counting: 'running' })).toHaveLength(16);
    expect(countTurn('plain', secondCycle(EIGHT)).filter(({ strong }) => strong)).toHaveLength(8);
  });

  it.each([
    ['in 8', EIGHT],
    ['8', EIGHT],
    ['in 8 plain', EIGHT],
    ['  in   8   plain ', EIGHT],
    ['in 2 running', { spans: [8, 8], counting: 'running' }],
    [
      'in 16 la-li; 1 = ta',
      { spans: Array(16).fill(1), counting: { base: 'la-li', words: { 1: ['ta'] } } },
    ],
    ['in 6+6+4', { spans: [6, 6, 4], counting: 'plain' }],
    ['3x4+2x2 triplet', { spans: [3, 3, 3, 3, 2, 2], counting: 'triplet' }],
  ])('%s', (text, second) => {
    expect(readSecond(text, FOUR)).toEqual({ second });
    expect(readSecond(writeSecond(second as SecondCount), FOUR)).toEqual({ second });
  });

  it.each([
    ['', 'Write how many counts a turn has, such as “in 8”, or the pulses of each.'],
    ['eight', 'Write how many counts a turn has, such as “in 8”, or the pulses of each.'],
    [
      'in 3',
      'A turn of 16 pulses is not 3 equal counts. It can be 1, 2, 4, 8, 16; or write the pulses of each count, joined with +.',
    ],
    [
      'in 0',
      'A turn of 16 pulses is not 0 equal counts. It can be 1, 2, 4, 8, 16; or write the pulses of each count, joined with +.',
    ],
    ['in 3+3+2', 'These counts have 8 pulses together; a turn has 16.'],
    ['in 3++3', 'A beat is missing here. Write the pulses of each beat, such as 3+3+2 or 4x4.'],
    ['and in 8', 'Write how many counts a turn has, such as “in 8”, or the pulses of each.'],
    ['8/4', 'Write how many counts a turn has, such as “in 8”, or the pulses of each.'],
    ['in 8 plainn', 'No counting is called “plainn”. Did you mean plain?'],
  ])('%s is refused', (text, message) => {
    expect(readSecond(text, FOUR)).toEqual({ message });
  });

  it('has no longer counts than a cycle has', () => {
    expect(readSecond('in 2', cycleFromSpans('64+64'))).toEqual({
      second: { spans: [64, 64], counting: 'plain' },
    });
    expect(readSecond('in 2', cycleFromSpans('64+64+2'))).toEqual({
      message: 'A count has 1 to 64 pulses.',
    });
  });

  it('has no more counts than a cycle has beats', () => {
    const counts = (many: number) =>
      v.safeParse(SecondCountSchema, { spans: Array(many).fill(1), counting: 'plain' });
    expect(counts(CYCLE_LIMITS.beats).success).toBe(true);
    expect(counts(CYCLE_LIMITS.beats + 1).issues?.map(({ message }) => message)).toEqual([
      `A turn has at most ${CYCLE_LIMITS.beats} counts.`,
    ]);
  });

  it('is called by how many counts it has', () => {
    expect([sayIn(EIGHT), sayIn({ spans: [3, 3, 2], counting: 'plain' })]).toEqual([
      'in 8',
      'in 3+3+2',
    ]);
  });

  it('goes into another cycle where it can', () => {
    expect(refitted(EIGHT, cycleFromSpans('2x8'))).toBe(EIGHT);
    expect(refitted(EIGHT, cycleFromSpans('8x4'))).toEqual({ ...EIGHT, spans: Array(8).fill(4) });
    expect(refitted(EIGHT, cycleFromSpans('3+3+2'))?.spans).toEqual(Array(8).fill(1));
    expect(refitted(EIGHT, cycleFromSpans('2+2+3'))).toBeUndefined();
    expect(refitted({ spans: [9, 7], counting: 'plain' }, cycleFromSpans('8x4'))).toBeUndefined();
    expect(refitted({ spans: [2], counting: 'plain' }, cycleFromSpans('64x4'))).toBeUndefined();
  });

  it('can be every division of a turn, each read again', () => {
    fc.assert(
      fc.property(arbitraryCycle, (cycle) => {
        const turn = turnPulses(cycle);
        expect(equalCounts(turn)).toContain(turn);
        for (const counts of equalCounts(turn)) {
          const read = readSecond(`in ${counts}`, cycle);
          expect(read).toMatchObject({ second: { counting: 'plain' } });
          if (!('second' in read)) continue;
          expect(fitsTurn(read.second, cycle)).toBe(true);
          expect(words(read.second)).toHaveLength(turn);
          expect(readSecond(writeSecond(read.second), cycle)).toEqual(read);
        }
      }),
    );
  });
});

describe('counting anew', () => {
  const said = (system: Parameters<typeof countTurn>[0], spans: string) =>
    countTurn(system, cycleFromSpans(spans))
      .map(({ word }) => word)
      .join(' ');

  it('in every beat, every group, or as quick and slow', () => {
    expect(said('each-beat', '2+2+3')).toBe('1 2 1 2 1 2 3');
    expect(said('each-group', '1x4, 1x2, 1x2')).toBe('1 2 3 4 1 2 1 2');
    expect(said('each-group', '2+2, 2+3')).toBe('1 & 2 & 1 & 2 & a');
    expect(said('quick-slow', '2+2+3')).toBe('quick – quick – slow – –');
    expect(said({ base: 'plain', words: { 3: ['1', 'ti', 'ti'] } }, '2+3')).toBe('1 & 2 ti ti');
  });

  it('numbers a beat in its turn unless groups begin anew', () => {
    const cycle = cycleFromSpans('4x4, 4x2');
    expect([0, 3, 4, 5].map((beat) => beatNumber('each-group', cycle, beat))).toEqual([1, 4, 1, 2]);
    expect([0, 4, 5].map((beat) => beatNumber('plain', cycle, beat))).toEqual([1, 5, 6]);
  });
});

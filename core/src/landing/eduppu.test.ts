import { describe, expect, it } from 'vitest';
import { cycleFromSpans } from '../cycle/index.ts';
import { HAND_BELL } from '../instrument/index.ts';
import {
  askOpening,
  atParts,
  type Cadence,
  cadenceAsLayer,
  doubled,
  joined,
  missOf,
  recutsOf,
  sayCadence,
  sayMiss,
  sayUnits,
  solve,
  startOf,
  USUAL_QUESTION,
  USUAL_WORDS,
  unitsOf,
  waysInSteps,
} from './index.ts';

describe('an eduppu', () => {
  const ADI = cycleFromSpans('4x8');
  const units = unitsOf(ADI, 4);
  const one: Cadence = { sizes: [5, 5, 5], gaps: [1, 1], parts: 4, landing: 'on-last', eduppu: 6 };

  it('is landed on instead of the one, from that much later', () => {
    expect(startOf({ ...one, eduppu: 0 }, units)).toEqual({ unit: 16, turns: 1 });
    expect(startOf(one, units)).toEqual({ unit: 22, turns: 1 });
    expect(sayCadence(one, units)).toBe(
      'Three times 5 = 15, two gaps of 1 = 2, 17 units: start on beat 6, third part, to land on the eduppu, beat 2, third part.',
    );
    expect(sayMiss(missOf(ADI, { cadence: one, at: 22 }))).toBe(
      'It lands on the eduppu, beat 2, third part.',
    );
    expect(sayMiss(missOf(ADI, { cadence: one, at: 16 }))).toBe(
      'It ends six units early, on the one.',
    );
  });

  it('can be reached from the same turn by a short phrase', () => {
    const short: Cadence = { sizes: [2, 2], gaps: [0], parts: 4, landing: 'after-last', eduppu: 6 };
    expect(startOf(short, units)).toEqual({ unit: 2, turns: 0 });
    expect(sayCadence(short, units)).toContain(
      'start on beat 1, third part, of the turn it lands in',
    );
    expect(missOf(ADI, { cadence: short, at: 2 }).off).toBe(0);
    const solutions = solve(ADI, {
      ...USUAL_QUESTION,
      sizes: { least: 2, most: 2 },
      repeats: { least: 2, most: 2 },
      gaps: { least: 0, most: 0 },
      landing: 'after-last',
      eduppu: { count: 1, part: 2 },
    });
    expect(solutions.take(0, 5)).toEqual([{ ...short, shape: 'same' }]);
  });

  it('stays where it is at another speed, and in double speed', () => {
    expect(atParts(one, 8)).toMatchObject({ parts: 8, eduppu: 12 });
    expect(atParts(one, 3)).toBeUndefined();
    expect(atParts({ ...one, eduppu: 4 }, 3)).toMatchObject({ parts: 3, eduppu: 3 });
    expect(startOf(doubled(one), unitsOf(ADI, 8)).unit).toBe(22 * 2);
    expect(recutsOf(ADI, { cadence: one, at: 22 }).map(({ parts }) => parts)).toEqual([
      4, 8, 16, 6,
    ]);
  });

  it('is left to the closing part where there are two', () => {
    const asked = askOpening(
      { ...USUAL_QUESTION, eduppu: { count: 1, part: 2 } },
      {
        closing: one,
        between: 0,
      },
    );
    expect(asked.eduppu).toBeUndefined();
    expect(asked.after).toBe(10);
    const opening: Cadence = { sizes: [4], gaps: [], parts: 4, landing: 'after-last' };
    const whole = joined({ opening, closing: one, between: 0 });
    expect(missOf(ADI, { cadence: whole, at: startOf(whole, units).unit }).off).toBe(0);
  });

  it('is written over as many turns as it takes, and one more', () => {
    const made = cadenceAsLayer({
      cycle: ADI,
      cadence: one,
      said: sayUnits(one, USUAL_WORDS),
      instrument: HAND_BELL,
      table: {},
      name: 'A',
      before: 1,
      at: 22,
    });
    expect(made.ok && made.turns).toBe(2);
    const accents = made.ok ? made.layer.strokes.filter(({ force }) => force === 4) : [];
    expect(accents.map(({ slot }) => slot)).toEqual([64 + 6]);
  });

  it('that lies beyond the turn is landed on by nothing, and the way out is the one', () => {
    const asked = {
      ...USUAL_QUESTION,
      sizes: { least: 5, most: 5 },
      eduppu: { count: 9, part: 0 },
    };
    expect(solve(ADI, asked).found).toBe(0);
    const ways = [...waysInSteps(ADI, asked)].flatMap((way) => way ?? []);
    expect(ways.map(({ text }) => text)).toContain('The eduppu is in the way: land on the one.');
  });
});

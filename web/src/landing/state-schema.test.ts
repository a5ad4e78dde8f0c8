import { cycleFromSpans } from '@stride/core/cycle';
import { describe, expect, it } from 'vitest';
import { beginLanding, landingReducer } from './state.ts';
import { checkLandingState } from './state-schema.ts';

const asKept = (value: unknown): unknown => JSON.parse(JSON.stringify(value));
const ADI = cycleFromSpans('4x4, 4x2, 4x2');

describe('a kept Landing', () => {
  it('is what it was, in every mode, without what is worked out anew', () => {
    const found = landingReducer(beginLanding(ADI, { num: 3, den: 2 }), {
      type: 'pick',
      cadence: { sizes: [5, 5, 5], gaps: [1, 1], parts: 4, landing: 'on-last' },
    });
    const mine = landingReducer(found, { type: 'mode', mode: 'mine' });
    const typed = landingReducer(mine, { type: 'try', change: { text: 'ta ka . ta', part: 2 } });
    const parts = landingReducer(typed, { type: 'mode', mode: 'parts' });
    expect(checkLandingState(asKept(typed))).toEqual({
      ...typed,
      left: { find: { mode: 'find' } },
    });
    expect(checkLandingState(asKept(parts))).toEqual({
      ...parts,
      left: { find: { mode: 'find' }, mine: typed.doing },
    });
    expect(checkLandingState(asKept(found))?.question.eduppu).toEqual({ count: 1, part: 2 });
  });

  it.each([
    undefined,
    null,
    [],
    { ...beginLanding(ADI), bpm: 0 },
    { ...beginLanding(ADI), question: { ...beginLanding(ADI).question, shapes: [] } },
    { ...beginLanding(ADI), doing: { mode: 'else' } },
  ])('that cannot be used is left: %#', (value) => {
    expect(checkLandingState(value)).toBeUndefined();
  });
});

describe('a Landing that is opened from a rhythm with an eduppu', () => {
  const eduppu = (spans: string, num: number, den: number) => {
    const { question } = beginLanding(cycleFromSpans(spans), { num, den });
    return [question.parts, question.eduppu];
  };

  it('lands there, at a speed that has a unit there', () => {
    expect(eduppu('4x8', 3, 2)).toEqual([[4], { count: 1, part: 2 }]);
    expect(eduppu('4x8', 1, 3)).toEqual([[3], { count: 0, part: 1 }]);
    // Uneven beats are counted in pulses: half of a beat of three lies in the middle of its second.
    expect(eduppu('3+2+2', 1, 2)).toEqual([[4], { count: 1, part: 2 }]);
    expect(beginLanding(ADI).question.eduppu).toBeUndefined();
  });
});

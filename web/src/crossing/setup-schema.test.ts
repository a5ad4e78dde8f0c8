import { describe, expect, it } from 'vitest';
import { newSetup, turnBackbeat, withLevel } from './setup.ts';
import { checkSetup } from './setup-schema.ts';

const asKept = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

describe('a kept Crossing', () => {
  it('is what it was', () => {
    const setup = withLevel(turnBackbeat(newSetup([3, 2, 5]), 0, 2), 1, 0.4);
    expect(checkSetup(asKept(setup))).toEqual(setup);
    expect(setup.pulses[0]?.backbeat).toEqual([undefined, undefined, 'low']);
  });

  it.each([
    undefined,
    { ...newSetup([3, 2]), from: 2 },
    { ...newSetup([3]) },
    { ...newSetup([3, 2]), counting: 'hum' },
    {
      ...newSetup([3, 2]),
      pulses: newSetup([3, 2]).pulses.map((one) => ({
        ...one,
        voice: { ...one.voice, instrument: 'gone' },
      })),
    },
  ])('that cannot be used is left: %#', (value) => {
    expect(checkSetup(value)).toBeUndefined();
  });
});

import { evenPulse } from '@stride/core/crossing';
import { playedOn } from '@stride/core/instrument';
import { describe, expect, it } from 'vitest';
import { ownInstruments } from '../store/known-instruments.ts';
import { TIN } from '../store/tin.testkit.ts';
import { namedSetup, newSetup, openSetup, turnBackbeat, withLevel } from './setup.ts';
import { checkSetup } from './setup-schema.ts';
import { soundOf } from './voices.ts';

const asKept = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

describe('a kept Crossing', () => {
  it('is what it was', () => {
    const setup = withLevel(turnBackbeat(newSetup([3, 2, 5]), 0, 2), 1, 0.4);
    expect(checkSetup(asKept(setup))).toEqual(setup);
    expect(setup.pulses[0]?.backbeat).toEqual([undefined, undefined, 'low']);
  });

  it('names an instrument of one’s own, and is played on it as it is now', () => {
    const opened = openSetup({
      pulses: [evenPulse(3), evenPulse(2)],
      parts: [{ ...playedOn(TIN), kind: 'X', hand: 'R' }],
      bpm: 90,
    });
    const [voice] = opened.pulses.map((one) => one.voice);
    expect(voice).toMatchObject({ name: 'tin, middle', instrument: 'own-tin', own: TIN });
    expect(voice && soundOf(voice, 3)).toEqual({
      instrument: 'own-tin',
      own: TIN,
      kind: 'X',
      force: 3,
    });
    const kept = asKept(namedSetup(opened));
    expect(JSON.stringify(kept)).not.toContain('"own"');
    // Where there is no such instrument it cannot be used.
    expect(checkSetup(kept)).toBeUndefined();
    ownInstruments.set([TIN]);
    expect(checkSetup(kept)).toEqual(opened);
    ownInstruments.set([]);
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

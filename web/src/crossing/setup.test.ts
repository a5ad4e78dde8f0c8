import { crossing, evenPulse } from '@stride/core/crossing';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  addPulse,
  hearFrom,
  newSetup,
  openSetup,
  removePulse,
  type Setup,
  turnBackbeat,
  withPulse,
  withVoice,
} from './setup.ts';
import { usualVoice } from './voices.ts';

const spans = ({ pulses, from, bpm }: Setup) => bpm / (pulses[from]?.pulse.steps ?? 1);

describe('the set-up of a crossing', () => {
  it('keeps the time of the whole span when the beat moves or its pulse goes', () => {
    const setup = newSetup([7, 4, 3], 105);
    const other = hearFrom(setup, 1);
    expect(other.bpm).toBe(60);
    expect(spans(other)).toBe(spans(setup));
    const gone = removePulse(setup, 0);
    expect(gone.pulses.map((one) => one.pulse.steps)).toEqual([4, 3]);
    expect(spans(gone)).toBe(spans(setup));
    expect(removePulse(hearFrom(setup, 2), 0)).toMatchObject({ from: 1, bpm: 45 });
    expect(removePulse(newSetup([3, 2]), 0).pulses).toHaveLength(2);
  });

  it('is always a crossing that can be worked out, whatever is changed', () => {
    const change = fc.record(
      {
        steps: fc.integer({ min: 1, max: 31 }),
        parts: fc.integer({ min: 1, max: 9 }),
        start: fc.integer({ min: 0, max: 40 }),
      },
      { requiredKeys: [] },
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat({ max: 1 }), change)), (changes) => {
        const setup = changes.reduce(
          (before, [index, next]) => withPulse(before, index, next),
          withPulse(newSetup([5, 3]), 0, { parts: 6, sounds: [1, 5] }),
        );
        expect(crossing(setup.pulses.map((one) => one.pulse)).moments.length).toBeGreaterThan(0);
      }),
    );
  });

  it('lays low and high strokes over a view, and cuts them with its steps', () => {
    let setup = newSetup([4, 3]);
    for (const step of [0, 2, 2, 3, 3, 3]) setup = turnBackbeat(setup, 0, step);
    expect(setup.pulses[0]?.backbeat).toEqual(['low', undefined, 'high', undefined]);
    expect(withPulse(setup, 0, { steps: 2 }).pulses[0]?.backbeat).toEqual(['low', undefined]);
  });

  it('takes what comes from elsewhere with its sounds, and no more than five pulses', () => {
    const opened = openSetup({
      pulses: [evenPulse(3), evenPulse(2)],
      parts: [{ instrument: 'frame-drum', kind: 'D', hand: 'L' }],
      bpm: 90,
    });
    expect(opened.pulses[0]?.voice).toMatchObject({ instrument: 'frame-drum', hand: 'L' });
    expect(opened.pulses[1]?.voice).toEqual(usualVoice(1));
    let setup = withVoice(opened, 1, usualVoice(2));
    for (let i = 0; i < 9; i += 1) setup = addPulse(setup);
    expect(setup.pulses).toHaveLength(5);
    expect(setup.pulses[1]?.voice).toEqual(usualVoice(2));
  });
});

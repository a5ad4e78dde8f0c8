import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { composite } from '../read/index.ts';
import { checkRhythm, timeRhythm } from '../rhythm/index.ts';
import { crossing, crossingAsRhythm, type PulsePart } from './index.ts';

const parts: readonly PulsePart[] = [
  { instrument: 'rope-drum', kind: 'O', hand: 'R' },
  { instrument: 'hand-bell', kind: 'X', hand: 'L' },
];

describe('a crossing as a rhythm', () => {
  it('has the same composite, whichever pulse is the beat', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 1, max: 12 }),
        fc.constantFrom(0, 1),
        (a, b, from) => {
          const crossed = crossing([a, b]);
          const rhythm = crossingAsRhythm(crossed, parts, from, 60, 'x');
          expect(checkRhythm(rhythm)).toMatchObject({ ok: true });
          const timed = timeRhythm(rhythm);
          if (!timed.ok) throw new Error(timed.message);
          const { meetings } = composite(rhythm, timed.timing);
          const places = meetings.map(
            ({ ticks }) => (ticks * crossed.grid) / timed.timing.fullTicks,
          );
          expect(places).toEqual(crossed.moments.map((moment) => moment.at));
        },
      ),
    );
  });

  it('counts its beats in parts where they can be counted', () => {
    const { cycle, layers } = crossingAsRhythm(crossing([5, 3]), parts, 0, 72, 'x');
    expect(cycle.groups[0]?.beats.map((beat) => beat.span)).toEqual([3, 3, 3, 3, 3]);
    expect(layers[1]?.cells).toEqual([{ beats: { num: 5, den: 1 }, slots: 3 }]);
  });
});

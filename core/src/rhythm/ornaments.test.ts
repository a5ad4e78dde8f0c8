import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readHands, wrists } from '../read/index.ts';
import { scoreRhythm } from '../sound/index.ts';
import { timed } from '../text/timed.testkit.ts';
import { graceCount, HANDS, ORNAMENTS, rollCount, strokesByHand } from './index.ts';

describe('ornaments, stroke by stroke', () => {
  it.each([
    ['R', 'flam', 1, 1, 1],
    ['L', 'flam', 1, 1, 1],
    ['R', 'drag', 1, 1, 2],
    ['R', 'ruff', 1, 2, 2],
    ['R', 'roll5', 1, 3, 2],
    ['L', 'roll5', 3, 2, 3],
    ['R', 'roll7', 1, 4, 3],
    ['R', 'roll9', 1, 5, 4],
    ['R', 'roll', 1, 4, 2],
    ['R', 'roll', 2, 6, 6],
    ['R', 'crush', 1, 1, 0],
    ['B', 'flam', 1, 1, 1],
    ['R', undefined, 1, 1, 0],
  ] as const)('%s with %s over %i: right %i, left %i', (hand, ornament, held, right, left) => {
    expect(strokesByHand(hand, ornament, held)).toEqual({ R: right, L: left, F: 0 });
  });

  it('are as many for the hands as they are in all', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...HANDS.filter((hand) => hand === 'R' || hand === 'L')),
        fc.constantFrom(...ORNAMENTS.filter((one) => one !== 'crush')),
        fc.integer({ min: 1, max: 6 }),
        (hand, ornament, held) => {
          const { R, L } = strokesByHand(hand, ornament, held);
          const roll = rollCount(ornament, held);
          expect(R + L).toBe(roll > 0 ? roll : 1 + graceCount(ornament));
        },
      ),
    );
  });

  it('are heard as often as they are counted, evenly through the slot and what it rings through', () => {
    const { rhythm, timing } = timed(
      'rhythm A\ncycle 2x2\nlayer D : practice pad\nplay ~5X _ / ~7X .\nhand R . / L .',
    );
    const [layer] = rhythm.layers;
    if (!layer) throw new Error('no layer');
    const score = scoreRhythm(rhythm, timing);
    const heard = score.events.filter((event) => event.layer === layer.id);
    const pulses = heard.map(({ ticks }) => Number((ticks / score.ticksPerPulse).toFixed(3)));
    expect(pulses).toEqual([0, 0.4, 0.8, 1.2, 1.6, 2, 2.143, 2.286, 2.429, 2.571, 2.714, 2.857]);
    const hands = readHands(layer, timing, 0);
    expect([hands.count, hands.struck]).toEqual([
      { R: 1, L: 1, F: 0 },
      { R: 6, L: 6, F: 0 },
    ]);
  });

  it('leave wrists to the written strokes, of two forces the louder high', () => {
    expect(wrists([2, 1, 1, 2], 2)).toEqual(['down', 'tap', 'up', 'full']);
    expect(wrists([4, 3, 3, 4], 4)).toEqual(['down', 'tap', 'up', 'full']);
  });
});

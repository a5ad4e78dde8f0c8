import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { Repeats } from './read-bar.ts';
import { playedOrder } from './read-bars.ts';

const PLAIN: Repeats = { begins: false, times: 0, endings: undefined };
/** The bars as they are played, by letters. */
const played = (...bars: readonly Partial<Repeats>[]) =>
  playedOrder(
    bars.map((bar) => ({ ...PLAIN, ...bar })),
    () => false,
  )
    .map((at) => 'ABCDEFGH'.charAt(at))
    .join('');

it('plays repeats and endings out', () => {
  expect(played({}, { times: 2 }, {})).toBe('ABABC');
  expect(played({}, { begins: true, times: 3 }, {})).toBe('ABBBC');
  expect(played({}, { endings: [1], times: 2 }, { endings: [2] }, {})).toBe('ABACD');
  expect(played({}, { endings: [1, 2], times: 3 }, { endings: [3] }, {})).toBe('ABABACD');
});

it('begins a new stretch after the last ending, which may be repeated without a sign where it begins', () => {
  const first: readonly Partial<Repeats>[] = [{}, { endings: [1], times: 2 }, { endings: [2] }];
  expect(played(...first, { times: 2 })).toBe('ABACDD');
  expect(played(...first, {}, { times: 2 }, {})).toBe('ABACDEDEF');
});

it('comes to an end, and leaves no bar out that has no ending, whatever signs stand there', () => {
  const bar = fc.record({
    begins: fc.boolean(),
    times: fc.constantFrom(0, 0, 2, 3),
    endings: fc.option(fc.subarray([1, 2, 3], { minLength: 1 }), { nil: undefined }),
  });
  fc.assert(
    fc.property(fc.array(bar, { minLength: 1, maxLength: 8 }), (bars) => {
      const order = playedOrder(bars, () => false);
      // Each bar at most as often as it and every repeat after it say.
      expect(order.length).toBeLessThan(bars.length * 3 ** 3);
      const heard = new Set(order);
      bars.forEach(({ endings }, at) => {
        if (!endings) expect(heard.has(at), `${at}`).toBe(true);
      });
    }),
    { numRuns: 500 },
  );
});

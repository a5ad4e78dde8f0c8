import fc from 'fast-check';
import { expect, it } from 'vitest';
import { rational, toNumber } from '../time/index.ts';
import type { Repeats } from './read-bar.ts';
import { lengthsOf, playedOrder } from './read-bars.ts';

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

it('takes a bar for as long as the fullest part has it, where it is not filled or is too full', () => {
  const bar = (filled: number, implicit = false) => ({
    filled: rational(filled),
    meter: { beats: [1, 1, 1, 1], under: 4 },
    implicit,
    label: undefined,
    repeats: PLAIN,
    notes: [],
    tempos: [],
  });
  const lengths = (...parts: readonly (readonly ReturnType<typeof bar>[])[]) =>
    lengthsOf(parts).map(({ length }) => toNumber(length));
  // A pickup of the second part, whichever stands first.
  expect(lengths([bar(1), bar(4)], [bar(2), bar(4)])).toEqual([2, 4]);
  expect(lengths([bar(2), bar(4)], [bar(1), bar(4)])).toEqual([2, 4]);
  // A silent bar and one that stops short within the piece are whole; one that says so is short.
  expect(lengths([bar(4), bar(0), bar(3), bar(3, true), bar(5)])).toEqual([4, 4, 4, 3, 5]);
});

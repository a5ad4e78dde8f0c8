import { expect, it } from 'vitest';
import { tickLabel } from './tick-label.ts';

/** The labels of an axis that is marked at these places. */
function labels(...places: readonly number[]): readonly string[] {
  const all = places.map((value) => ({ value }));
  return places.map((x, index) => tickLabel(x, index, all, (at) => `day ${at}`));
}

it('says both ends and what stands between them with room', () => {
  expect(labels(10, 22, 34, 46)).toEqual(['day 10', 'day 22', 'day 34', 'day 46']);
});

it('leaves out what would lie over the label of an end', () => {
  expect(labels(9, 10, 20, 30, 37, 38)).toEqual(['day 9', '', 'day 20', 'day 30', '', 'day 38']);
  // A sixth of the axis is not room enough, a little more is.
  expect(labels(0, 10, 60)).toEqual(['day 0', '', 'day 60']);
  expect(labels(0, 10.1, 49.9, 60)).toEqual(['day 0', 'day 10.1', 'day 49.9', 'day 60']);
});

it('says a single day', () => {
  expect(labels(7)).toEqual(['day 7']);
});

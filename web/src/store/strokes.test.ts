import { type History, startHistory } from '@stride/core/rhythm';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { createStrokes } from './strokes.ts';

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

/** What stands there after edits, each with its stroke and so many milliseconds after the one before. */
function edited(...edits: readonly (readonly [next: number, stroke?: string, later?: number])[]) {
  const strokes = createStrokes<number>();
  let history: History<number> = startHistory(0);
  for (const [next, stroke, later = 0] of edits) {
    vi.advanceTimersByTime(later);
    history = strokes.step(history, next, stroke);
  }
  return [...history.past, history.present];
}

it('takes edits of one stroke that follow within a second for one step', () => {
  expect(edited([1, 'tempo'], [2, 'tempo', 999], [3, 'tempo', 999])).toEqual([0, 3]);
  expect(edited([1, 'tempo'], [2, 'tempo', 1000])).toEqual([0, 1, 2]);
  expect(edited([1, 'tempo'], [2, 'name'], [3, 'tempo'])).toEqual([0, 1, 2, 3]);
  expect(edited([1], [2], [3, 'tempo'], [4])).toEqual([0, 1, 2, 3, 4]);
});

it('takes what comes after an end for a step of its own', () => {
  const strokes = createStrokes<number>();
  const first = strokes.step(startHistory(0), 1, 'tempo');
  strokes.end();
  expect(strokes.step(first, 2, 'tempo').past).toEqual([0, 1]);
});

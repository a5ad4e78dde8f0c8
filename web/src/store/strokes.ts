import { type History, record } from '@stride/core/rhythm';

/** Edits of one stroke of the hand that follow one another within this time are one step, in milliseconds. */
const TOGETHER_MS = 1000;

/** Steps of a history as they are made by hand. */
export interface Strokes<T> {
  /** The history with what it comes to: typing in one line, or holding a tempo key, is one step. */
  step(history: History<T>, next: T, stroke: string | undefined): History<T>;
  /** What comes next is a step of its own. */
  end(): void;
}

export function createStrokes<T>(): Strokes<T> {
  let last: { readonly stroke: string; readonly at: number } | undefined;
  return {
    step(history, next, stroke) {
      const now = Date.now();
      const together =
        stroke !== undefined && last?.stroke === stroke && now - last.at < TOGETHER_MS;
      last = stroke === undefined ? undefined : { stroke, at: now };
      return together ? { ...history, present: next, future: [] } : record(history, next);
    },
    end() {
      last = undefined;
    },
  };
}

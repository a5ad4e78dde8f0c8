/** What was edited, so that it can be undone and done again; the rhythms themselves are kept. */
export interface History<T> {
  readonly past: readonly T[];
  readonly present: T;
  readonly future: readonly T[];
}

const KEPT = 500;

/** A history of one state, with nothing to undo. */
export function startHistory<T>(present: T): History<T> {
  return { past: [], present, future: [] };
}

/** Notes a new state; what had been undone before is dropped. The same state changes nothing. */
export function record<T>(history: History<T>, next: T): History<T> {
  if (next === history.present) return history;
  return { past: [...history.past, history.present].slice(-KEPT), present: next, future: [] };
}

/** One step back; the same history where there is none. */
export function undo<T>(history: History<T>): History<T> {
  const before = history.past.at(-1);
  if (before === undefined) return history;
  return {
    past: history.past.slice(0, -1),
    present: before,
    future: [history.present, ...history.future],
  };
}

/** One step forth again; the same history where there is none. */
export function redo<T>(history: History<T>): History<T> {
  const [next, ...rest] = history.future;
  if (next === undefined) return history;
  return { past: [...history.past, history.present], present: next, future: rest };
}

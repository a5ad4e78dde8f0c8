import { startTransition, useEffect, useState } from 'react';

/** A hidden tab paints nothing; what waits for a frame goes on after this. */
const NO_FRAME_MS = 60;

/** What waits for the next frame. It is called together, so that the page is drawn anew once for all of it. */
let waiting: Set<() => void> | undefined;

/**
 * Calls back when the next frame has been painted, or soon after where none is.
 * @returns calls it off
 */
export function afterPaint(run: () => void): () => void {
  waiting ??= begin();
  const together = waiting;
  // Its own function each time: the same one may wait twice.
  const once = () => run();
  together.add(once);
  return () => {
    together.delete(once);
  };
}

/** Begins to wait for a frame. */
function begin(): Set<() => void> {
  const together = new Set<() => void>();
  const close = () => {
    if (waiting === together) waiting = undefined;
  };
  const runAll = () => {
    clearTimeout(timer);
    close();
    const runs = [...together];
    together.clear();
    for (const run of runs) run();
  };
  const timer = setTimeout(runAll, NO_FRAME_MS);
  // What comes after the frame has begun waits for the one after it.
  if (typeof requestAnimationFrame !== 'undefined')
    requestAnimationFrame(() => {
      close();
      setTimeout(runAll);
    });
  return together;
}

/**
 * Gives a value again once the frame that shows its change has been painted: for what may follow the
 * player's hand by a moment, so that the hand itself is answered at once. Where the hand is quicker than the
 * machine it follows when the hand rests.
 * @param first what it is until the first frame has been painted
 */
export function useAfterPaint<T>(value: T, first: T = value): T {
  return useFollowing(value, first, startTransition);
}

/** The same for what is small and has to keep up with the hand: it is drawn then without a break. */
export function useRightAfterPaint<T>(value: T): T {
  return useFollowing(value, value, atOnce);
}

const atOnce = (run: () => void) => run();

function useFollowing<T>(value: T, first: T, how: (run: () => void) => void): T {
  const [settled, setSettled] = useState(first);
  useEffect(() => {
    if (settled === value) return;
    return afterPaint(() => how(() => setSettled(() => value)));
  }, [value, settled, how]);
  return settled;
}

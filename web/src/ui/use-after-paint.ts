import { startTransition, useLayoutEffect, useMemo, useState, useSyncExternalStore } from 'react';
import type { Store } from './store.ts';

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
  const [settled, setSettled] = useState(first);
  useLayoutEffect(() => {
    if (settled === value) return;
    return afterPaint(() => startTransition(() => setSettled(() => value)));
  }, [value, settled]);
  return settled;
}

type Watch = Store<unknown>['watch'];

/**
 * A watch that tells of a change when the frame that shows it has been painted: once, however many there were until then.
 * @param isWaited asked with each change: where it is true it is told at once
 */
export function soon(watch: Watch, isWaited: () => boolean = never): Watch {
  return (listener) => {
    let callOff: (() => void) | undefined;
    const tell = () => {
      callOff = undefined;
      listener();
    };
    const leave = watch(() => {
      if (isWaited()) listener();
      else callOff ??= afterPaint(tell);
    });
    return () => {
      leave();
      callOff?.();
    };
  };
}

const never = () => false;

/**
 * What a store holds, looked at when the frame that shows a change has been painted: for what is not under the player's hand. The
 * component does not run for the frame of the change at all.
 * @param isWaited as for `soon`
 */
export function useStoreSoon<T>(
  { watch, now }: Pick<Store<T>, 'watch' | 'now'>,
  isWaited?: () => boolean,
): T {
  return useSyncExternalStore(
    useMemo(() => soon(watch, isWaited), [watch, isWaited]),
    now,
  );
}

import { startTransition, useEffect, useState } from 'react';

/** A hidden tab paints nothing; what waits for a frame goes on after this. */
const NO_FRAME_MS = 60;

/**
 * Calls back when the next frame has been painted, or soon after where none is.
 * @returns calls it off
 */
export function afterPaint(run: () => void): () => void {
  let done = false;
  const once = () => {
    if (done) return;
    done = true;
    run();
  };
  const timer = setTimeout(once, NO_FRAME_MS);
  const frame =
    typeof requestAnimationFrame === 'undefined'
      ? undefined
      : requestAnimationFrame(() => setTimeout(once));
  return () => {
    done = true;
    clearTimeout(timer);
    if (frame !== undefined) cancelAnimationFrame(frame);
  };
}

/**
 * Gives a value again once the frame that shows its change has been painted: for what may follow the
 * player's hand by a moment, so that the hand itself is answered at once.
 * @param first what it is until the first frame has been painted
 */
export function useAfterPaint<T>(value: T, first: T = value): T {
  const [settled, setSettled] = useState(first);
  useEffect(() => {
    if (settled === value) return;
    return afterPaint(() => startTransition(() => setSettled(() => value)));
  }, [value, settled]);
  return settled;
}

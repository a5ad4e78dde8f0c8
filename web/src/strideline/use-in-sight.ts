import { type RefObject, useEffect, useState } from 'react';

/** Pixels from the top of a drawing, between which something is in sight or nearly so. */
export interface Sight {
  readonly from: number;
  readonly to: number;
}

export const EVERYTHING: Sight = {
  from: Number.NEGATIVE_INFINITY,
  to: Number.POSITIVE_INFINITY,
};

/** It follows the scrolling in steps of so many pixels, and shows as much beyond the edges. */
const STEP = 500;

/** What of a long drawing is in sight, and a step around it; everything where `long` is false. */
export function useInSight(frame: RefObject<HTMLElement | null>, long: boolean): Sight {
  const [sight, setSight] = useState<Sight>({ from: -STEP, to: 2 * STEP });
  useEffect(() => {
    if (!long) return;
    let asked = 0;
    const look = () => {
      asked = 0;
      const top = frame.current?.getBoundingClientRect().top ?? 0;
      const from = Math.floor((-top - STEP) / STEP) * STEP;
      const to = Math.ceil((window.innerHeight - top + STEP) / STEP) * STEP;
      setSight((before) => (before.from === from && before.to === to ? before : { from, to }));
    };
    const ask = () => {
      asked ||= requestAnimationFrame(look);
    };
    look();
    // Whatever scrolls, the page or a part of it.
    document.addEventListener('scroll', ask, { capture: true, passive: true });
    window.addEventListener('resize', ask);
    return () => {
      cancelAnimationFrame(asked);
      document.removeEventListener('scroll', ask, { capture: true });
      window.removeEventListener('resize', ask);
    };
  }, [frame, long]);
  return long ? sight : EVERYTHING;
}

/** Whether a stretch of the drawing is in sight. */
export function isInSight(sight: Sight, top: number, bottom: number): boolean {
  return bottom >= sight.from && top <= sight.to;
}

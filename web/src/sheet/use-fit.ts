import { type RefObject, useEffect, useLayoutEffect, useState } from 'react';

/** How small a sheet is drawn to bring it onto one page; below this it could not be read on a stand. */
const LEAST = 0.7;

/** A drawing that is made smaller has room for more beside one another, and so loses more than its height. */
const LOSES = 0.7;

/** One try makes it so much smaller at least. */
const STEP = 0.98;

/** How large a sheet is drawn, and how many pages it takes. */
export interface Fit {
  readonly shrink: number;
  readonly pages: number;
}

const WHOLE: Fit = { shrink: 1, pages: 1 };

/**
 * What to try next for a sheet of this height.
 * @param height as it is drawn now, and `room` on one page, in the same unit
 * @param least how small it may be drawn
 * @returns the same object where nothing is to change
 */
export function nextFit(fit: Fit, height: number, room: number, least = LEAST): Fit {
  if (fit.pages > 1) {
    const pages = Math.max(1, Math.ceil(height / room));
    return pages === fit.pages ? fit : { shrink: 1, pages };
  }
  if (height <= room) return fit;
  // It does not fit even when it is small: then as large as it should be, on several pages.
  const hopeless = fit.shrink === 1 && height * least ** 2 > room;
  if (hopeless || fit.shrink <= least) {
    return { shrink: 1, pages: Math.ceil(height / fit.shrink / room) };
  }
  const by = Math.min(STEP, (room / height) ** LOSES);
  return { shrink: Math.max(least, fit.shrink * by), pages: 1 };
}

/** A fit, and whether it is the last: while it is looked for, what is drawn may still not fit. */
export interface FoundFit extends Fit {
  readonly settled: boolean;
}

const BEGINNING: FoundFit = { ...WHOLE, settled: false };

/**
 * Draws a sheet smaller where that brings it onto one page.
 * @param room height of a page without its margins, in CSS pixels
 * @param content what is on the sheet; when it changes the search begins anew
 */
export function useFit(
  sheet: RefObject<HTMLElement | null>,
  room: number,
  content: readonly unknown[],
  least = LEAST,
): FoundFit {
  const [found, setFound] = useState(BEGINNING);
  // A sheet that is drawn whole is measured again by itself where its height changes.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the list is given by the caller
  useLayoutEffect(
    () => setFound((before) => (before.shrink === 1 && before.pages === 1 ? before : BEGINNING)),
    [room, ...content],
  );
  const isBeginning = found === BEGINNING;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a search that begins anew measures anew
  useEffect(() => {
    const node = sheet.current;
    if (!node) return;
    const measure = () => {
      // Its own zoom, and none of what shows the whole page smaller on a small screen.
      const height = node.offsetHeight * Number(node.style.zoom || 1);
      setFound((before) => {
        const next = nextFit(before, height, room, least);
        if (next !== before) return { ...next, settled: false };
        return before.settled ? before : { ...before, settled: true };
      });
    };
    const observer = new ResizeObserver(measure);
    observer.observe(node);
    return () => observer.disconnect();
  }, [sheet, room, isBeginning, least]);
  return found;
}

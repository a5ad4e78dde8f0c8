import { type RefObject, startTransition, useLayoutEffect, useRef, useState } from 'react';

/** How long the hand rests after zooming before the page is set anew. */
const RESTS_MS = 160;

/** The furthest away and the nearest, beside the first look. */
const FAR = 0.5;
const NEAR = 64;

interface Zoom {
  /** What the page is set for. */
  readonly zoom: number;
  zoomTo(zoom: number): void;
  zoomBy(factor: number): void;
  /** The slider that shows it. */
  readonly slider: RefObject<HTMLInputElement | null>;
}

/**
 * How near one looks. While one zooms, what is there is stretched at once, without drawing anything; the page is set
 * anew when the hand rests.
 */
export function useZoom(frame: RefObject<HTMLElement | null>): Zoom {
  const [zoom, setZoom] = useState(1);
  const wanted = useRef(1);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const slider = useRef<HTMLInputElement>(null);
  useLayoutEffect(() => {
    if (wanted.current === zoom) stretch(frame.current, 1);
  }, [zoom, frame]);
  const zoomTo = (next: number) => {
    wanted.current = Math.min(NEAR, Math.max(FAR, next));
    if (slider.current) slider.current.value = String(Math.log2(wanted.current) * 2);
    stretch(frame.current, wanted.current / zoom);
    clearTimeout(timer.current);
    timer.current = setTimeout(() => {
      startTransition(() => setZoom(wanted.current));
    }, RESTS_MS);
  };
  return { zoom, zoomTo, zoomBy: (factor) => zoomTo(wanted.current * factor), slider };
}

/** Shows the rows wider or narrower than they are drawn. */
function stretch(frame: HTMLElement | null, by: number): void {
  for (const row of frame?.querySelectorAll<HTMLElement>('.form-lanes') ?? [])
    row.style.transform = by === 1 ? '' : `scaleX(${by})`;
}

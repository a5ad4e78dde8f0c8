import { type RefObject, useEffect, useState } from 'react';

/** How far beyond the edges of the window something is still drawn. */
const MARGIN = '500px';

/**
 * Whether an element is in sight or near it. Everything is, where the page is printed.
 * @param first whether it is held to be until it is known
 */
export function useNear(element: RefObject<HTMLElement | null>, first: boolean): boolean {
  const [isNear, setNear] = useState(first);
  const [isPrinted, setPrinted] = useState(false);
  useEffect(() => {
    const node = element.current;
    if (!node) return;
    const observer = new IntersectionObserver(([entry]) => setNear(entry?.isIntersecting ?? true), {
      rootMargin: MARGIN,
    });
    observer.observe(node);
    const paper = window.matchMedia('print');
    const print = () => setPrinted(paper.matches);
    paper.addEventListener('change', print);
    return () => {
      observer.disconnect();
      paper.removeEventListener('change', print);
    };
  }, [element]);
  return isNear || isPrinted;
}

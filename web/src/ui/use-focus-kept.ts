import { useEffect, useLayoutEffect, useRef } from 'react';
import { useLatest } from './use-latest.ts';

/**
 * Where what has the focus is taken away, by an undo say, the focus goes to what stands in its place, and not to nowhere.
 * @param isHere whether something that has the focus is looked after
 * @param instead where the focus goes, given what is gone
 */
export function useFocusKept(
  isHere: (element: Element) => boolean,
  instead: (gone: Element) => Element | null,
): void {
  const latest = useLatest(isHere);
  const held = useRef<Element>(undefined);
  useEffect(() => {
    const note = ({ target }: FocusEvent) => {
      held.current = target instanceof Element && latest.current(target) ? target : undefined;
    };
    document.addEventListener('focusin', note);
    return () => document.removeEventListener('focusin', note);
  }, [latest]);
  useLayoutEffect(() => {
    const gone = held.current;
    if (!gone || gone.isConnected || document.activeElement !== document.body) return;
    held.current = undefined;
    const next = instead(gone);
    if (next instanceof HTMLElement || next instanceof SVGElement) next.focus();
  });
}

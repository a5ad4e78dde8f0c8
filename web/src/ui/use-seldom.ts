import { useCallback, useRef, useState } from 'react';

/**
 * A state that is told with every frame and changes seldom. React keeps each telling until the component is drawn again,
 * also where nothing changed: over half an hour of playing that is a hundred thousand.
 */
export function useSeldom<T>(
  first: T,
  isSame: (a: T, b: T) => boolean = Object.is,
): readonly [T, (next: T) => void] {
  const [value, setValue] = useState(first);
  const last = useRef(first);
  const same = useRef(isSame);
  const tell = useCallback((next: T) => {
    if (same.current(next, last.current)) return;
    last.current = next;
    setValue(() => next);
  }, []);
  return [value, tell];
}

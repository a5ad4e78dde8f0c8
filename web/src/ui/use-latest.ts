import { type RefObject, useInsertionEffect, useRef } from 'react';

/**
 * The value of the last render that reached the page, for what is called later: a listener, a frame, a
 * worker's answer. It is set before any effect runs, and never while rendering.
 */
export function useLatest<T>(value: T): Readonly<RefObject<T>> {
  const latest = useRef(value);
  useInsertionEffect(() => {
    latest.current = value;
  });
  return latest;
}

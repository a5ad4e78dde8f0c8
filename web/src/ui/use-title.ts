import { useEffect } from 'react';

const PROGRAM = 'Humble Stride';

/** Names where one is in the page's title, from the nearest to the furthest. */
export function useTitle(...places: readonly string[]): void {
  const title = [...places, PROGRAM].join(' · ');
  useEffect(() => {
    document.title = title;
    return () => {
      document.title = PROGRAM;
    };
  }, [title]);
}

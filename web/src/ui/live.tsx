import { useSyncExternalStore } from 'react';

let said = '';
let turn = false;
const listeners = new Set<() => void>();

/** Says something to those who do not see it happen: what plays, what was placed, what was undone. */
export function announce(text: string): void {
  // The same words twice are said twice.
  turn = !turn;
  said = turn ? text : `${text}\u00a0`;
  for (const listener of listeners) listener();
}

/** The place from which it is said; once in the shell. */
export function LiveRegion() {
  const text = useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => said,
  );
  return (
    <p role="status" aria-live="polite" className="sr-only" data-testid="said">
      {text}
    </p>
  );
}

import { createStore } from './store.ts';
import { useStoreSoon } from './use-after-paint.ts';

const said = createStore('');
let turn = false;

/** Says something to those who do not see it happen: what plays, what was placed, what was undone. */
export function announce(text: string): void {
  // The same words twice are said twice.
  turn = !turn;
  said.set(turn ? text : `${text}\u00a0`);
}

/** The place from which it is said; once in the shell. */
export function LiveRegion() {
  const text = useStoreSoon(said);
  return (
    <p role="status" aria-live="polite" className="sr-only" data-testid="said">
      {text}
    </p>
  );
}

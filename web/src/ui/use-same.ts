import { saysSame } from '@stride/core/bounds';
import { useState } from 'react';

/** Gives the object of the last time where the new one says the same, so that what hangs on it rests. */
export function useSame<T>(value: T): T {
  const [kept, keep] = useState(value);
  if (kept === value || saysSame(kept, value)) return kept;
  keep(value);
  return value;
}

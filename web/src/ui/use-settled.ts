import { useState } from 'react';

/** The value as it was before something began that is not over yet; else the value as it is. */
export function useSettled<T>(value: T, pending: boolean): T {
  const [settled, settle] = useState(value);
  if (pending || settled === value) return settled;
  settle(value);
  return value;
}

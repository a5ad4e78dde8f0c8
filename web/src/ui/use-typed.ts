import { useState } from 'react';

/**
 * A text that is typed over a value: the value itself until something is typed, and again when another
 * value comes.
 */
export function useTyped(value: string): readonly [string, (text: string) => void] {
  const [typed, setTyped] = useState({ over: value, text: value });
  if (typed.over !== value) {
    const anew = { over: value, text: value };
    setTyped(anew);
    return [value, (text) => setTyped({ over: value, text })];
  }
  return [typed.text, (text) => setTyped({ over: value, text })];
}

import { liveQuery } from 'dexie';
import { useEffect, useRef, useState } from 'react';
import { database, openSafely, type StrideDatabase } from './db.ts';

/**
 * What a question to the storage gives, kept up to date with what this and other tabs write.
 * @param about what the question hangs on, so that another one is asked when it changes
 * @returns undefined until it is read, and where it cannot be
 */
export function useLive<T>(
  ask: (db: StrideDatabase) => Promise<T>,
  about: string | number = '',
): T | undefined {
  const [answer, setAnswer] = useState<{ readonly about: string | number; readonly value: T }>();
  const asked = useRef(ask);
  useEffect(() => {
    asked.current = ask;
  });
  useEffect(() => {
    const watching = liveQuery(async () => {
      await openSafely(database);
      return asked.current(database);
    }).subscribe({
      next: (value) => setAnswer({ about, value }),
      // Without storage there is nothing; saving says what is wrong.
      error: () => setAnswer(undefined),
    });
    return () => watching.unsubscribe();
  }, [about]);
  return answer?.about === about ? answer.value : undefined;
}

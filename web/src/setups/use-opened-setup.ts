import { useEffect, useMemo } from 'react';
import { toast } from '../ui/toasts.ts';

/** What a screen is opened with where it is one of its set-ups: the screen checks it. */
export interface OpenedSetup {
  readonly setup: unknown;
}

/** What is said of a set-up that does not pass its screen's check. */
export const UNREADABLE_SETUP =
  'This set-up was made by another version and cannot be opened. It is kept; the screen stays as it was.';

/**
 * The set-up a screen is opened with, checked; where it cannot be read that is said.
 * @param given undefined where the screen is opened without one
 */
export function useOpenedSetup<T>(
  given: unknown,
  check: (value: unknown) => T | undefined,
): T | undefined {
  const opened = useMemo(() => (given === undefined ? undefined : check(given)), [given, check]);
  const isUnreadable = given !== undefined && opened === undefined;
  useEffect(() => {
    if (isUnreadable) toast(UNREADABLE_SETUP);
  }, [isUnreadable]);
  return opened;
}

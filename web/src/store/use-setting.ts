import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { toast } from '../ui/toasts.ts';
import { database, openSafely, type StrideDatabase } from './db.ts';
import { storageSentence } from './rhythms.ts';

/** One thing that a player sets once for this browser. */
export interface Setting<T> {
  readonly key: string;
  /** In force until the kept value was read, or where there is none. */
  readonly usual: T;
  /** Takes what is kept, whatever its shape, and gives something that can be used. */
  readonly check: (value: unknown) => T;
}

/** What is chosen, or how what is kept changes: what another tab chose meanwhile is not lost then. */
export type Change<T> = T | ((kept: T) => T);

/**
 * Changes a setting where it is kept, from what is kept there.
 * @returns what it is now
 */
export async function changeSetting<T>(
  db: StrideDatabase,
  { key, check }: Pick<Setting<T>, 'key' | 'check'>,
  change: Change<T>,
): Promise<T> {
  return db.transaction('rw', db.settings, async () => {
    const kept = check((await db.settings.get(key))?.value);
    const next = typeof change === 'function' ? (change as (kept: T) => T)(kept) : change;
    await db.settings.put({ key, value: next });
    return next;
  });
}

/** A setting that is kept in this browser; what is chosen is in force at once. */
export function useSetting<T>(setting: Setting<T>): readonly [T, (next: Change<T>) => void] {
  const { key, usual, check } = setting;
  const client = useQueryClient();
  const kept = useQuery({
    queryKey: ['settings', key],
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: async () => {
      await openSafely(database);
      return check((await database.settings.get(key))?.value);
    },
  });
  const set = useCallback(
    (change: Change<T>) => {
      const query = ['settings', setting.key];
      // What is still being read must not come after what was just chosen.
      void client.cancelQueries({ queryKey: query });
      client.setQueryData(query, (before: T | undefined) =>
        typeof change === 'function' ? (change as (kept: T) => T)(before ?? setting.usual) : change,
      );
      changeSetting(database, setting, change).then(
        (now) => client.setQueryData(query, now),
        (error: unknown) => toast(storageSentence(error)),
      );
    },
    [client, setting],
  );
  return [kept.data ?? usual, set];
}

const OTHER_HANDED: Setting<boolean> = {
  key: 'other-handed',
  usual: false,
  check: (value) => value === true,
};

/** Whether the player reads every rhythm with the hands the other way round. */
export function useOtherHanded(): readonly [boolean, (next: boolean) => void] {
  return useSetting(OTHER_HANDED);
}

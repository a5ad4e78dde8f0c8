import { useQuery, useQueryClient } from '@tanstack/react-query';
import { toast } from '../ui/toasts.tsx';
import { database, openSafely } from './db.ts';
import { storageSentence } from './rhythms.ts';

/** One thing that a player sets once for this browser. */
export interface Setting<T> {
  readonly key: string;
  /** In force until the kept value was read, or where there is none. */
  readonly usual: T;
  /** Takes what is kept, whatever its shape, and gives something that can be used. */
  readonly check: (value: unknown) => T;
}

/** A setting that is kept in this browser; what is chosen is in force at once. */
export function useSetting<T>(setting: Setting<T>): readonly [T, (next: T) => void] {
  const { key, usual, check } = setting;
  const client = useQueryClient();
  const query = ['settings', key];
  const kept = useQuery({
    queryKey: query,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: async () => {
      await openSafely(database);
      return check((await database.settings.get(key))?.value);
    },
  });
  const set = (next: T) => {
    // What is still being read must not come after what was just chosen.
    void client.cancelQueries({ queryKey: query });
    client.setQueryData(query, next);
    database.settings
      .put({ key, value: next })
      .catch((error: unknown) => toast(storageSentence(error)));
  };
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

import { type ReadSettings, SIDE_SCHOOLS, USUAL_READING } from '@stride/core/read';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import * as v from 'valibot';
import { toast } from '../ui/toasts.tsx';
import { database, openSafely } from './db.ts';
import { storageSentence } from './rhythms.ts';

const KEY = 'reading';
const QUERY = ['settings', KEY] as const;

/** The sizes within which the settings of a reading stay. */
export const CEILING_RANGE = { min: 1, max: 15 } as const;

const share = v.pipe(v.number(), v.minValue(0), v.maxValue(1));
const SettingsSchema = v.object({
  ceiling: v.pipe(v.number(), v.minValue(CEILING_RANGE.min), v.maxValue(CEILING_RANGE.max)),
  school: v.picklist(SIDE_SCHOOLS),
  high: v.object({ least: share, most: share }),
  lowOn: v.optional(v.picklist(['three-side', 'two-side'])),
});

function checked(value: unknown): ReadSettings {
  const result = v.safeParse(SettingsSchema, value);
  if (!result.success) return USUAL_READING;
  const { lowOn, ...rest } = result.output;
  return lowOn ? { ...rest, lowOn } : rest;
}

/** What this player wants of a reading, kept in this browser; the usual until it was read. */
export function useReadSettings(): readonly [ReadSettings, (next: ReadSettings) => void] {
  const client = useQueryClient();
  const kept = useQuery({
    queryKey: QUERY,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: async () => {
      await openSafely(database);
      return checked((await database.settings.get(KEY))?.value);
    },
  });
  const set = (next: ReadSettings) => {
    // What is still being read must not come after what was just chosen.
    void client.cancelQueries({ queryKey: QUERY });
    client.setQueryData(QUERY, next);
    database.settings
      .put({ key: KEY, value: next })
      .catch((error: unknown) => toast(storageSentence(error)));
  };
  return [kept.data ?? USUAL_READING, set];
}

import { type Cadence, LANDINGS, writeSizes } from '@stride/core/landing';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import * as v from 'valibot';
import { database, openSafely } from '../store/db.ts';
import { storageSentence } from '../store/rhythms.ts';
import { toast } from '../ui/toasts.tsx';

const KEY = 'landing-kept';
const QUERY = ['settings', KEY] as const;
const MOST = 200;

const whole = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(64));
const KeptSchema = v.object({
  sizes: v.pipe(v.array(whole), v.minLength(1), v.maxLength(27)),
  gaps: v.pipe(v.array(whole), v.maxLength(26)),
  parts: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(36)),
  landing: v.picklist(LANDINGS),
});

/** One name for a cadence, whatever cycle it lands in. */
export function keyOf(cadence: Cadence): string {
  return `${writeSizes(cadence)} in ${cadence.parts} ${cadence.landing}`;
}

export interface Kept {
  readonly cadences: readonly Cadence[];
  has(cadence: Cadence): boolean;
  toggle(cadence: Cadence): void;
}

/** Cadences that the player keeps in this browser, the last kept first. */
export function useKept(): Kept {
  const client = useQueryClient();
  const query = useQuery({
    queryKey: QUERY,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: async (): Promise<readonly Cadence[]> => {
      await openSafely(database);
      const checked = v.safeParse(v.array(KeptSchema), (await database.settings.get(KEY))?.value);
      return checked.success ? checked.output : [];
    },
  });
  const cadences = query.data ?? [];
  const keys = new Set(cadences.map(keyOf));
  return {
    cadences,
    has: (cadence) => keys.has(keyOf(cadence)),
    toggle({ sizes, gaps, parts, landing }) {
      const one = { sizes, gaps, parts, landing };
      const next = keys.has(keyOf(one))
        ? cadences.filter((other) => keyOf(other) !== keyOf(one))
        : [one, ...cadences].slice(0, MOST);
      void client.cancelQueries({ queryKey: QUERY });
      client.setQueryData(QUERY, next);
      database.settings
        .put({ key: KEY, value: next })
        .catch((error: unknown) => toast(storageSentence(error)));
    },
  };
}

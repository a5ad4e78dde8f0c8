import { useQuery } from '@tanstack/react-query';
import { useStore } from '../ui/store.ts';
import { type Shelf, shelf } from './card-shelf.ts';
import type { Card } from './cards.ts';
import { database, type RhythmRecord } from './db.ts';
import { type LoadResult, loadRhythm, readRecord } from './rhythms.ts';

/** The cards of all rhythms, kept up to date with what this and other tabs write. */
export function useShelf(): Shelf {
  return useStore(shelf);
}

/** One rhythm as its card speaks of it: read when the card comes into sight. */
export function useRhythmOf({
  id,
  revision,
}: Pick<Card, 'id' | 'revision'>): LoadResult | undefined {
  const asked = useQuery({
    queryKey: ['rhythm', id, revision],
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 30_000,
    queryFn: () => loadRhythm(database, id),
  });
  return asked.data;
}

/** How many rhythms are offered where one is to be picked by its layers. */
export const RECENT = 100;

/** The rhythms edited last that can be read, where one of their layers is to be picked. */
export function useRecentRhythms(): readonly RhythmRecord[] {
  const { cards } = useShelf();
  const last = cards?.[0];
  const asked = useQuery({
    queryKey: ['recent', cards?.length, last?.id, last?.revision],
    enabled: cards !== undefined,
    gcTime: 10_000,
    placeholderData: (before: RhythmRecord[] | undefined) => before,
    queryFn: async () => {
      const records = await database.rhythms.orderBy('updated').reverse().limit(RECENT).toArray();
      return records.flatMap((record) => {
        const read = readRecord(record);
        return read.status === 'found' ? [read.record] : [];
      });
    },
  });
  return asked.data ?? NONE;
}

const NONE: readonly RhythmRecord[] = [];

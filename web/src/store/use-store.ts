import { useQuery, useQueryClient } from '@tanstack/react-query';
import { liveQuery } from 'dexie';
import { useEffect, useSyncExternalStore } from 'react';
import type { Card } from './cards.ts';
import { database, openSafely, type RhythmRecord } from './db.ts';
import type { DocumentState, RhythmDocument } from './document.ts';
import { openRhythm, unkeptNow, watchUnkept } from './open-documents.ts';
import { type LoadResult, listCards, loadRhythm, readRecord, seedOnce } from './rhythms.ts';

const CARDS = ['cards'] as const;

/** The cards of all rhythms, kept up to date with what this and other tabs write. */
export function useCards() {
  const client = useQueryClient();
  useEffect(() => {
    const watching = liveQuery(async () => {
      await openSafely(database);
      return listCards(database);
    }).subscribe({
      next: (cards: readonly Card[]) => client.setQueryData(CARDS, cards),
      error: () => client.invalidateQueries({ queryKey: CARDS }),
    });
    return () => watching.unsubscribe();
  }, [client]);
  return useQuery({
    queryKey: CARDS,
    queryFn: async () => {
      await seedOnce(database);
      return listCards(database);
    },
  });
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
  const cards = useCards();
  const asked = useQuery({
    queryKey: ['recent', cards.dataUpdatedAt],
    enabled: cards.data !== undefined,
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

/** Opens a rhythm for the Bench. */
export function useOpenRhythm(id: string) {
  return useQuery({
    queryKey: ['open', id],
    gcTime: 0,
    staleTime: 0,
    queryFn: async () => {
      await seedOnce(database);
      return openRhythm(id);
    },
  });
}

/** A part of the state of an open document; the component follows it. */
export function useDocument<T>(document: RhythmDocument, part: (state: DocumentState) => T): T {
  return useSyncExternalStore(document.subscribe, () => part(document.getState()));
}

/** What is in this tab only. */
export function useUnkept() {
  return useSyncExternalStore(watchUnkept, unkeptNow);
}

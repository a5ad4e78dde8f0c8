import { useQuery, useQueryClient } from '@tanstack/react-query';
import { liveQuery } from 'dexie';
import { useEffect, useSyncExternalStore } from 'react';
import { database, openSafely, type RhythmRecord } from './db.ts';
import { type DocumentState, openDocument, type RhythmDocument } from './document.ts';
import { listRhythms, loadRhythm, seedOnce } from './rhythms.ts';
import { stepsOf } from './steps.ts';

const SHELF = ['rhythms'] as const;

/** All rhythms, kept up to date with what this and other tabs write. */
export function useShelf() {
  const client = useQueryClient();
  useEffect(() => {
    const watching = liveQuery(async () => {
      await openSafely(database);
      return listRhythms(database);
    }).subscribe({
      next: (records: RhythmRecord[]) => client.setQueryData(SHELF, records),
      error: () => client.invalidateQueries({ queryKey: SHELF }),
    });
    return () => watching.unsubscribe();
  }, [client]);
  return useQuery({
    queryKey: SHELF,
    queryFn: async () => {
      await seedOnce(database);
      return listRhythms(database);
    },
  });
}

/** Documents stay open when one leaves the Bench, so that undo is still there on return. */
const open = new Map<string, RhythmDocument>();

export type OpenResult =
  | { readonly status: 'open'; readonly document: RhythmDocument }
  | { readonly status: 'missing' }
  | { readonly status: 'broken'; readonly messages: readonly string[] };

/** Opens a rhythm for the Bench. */
export function useOpenRhythm(id: string) {
  return useQuery({
    queryKey: ['open', id],
    gcTime: 0,
    staleTime: 0,
    queryFn: async (): Promise<OpenResult> => {
      await seedOnce(database);
      const known = open.get(id);
      const result = await loadRhythm(database, id);
      if (known) {
        await known.settled();
        const fresh = await database.rhythms.get(id);
        const theirs = fresh && JSON.stringify(fresh.rhythm);
        if (theirs === JSON.stringify(known.getState().history.present.rhythm)) {
          return { status: 'open', document: known };
        }
      }
      if (result.status !== 'found') return result;
      const document = openDocument(database, result.record, await stepsOf(database, id));
      open.set(id, document);
      return { status: 'open', document };
    },
  });
}

/** A part of the state of an open document; the component follows it. */
export function useDocument<T>(document: RhythmDocument, part: (state: DocumentState) => T): T {
  return useSyncExternalStore(document.subscribe, () => part(document.getState()));
}

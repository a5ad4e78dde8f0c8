import { useQuery } from '@tanstack/react-query';
import { useSyncExternalStore } from 'react';
import { useStore } from '../ui/store.ts';
import { database } from './db.ts';
import type { DocumentState, RhythmDocument } from './document.ts';
import { openRhythm } from './open-documents.ts';
import { seedOnce } from './rhythms.ts';
import { unkept } from './unkept.ts';

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
  return useStore(unkept);
}

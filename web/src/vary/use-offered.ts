import type { Rhythm } from '@stride/core/rhythm';
import type { Stretch } from '@stride/core/vary';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { lazyWorker } from '../workers/lazy-worker.ts';
import type { VaryApi } from '../workers/vary.worker.ts';
import { EACH, type Offered, type Wanted } from './offers-of.ts';

const worker = lazyWorker<VaryApi>(
  () => new Worker(new URL('../workers/vary.worker.ts', import.meta.url), { type: 'module' }),
);

/** Counts the rhythms that were asked about: each is asked once. */
let count = 0;

/** The moves that are listed; undefined while those that are many are being tried. */
export function useOffered(
  rhythm: Rhythm,
  index: number,
  wanted: Wanted,
  stretch: Stretch | undefined,
): readonly Offered[] | undefined {
  const [asked, setAsked] = useState({ rhythm, number: count });
  if (asked.rhythm !== rhythm) {
    count += 1;
    setAsked({ rhythm, number: count });
  }
  const query = useQuery({
    queryKey: ['vary-offers', asked.number, rhythm.id, index, wanted, stretch],
    enabled: wanted !== 'all' && asked.rhythm === rhythm,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: async ({ signal }) => {
      const found = await worker.call((api) => api.offers(rhythm, index, wanted, stretch));
      signal.throwIfAborted();
      return found;
    },
  });
  return wanted === 'all' ? EACH : query.data;
}

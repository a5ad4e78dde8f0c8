import { findEntry } from '@stride/core/catalogue';
import type { Kinship } from '@stride/core/read';
import { useQuery } from '@tanstack/react-query';
import { lazyWorker } from '../workers/lazy-worker.ts';
import type { ReadingApi, ShelfKinship } from '../workers/reading.worker.ts';

const reading = lazyWorker<ReadingApi>(
  () => new Worker(new URL('../workers/reading.worker.ts', import.meta.url), { type: 'module' }),
);

/** The longest line that is looked up, in pulses. */
export const LONGEST_LINE = 64;

function canBeAsked(onsets: readonly number[] | undefined, span: number): onsets is number[] {
  return onsets !== undefined && onsets.length > 1 && span <= LONGEST_LINE;
}

/**
 * Which timelines of the catalogue a line is, is a rotation of, or is one stroke away from; asked in a
 * worker, and an outdated question is given up.
 * @param onsets whole pulses; undefined where the line has none that can be looked up
 */
export function useFamilies(
  onsets: readonly number[] | undefined,
  span: number,
): readonly Kinship[] | undefined {
  const enabled = canBeAsked(onsets, span);
  const asked = useQuery({
    queryKey: ['families', span, onsets],
    enabled,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: async ({ signal }) => {
      const found = await reading.call((api) => api.families(onsets ?? [], span));
      signal.throwIfAborted();
      return found;
    },
  });
  return enabled ? asked.data : undefined;
}

/** How long an answer about the Shelf is held to be true, in milliseconds; another tab may write there. */
const SHELF_STAYS = 5000;

/** The same among all layers on the Shelf, read and compared in the worker. */
export function useShelfKin(
  onsets: readonly number[] | undefined,
  span: number,
): readonly ShelfKinship[] | undefined {
  const enabled = canBeAsked(onsets, span);
  const asked = useQuery({
    queryKey: ['shelf-kin', span, onsets],
    enabled,
    staleTime: SHELF_STAYS,
    gcTime: 10_000,
    queryFn: async ({ signal }) => {
      const found = await reading.call((api) => api.amongShelf(onsets ?? [], span));
      signal.throwIfAborted();
      return found;
    },
  });
  return enabled ? asked.data : undefined;
}

/** @example "One stroke from rumba clave: pulse 7 to pulse 8." */
export function sayKin(
  { id, kind, begins, move }: Kinship,
  name = findEntry(id)?.name ?? id,
): string {
  const later = begins === 0 ? '' : `, begun ${begins} pulses later`;
  if (kind === 'one-moved' && move) {
    return `One stroke from ${name}${later}: pulse ${move.from + 1} to pulse ${move.to + 1}.`;
  }
  return `It is ${name}${later}.`;
}

import { isAlike } from '@stride/core/bounds';
import { useMemo, useSyncExternalStore } from 'react';
import { useOutletContext } from 'react-router';
import { useStoreSoon } from '../ui/use-after-paint.ts';
import type { BenchState, OpenBench } from './open-bench.ts';

/** What can be done with the open rhythm; the component does not follow it. */
export function useOpenBench(): OpenBench {
  return useOutletContext<OpenBench>();
}

/** The open rhythm and what can be done with it; the component follows it. */
export function useBench(): OpenBench & BenchState {
  const bench = useOpenBench();
  return { ...bench, ...useSyncExternalStore(bench.subscribe, bench.getState) };
}

/**
 * The open rhythm for what is not under the player's hand: the component follows it when the frame of a change has been painted.
 * @param isWaited asked when something changes: where it is true the component follows at once
 */
export function useBenchSoon(bench: OpenBench, isWaited?: () => boolean): BenchState {
  return useStoreSoon(
    useMemo(() => ({ watch: bench.subscribe, now: bench.getState }), [bench]),
    isWaited,
  );
}

/**
 * A part of the open rhythm; the component rests while nothing in the part changes.
 * @param pick gives the part; the same function each time
 */
export function useBenchPart<T extends object>(
  bench: OpenBench,
  pick: (state: BenchState) => T,
): T {
  const now = useMemo(() => {
    let kept: T | undefined;
    return () => {
      const next = pick(bench.getState());
      if (!kept || !isAlike(kept, next)) kept = next;
      return kept;
    };
  }, [bench, pick]);
  return useSyncExternalStore(bench.subscribe, now);
}

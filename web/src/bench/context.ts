import { useSyncExternalStore } from 'react';
import { useOutletContext } from 'react-router';
import type { BenchState, OpenBench } from './open-bench.ts';

/** What can be done with the open rhythm; the component does not follow it. */
export function useOpenBench(): OpenBench {
  return useOutletContext<OpenBench>();
}

/** The open rhythm and what can be done with it; the component follows it. */
export function useBench(): OpenBench & BenchState {
  const bench = useOpenBench();
  return { ...bench, ...useBenchState(bench) };
}

export function useBenchState(bench: OpenBench): BenchState {
  return useSyncExternalStore(bench.subscribe, bench.getState);
}

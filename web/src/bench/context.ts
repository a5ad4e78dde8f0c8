import { useSyncExternalStore } from 'react';
import { useOutletContext } from 'react-router';
import type { BenchState, OpenBench } from './open-bench.ts';

/** The open rhythm and what can be done with it; the component follows it. */
export function useBench(): OpenBench & BenchState {
  const bench = useOutletContext<OpenBench>();
  return { ...bench, ...useBenchState(bench) };
}

export function useBenchState(bench: OpenBench): BenchState {
  return useSyncExternalStore(bench.subscribe, bench.getState);
}

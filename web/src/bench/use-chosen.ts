import type { LayerGrid } from '@stride/core/rhythm';
import { useEffect } from 'react';
import { useLatest } from '../ui/use-latest.ts';
import type { OpenBench } from './open-bench.ts';
import type { ChosenStretch } from './play-what.ts';

/** First and last slot of what is chosen in a layer; the last comes first where it goes over the seam. */
type Chosen = readonly [number, number];

/** What is chosen on a line in ticks; a slot that is not there is the last one. */
export function stretchOf(
  { startTicks, lengthTicks }: LayerGrid,
  [first, last]: Chosen,
): ChosenStretch {
  return {
    from: startTicks[first] ?? 0,
    to: startTicks[last + 1] ?? lengthTicks,
    isStretch: first !== last,
  };
}

/** Lets the Bench know what this stage has chosen, as long as it is shown. */
export function useChosen(
  bench: Pick<OpenBench, 'chosen'>,
  grid: LayerGrid | undefined,
  range: Chosen,
): void {
  const { chosen } = bench;
  const latest = useLatest({ grid, range });
  useEffect(() => {
    chosen.now = () => {
      const { grid, range } = latest.current;
      return grid && stretchOf(grid, range);
    };
    return () => {
      chosen.now = () => undefined;
    };
  }, [chosen, latest]);
}

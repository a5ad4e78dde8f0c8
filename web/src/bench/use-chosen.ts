import { numberAt } from '@stride/core/bounds';
import type { LayerGrid } from '@stride/core/rhythm';
import { useEffect } from 'react';
import { useLatest } from '../ui/use-latest.ts';
import type { OpenBench } from './open-bench.ts';
import type { ChosenStretch } from './play-what.ts';

/** First and last slot of what is chosen in a layer; the last comes first where it goes over the seam. */
type Chosen = readonly [number, number];

/** What is chosen on a line in ticks; over the seam of its layer it goes on into the layer's next round. */
export function stretchOf(
  { startTicks, lengthTicks }: LayerGrid,
  [first, last]: Chosen,
): ChosenStretch {
  const from = numberAt(startTicks, first);
  const to = startTicks[last + 1] ?? lengthTicks;
  return { from, to: to > from ? to : to + lengthTicks, isStretch: first !== last };
}

/**
 * Lets the Bench know what this stage has chosen, as long as it is shown.
 * @param now gives the stretch when something is to be played
 */
export function useChosen(
  { chosen }: Pick<OpenBench, 'chosen'>,
  now: () => ChosenStretch | undefined,
): void {
  const latest = useLatest(now);
  useEffect(() => {
    chosen.now = () => latest.current();
    return () => {
      chosen.now = () => undefined;
    };
  }, [chosen, latest]);
}

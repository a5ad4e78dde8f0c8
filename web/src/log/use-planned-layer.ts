import { useEffect, useRef } from 'react';
import type { BenchState, OpenBench } from '../bench/open-bench.ts';
import { useSession } from './session.ts';

/** Chooses the line that today's plan has of this rhythm, once as one comes to it. */
export function usePlannedLayer({ rhythm, chooseLayer }: OpenBench & BenchState): void {
  const session = useSession();
  const item = session?.items[session.at];
  const planned = item?.rhythm.id === rhythm.id ? item.layer.id : undefined;
  const wanted = planned ? rhythm.layers.findIndex(({ id }) => id === planned) : -1;
  const place = `${session?.at} ${planned}`;
  const came = useRef<string>(undefined);
  useEffect(() => {
    if (wanted < 0 || came.current === place) return;
    came.current = place;
    chooseLayer(wanted);
  }, [place, wanted, chooseLayer]);
}

import { TEMPO_RANGE, type Tempo } from '@stride/core/time';
import { useMemo } from 'react';
import { createStore, useStore } from '../ui/store.ts';

/** A device whose clock gives the tempo. */
export interface GivenTempo {
  /** Its name. */
  readonly from: string;
  /** Its quarters a minute; nothing until it has ticked for a while. */
  readonly bpm?: number;
  /** It has stopped to tick; its last tempo holds. */
  readonly stands?: true;
}

/** Lasts for this visit: what loops on the Bench goes at this tempo instead of its own. */
export const givenTempo = createStore<GivenTempo | undefined>(undefined);

/** A tempo, or that of the device that gives one: its quarter is the beat that is counted. */
export function useGivenTempo(own: Tempo): Tempo {
  const bpm = useStore(givenTempo)?.bpm;
  return useMemo(
    () =>
      bpm === undefined
        ? own
        : { ...own, bpm: Math.min(TEMPO_RANGE.max, Math.max(TEMPO_RANGE.min, bpm)) },
    [own, bpm],
  );
}

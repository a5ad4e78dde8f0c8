import { CATALOGUE, findEntry } from '@stride/core/catalogue';
import { type Timeline, timelineOf, timelineOfEntry } from '@stride/core/read';
import { type Rhythm, timeRhythm } from '@stride/core/rhythm';
import { useMemo, useState } from 'react';

/** A timeline that a layer can be set against: one of the rhythm's own layers, or of the catalogue. */
export interface TimelineChoice {
  readonly id: string;
  readonly name: string;
  readonly own: boolean;
}

export interface Against {
  /** What the layer is set against now; undefined where nothing is. */
  readonly timeline: Timeline | undefined;
  readonly id: string;
  readonly choices: readonly TimelineChoice[];
  choose(id: string): void;
}

const FROM_CATALOGUE: readonly TimelineChoice[] = CATALOGUE.filter(
  (entry) => timelineOfEntry(entry) !== undefined,
).map((entry) => ({ id: `entry:${entry.id}`, name: entry.name, own: false }));

/** The two-sided timeline that a layer is set against: a marked layer first, or what one chooses. */
export function useTimeline(rhythm: Rhythm, layerIndex: number): Against {
  const [wanted, setWanted] = useState('');
  const own = useMemo(() => {
    const timed = timeRhythm(rhythm);
    if (!timed.ok) return [];
    return rhythm.layers.flatMap((layer, index) => {
      const timeline = index === layerIndex ? undefined : timelineOf(rhythm, timed.timing, index);
      return timeline ? [{ id: `layer:${layer.id}`, name: layer.name, own: true, timeline }] : [];
    });
  }, [rhythm, layerIndex]);
  const chosen = useMemo(() => {
    const layer = own.find((one) => one.id === wanted) ?? (wanted === '' ? own[0] : undefined);
    if (layer) return { id: layer.id, timeline: layer.timeline };
    const entry = wanted.startsWith('entry:') ? findEntry(wanted.slice(6)) : undefined;
    return { id: entry ? wanted : '', timeline: entry && timelineOfEntry(entry) };
  }, [own, wanted]);
  return useMemo(
    () => ({ ...chosen, choices: [...own, ...FROM_CATALOGUE], choose: setWanted }),
    [own, chosen],
  );
}

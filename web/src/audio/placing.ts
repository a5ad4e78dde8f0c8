import { numberAt } from '@stride/core/bounds';
import { placesOf } from '@stride/core/mix';
import { useEffect } from 'react';
import { useSoundSettings } from './sound-settings.ts';
import { player } from './the-player.ts';

/** Places layers from left to right in the order in which they are shown, while the component is. */
export function usePlaces(ids: readonly string[], active = true): void {
  const { spread } = useSoundSettings();
  const all = ids.join('\n');
  useEffect(() => {
    if (!active) return;
    const layers = all === '' ? [] : all.split('\n');
    const places = placesOf(layers.length, spread);
    player.setPlaces(new Map(layers.map((id, index) => [id, numberAt(places, index)])));
  }, [all, spread, active]);
}

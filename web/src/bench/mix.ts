import type { Layer } from '@stride/core/rhythm';
import { CLICK_LAYER, SECOND_LAYER } from '@stride/core/sound';
import type { Mix } from '../store/db.ts';

/** Layers that are not heard: muted, or standing beside one that is alone. */
export function silentLayers(mix: Mix, layers: readonly Pick<Layer, 'id'>[]): ReadonlySet<string> {
  const alone = mix.solo.filter((id) => layers.some((layer) => layer.id === id));
  const silent = layers.filter(
    ({ id }) => mix.muted.includes(id) || (alone.length > 0 && !alone.includes(id)),
  );
  return new Set(silent.map((layer) => layer.id));
}

/** How loud the player hears each layer and the click, 0 to 1. */
export function levelsOf(
  mix: Mix,
  layers: readonly Pick<Layer, 'id'>[],
): ReadonlyMap<string, number> {
  const silent = silentLayers(mix, layers);
  return new Map([
    ...layers.map(({ id }) => [id, silent.has(id) ? 0 : (mix.levels[id] ?? 1)] as const),
    [CLICK_LAYER, mix.click ? 1 : 0],
    [SECOND_LAYER, mix.second ? 1 : 0],
  ]);
}

import { CATALOGUE, type CatalogueEntry } from '@stride/core/catalogue';
import type { LayerInCycle } from '@stride/core/read';
import { type Rhythm, skeletonLayer } from '@stride/core/rhythm';
import type { RhythmRecord } from '../store/db.ts';

/** A line that another one can be laid over, under the heading it is found by. */
export interface Source {
  readonly id: string;
  readonly heading: 'This rhythm' | 'Before' | 'Timelines' | 'The Shelf';
  readonly name: string;
  readonly side: LayerInCycle;
}

const fromCatalogue: readonly Source[] = CATALOGUE.flatMap((entry: CatalogueEntry) => {
  const layer =
    entry.tradition === 'timeline' || entry.tradition === 'part' ? skeletonLayer(entry) : undefined;
  return layer
    ? [
        {
          id: `entry:${entry.id}`,
          heading: 'Timelines' as const,
          name: entry.name,
          side: { name: entry.name, cycle: entry.cycle, layer },
        },
      ]
    : [];
});

/**
 * What a layer can be compared with: the other layers, itself as it was when it was opened, the
 * timelines of the catalogue, and every layer on the Shelf.
 */
export function sourcesFor(
  rhythm: Rhythm,
  layerIndex: number,
  opened: Rhythm,
  shelf: readonly RhythmRecord[],
): readonly Source[] {
  const layer = rhythm.layers[layerIndex];
  const before = opened.layers.find((one) => one.id === layer?.id);
  return [
    ...rhythm.layers.flatMap((one, index): Source[] =>
      index === layerIndex
        ? []
        : [
            {
              id: `layer:${one.id}`,
              heading: 'This rhythm',
              name: one.name,
              side: { name: one.name, cycle: rhythm.cycle, layer: one },
            },
          ],
    ),
    ...(before && (before !== layer || opened.cycle !== rhythm.cycle)
      ? [
          {
            id: 'opened',
            heading: 'Before' as const,
            name: `${before.name} as it was when you opened it`,
            side: { name: `${before.name} before`, cycle: opened.cycle, layer: before },
          },
        ]
      : []),
    ...fromCatalogue,
    ...shelf.flatMap((record) =>
      record.id === rhythm.id
        ? []
        : record.rhythm.layers.map((one): Source => {
            const name = `${one.name} of ${record.rhythm.name}`;
            return {
              id: `shelf:${record.id}/${one.id}`,
              heading: 'The Shelf',
              name,
              side: { name, cycle: record.rhythm.cycle, layer: one },
            };
          }),
    ),
  ];
}

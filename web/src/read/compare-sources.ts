import { CATALOGUE, type CatalogueEntry } from '@stride/core/catalogue';
import type { LayerInCycle } from '@stride/core/read';
import {
  layerOfLine,
  onlyTurns,
  type Rhythm,
  sayTurn,
  skeletonLayer,
  turnsIn,
} from '@stride/core/rhythm';
import { homeTurns } from '@stride/core/variation';
import type { RhythmRecord } from '../store/db.ts';

/** A line that another one can be laid over, under the heading it is found by. */
export interface Source {
  readonly id: string;
  readonly heading: 'This rhythm' | 'Before' | 'Timelines' | 'The Shelf';
  readonly name: string;
  readonly side: LayerInCycle;
  /** What it stands beside by itself, where that is not the layer as it is. */
  readonly against?: LayerInCycle;
}

/** The turns of a layer that has more than one, each as a line of its own. */
export function turnSides(rhythm: Rhythm, layerIndex: number): readonly LayerInCycle[] {
  const layer = rhythm.layers[layerIndex];
  if (!layer || layer.free) return [];
  const turns = turnsIn(rhythm, layer);
  if (turns < 2 || turns > MOST_TURNS) return [];
  return Array.from({ length: turns }, (_, turn) => turnSide(rhythm, layerIndex, [turn])).flat();
}

const MOST_TURNS = 16;

function turnSide(
  rhythm: Rhythm,
  layerIndex: number,
  turns: readonly number[],
): readonly LayerInCycle[] {
  const layer = onlyTurns(rhythm, turns).rhythm.layers[layerIndex];
  const [turn = 0] = turns;
  return layer
    ? [{ name: `${layer.name}, ${sayTurn(rhythm, turn)}`, cycle: rhythm.cycle, layer }]
    : [];
}

/** The variations of a layer, each beside the turns of home whose place it takes. */
function variationSources(rhythm: Rhythm, layerIndex: number): readonly Source[] {
  const layer = rhythm.layers[layerIndex];
  if (!layer) return [];
  return (rhythm.variations ?? []).flatMap((variation): Source[] => {
    const line = variation.lines.find((one) => one.layer === layer.id);
    const [home] = turnSide(rhythm, layerIndex, homeTurns(rhythm, variation));
    if (!line || !home) return [];
    const side = {
      name: variation.name,
      cycle: rhythm.cycle,
      layer: layerOfLine(layer, line),
    };
    const against = { ...home, name: `${layer.name}, home` };
    return [
      {
        id: `variation:${variation.id}`,
        heading: 'This rhythm',
        name: `${layer.name} in ${variation.name}`,
        side,
        against,
      },
    ];
  });
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
    ...variationSources(rhythm, layerIndex),
    ...turnSides(rhythm, layerIndex).map(
      (side, turn): Source => ({
        id: `turn:${turn}`,
        heading: 'This rhythm',
        name: side.name,
        side,
      }),
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

import { CATALOGUE } from '@stride/core/catalogue';
import { turnPulses } from '@stride/core/cycle';
import {
  familiesOf,
  type Kinship,
  type KnownLine,
  makeLibrary,
  onePeriod,
} from '@stride/core/read';
import { type Rhythm, timeRhythm } from '@stride/core/rhythm';
import * as Comlink from 'comlink';
import { database, openSafely } from '../store/db.ts';
import { listRhythms } from '../store/rhythms.ts';

/** The catalogue's timelines, ready to be asked. */
const timelines = makeLibrary(
  CATALOGUE.flatMap((entry) =>
    entry.tradition === 'timeline' && entry.skeleton
      ? [
          {
            id: entry.id,
            onsets: entry.skeleton.map((stroke) => stroke.pulse),
            span: turnPulses(entry.cycle),
          },
        ]
      : [],
  ),
);

/** Kinship with a layer of a rhythm on the Shelf. */
export interface ShelfKinship extends Kinship {
  readonly rhythm: string;
  readonly rhythmName: string;
  readonly layer: string;
  readonly layerName: string;
}

/** Readings that are too heavy for the main thread. */
const api = {
  families(onsets: readonly number[], span: number): readonly Kinship[] {
    return familiesOf(onsets, span, timelines);
  },
  /** Among all layers on the Shelf, which is read here and not on the page. */
  async amongShelf(onsets: readonly number[], span: number): Promise<readonly ShelfKinship[]> {
    await openSafely(database);
    const named = new Map<string, Omit<ShelfKinship, keyof Kinship>>();
    const lines = (await listRhythms(database)).flatMap(({ rhythm }) => linesOf(rhythm, named));
    return familiesOf(onsets, span, makeLibrary(lines)).flatMap((kin) => {
      const who = named.get(kin.id);
      return who ? [{ ...kin, ...who }] : [];
    });
  },
};

/** The layers of a rhythm as lines that can be looked up; whose they are is noted by id. */
function linesOf(
  rhythm: Rhythm,
  named: Map<string, Omit<ShelfKinship, keyof Kinship>>,
): readonly KnownLine[] {
  const timed = timeRhythm(rhythm);
  if (!timed.ok) return [];
  return rhythm.layers.flatMap((layer, index): KnownLine[] => {
    const grid = timed.timing.layers[index];
    const line = grid && onePeriod(layer, grid, timed.timing);
    if (!line || line.onsets.length < 2) return [];
    const id = `${rhythm.id}/${layer.id}`;
    named.set(id, {
      rhythm: rhythm.id,
      rhythmName: rhythm.name,
      layer: layer.id,
      layerName: layer.name,
    });
    return [{ id, ...line }];
  });
}

export type ReadingApi = typeof api;

Comlink.expose(api);

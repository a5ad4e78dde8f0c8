import { CATALOGUE } from '@stride/core/catalogue';
import { turnPulses } from '@stride/core/cycle';
import {
  familiesOf,
  type Kinship,
  type KnownLine,
  type Library,
  makeLibrary,
  onePeriod,
} from '@stride/core/read';
import { type Rhythm, timeRhythm } from '@stride/core/rhythm';
import * as Comlink from 'comlink';
import { database, openSafely } from '../store/db.ts';
import { listRhythms, readRecord } from '../store/rhythms.ts';

/** The catalogue's timelines, ready to be asked. */
const timelines = makeLibrary(
  CATALOGUE.flatMap((entry) =>
    entry.tradition === 'timeline' && entry.skeleton && entry.writes === undefined
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
    const { library, named } = await shelfLibrary();
    return familiesOf(onsets, span, library).flatMap((kin) => {
      const who = named.get(kin.id);
      return who ? [{ ...kin, ...who }] : [];
    });
  },
};

interface ShelfLibrary {
  readonly library: Library;
  /** Whose line it is, by id. */
  readonly named: Map<string, Omit<ShelfKinship, keyof Kinship>>;
}

let indexed: { readonly stamp: string; readonly shelf: ShelfLibrary } | undefined;

/** The lines of all layers on the Shelf, read anew only where something there has changed. */
async function shelfLibrary(): Promise<ShelfLibrary> {
  const count = await database.rhythms.count();
  const last = await database.rhythms.orderBy('updated').last();
  const stamp = `${count} ${last?.id} ${last?.revision} ${last?.updated}`;
  if (indexed?.stamp === stamp) return indexed.shelf;
  const named: ShelfLibrary['named'] = new Map();
  const lines = (await listRhythms(database)).flatMap((record) => {
    const read = readRecord(record);
    return read.status === 'found' ? linesOf(read.record.rhythm, named) : [];
  });
  const shelf = { library: makeLibrary(lines), named };
  indexed = { stamp, shelf };
  return shelf;
}

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

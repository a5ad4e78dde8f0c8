import { CATALOGUE } from '@stride/core/catalogue';
import { turnPulses } from '@stride/core/cycle';
import { familiesOf, type Kinship, makeLibrary } from '@stride/core/read';
import * as Comlink from 'comlink';

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

/** Readings that are too heavy for the main thread. */
const api = {
  families(onsets: readonly number[], span: number): readonly Kinship[] {
    return familiesOf(onsets, span, timelines);
  },
};

export type ReadingApi = typeof api;

Comlink.expose(api);

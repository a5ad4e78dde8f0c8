import { CATALOGUE } from '../../catalogue/index.ts';
import { turnPulses } from '../../cycle/index.ts';
import type { KnownLine } from '../line/families.ts';

/** The timelines of the catalogue as lines to look up. */
export const TIMELINES_FOR_READING: readonly KnownLine[] = CATALOGUE.flatMap((entry) =>
  entry.tradition === 'timeline' && entry.skeleton && entry.writes === undefined
    ? [
        {
          id: entry.id,
          onsets: entry.skeleton.map((stroke) => stroke.pulse),
          span: turnPulses(entry.cycle),
        },
      ]
    : [],
);

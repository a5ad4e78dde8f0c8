import type { Rhythm } from '@stride/core/rhythm';
import type { Stretch } from '@stride/core/vary';
import * as Comlink from 'comlink';
import { offersOf, type Wanted } from '../vary/offers-of.ts';

/** Tries moves that are many: all places of one, all sets of what may be left out, all that do what is wanted. */
const api = {
  offers(rhythm: Rhythm, index: number, wanted: Wanted, stretch: Stretch | undefined) {
    return offersOf(rhythm, index, wanted, stretch);
  },
};

export type VaryApi = typeof api;

Comlink.expose(api);

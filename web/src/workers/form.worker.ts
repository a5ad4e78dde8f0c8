import { type Form, type FormFinding, findAll, layOut } from '@stride/core/form';
import { type Instrument, knowInstruments } from '@stride/core/instrument';
import type { Rhythm } from '@stride/core/rhythm';
import * as Comlink from 'comlink';

/** Looks at forms off the main thread. */
const api = {
  /** What is found of a form that plays from these rhythms. */
  find(
    form: Form,
    rhythms: readonly Rhythm[],
    instruments: readonly Instrument[],
    ceiling: number,
  ): readonly FormFinding[] {
    knowInstruments(instruments);
    const laid = layOut(form, new Map(rhythms.map((rhythm) => [rhythm.id, rhythm])));
    return findAll({ laid, ceiling });
  },
};

export type FormApi = typeof api;

Comlink.expose(api);

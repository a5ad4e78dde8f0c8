import { type Form, type FormFinding, findAll, layOut } from '@stride/core/form';
import type { WrittenXml } from '@stride/core/musicxml';
import type { Rhythm } from '@stride/core/rhythm';
import * as Comlink from 'comlink';

/** Looks at forms off the main thread. */
const api = {
  /** What is found of a form that plays from these rhythms. */
  find(form: Form, rhythms: readonly Rhythm[], ceiling: number): readonly FormFinding[] {
    const laid = layOut(form, new Map(rhythms.map((rhythm) => [rhythm.id, rhythm])));
    return findAll({ laid, ceiling });
  },
  /** A form as a score. */
  async score(form: Form, rhythms: readonly Rhythm[]): Promise<WrittenXml> {
    const { writeFormXml } = await import('@stride/core/musicxml');
    return writeFormXml(layOut(form, new Map(rhythms.map((rhythm) => [rhythm.id, rhythm]))));
  },
};

export type FormApi = typeof api;

Comlink.expose(api);

import * as v from 'valibot';
import {
  checkInstrument,
  findInstrument,
  type Instrument,
  knowInstruments,
  ownInstruments,
} from '../instrument/index.ts';
import { checkRhythm, type Rhythm } from '../rhythm/index.ts';

/** The version this program writes; it reads this one and refuses a newer one. */
export const JSON_VERSION = 1;

const Envelope = v.object({
  format: v.literal('humble-stride'),
  version: v.pipe(v.number(), v.integer(), v.minValue(1)),
});

export type JsonResult =
  | {
      readonly ok: true;
      readonly rhythm: Rhythm;
      /** Instruments of one's own that came with it and were not known. */
      readonly instruments: readonly Instrument[];
    }
  | { readonly ok: false; readonly messages: readonly string[] };

/** A rhythm as JSON, with everything the model has; `readJson` gives the same rhythm back. */
export function writeJson(rhythm: Rhythm): string {
  const used = new Set(rhythm.layers.map((layer) => layer.instrument));
  const instruments = ownInstruments().filter((instrument) => used.has(instrument.id));
  const file = {
    format: 'humble-stride',
    version: JSON_VERSION,
    ...(instruments.length > 0 ? { instruments } : {}),
    rhythm,
  };
  return `${JSON.stringify(file, null, 2)}\n`;
}

/**
 * Reads what `writeJson` wrote, or says in sentences why it cannot be used. Never throws. Instruments
 * of one's own that came with the rhythm are made known, unless one with that id is known already.
 */
export function readJson(text: string): JsonResult {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    const reason = error instanceof Error ? error.message : '';
    return { ok: false, messages: [`It is not JSON that can be read: ${reason}.`] };
  }
  const envelope = v.safeParse(Envelope, data);
  if (!envelope.success) {
    return {
      ok: false,
      messages: [
        'It is JSON, but not a rhythm of this program: “format” must be “humble-stride” and “version” a number.',
      ],
    };
  }
  if (envelope.output.version > JSON_VERSION) {
    return {
      ok: false,
      messages: [
        `It was written by a newer version of the program (file version ${envelope.output.version}, this one reads ${JSON_VERSION}). Bring the program up to date, or take the rhythm away as .stride there.`,
      ],
    };
  }
  const { rhythm, instruments = [] } = data as { rhythm?: unknown; instruments?: unknown };
  const brought: Instrument[] = [];
  for (const one of Array.isArray(instruments) ? instruments : []) {
    const checked = checkInstrument(one);
    if (!checked.ok) return { ok: false, messages: [`An instrument in it: ${checked.message}`] };
    if (!findInstrument(checked.instrument.id)) brought.push(checked.instrument);
  }
  const before = ownInstruments();
  knowInstruments([...before, ...brought]);
  const result = checkRhythm(rhythm);
  if (!result.ok) {
    knowInstruments(before);
    return result;
  }
  return { ...result, instruments: brought };
}

import * as v from 'valibot';
import { listOf, parseData } from '../bounds/index.ts';
import { checkForm, type Form, rhythmsOf } from '../form/index.ts';
import type { Instrument } from '../instrument/index.ts';
import { checkRhythm, type Rhythm, withoutOwn } from '../rhythm/index.ts';
import {
  FORM_JSON_VERSION,
  readFile,
  type WithInstruments,
  withInstruments,
  writeFile,
} from './json.ts';

/** Rhythms that a form can bring with it. */
const MOST = 200;

const Brought = v.object({
  rhythms: v.optional(listOf(v.unknown(), MOST, `A form brings at most ${MOST} rhythms with it.`)),
});

/** A form from JSON with the instruments it brings, or the sentence that says what is wrong. */
export type FormJsonResult = WithInstruments<{
  readonly form: Form;
  /** The rhythms it plays from, with the ids by which it names them. */
  readonly rhythms: readonly Rhythm[];
}>;

/** A form as JSON with the rhythms it plays from; `readFormJson` gives the same back. */
export function writeFormJson(form: Form, shelf: ReadonlyMap<string, Rhythm>): string {
  const rhythms = rhythmsOf(form).flatMap((id) => shelf.get(id) ?? []);
  return writeFile(FORM_JSON_VERSION, rhythms, { form, rhythms: rhythms.map(withoutOwn) });
}

/**
 * Reads what `writeFormJson` wrote, or says in sentences why it cannot be used. Never throws.
 * @param own instruments of one's own that are known
 */
export function readFormJson(text: string, own: readonly Instrument[] = []): FormJsonResult {
  const file = readFile(text);
  if (!file.ok) return file;
  const { form, rhythms, instruments } = file.data;
  if (form === undefined)
    return { ok: false, messages: ['It is a rhythm, not a form: bring it in on the Shelf.'] };
  const listed = parseData(Brought, { rhythms });
  if (!listed.ok) return { ok: false, messages: [listed.message] };
  return withInstruments(instruments, own, (all) => {
    const read: Rhythm[] = [];
    for (const one of listed.output.rhythms ?? []) {
      const checked = checkRhythm(one, all);
      if (!checked.ok)
        return { ok: false, messages: checked.messages.map((said) => `A rhythm in it: ${said}`) };
      read.push(checked.rhythm);
    }
    const checked = checkForm(form);
    return checked.ok ? { ok: true, form: checked.form, rhythms: read } : checked;
  });
}

import * as v from 'valibot';
import { listOf, parseData } from '../bounds/index.ts';
import { checkInstrument, findInstrument, type Instrument } from '../instrument/index.ts';
import { checkRhythm, LIMITS, ownOf, type Rhythm, withoutOwn } from '../rhythm/index.ts';

/**
 * The version this program writes; it reads this one and older ones, and refuses a newer one. 2: second
 * countings, eduppu, levels of turns and counted rolls. 3: variations and feels. 5: tunings.
 */
export const JSON_VERSION = 5;

/** The version of files with a form in them; 4: forms. 5: tunings. */
export const FORM_JSON_VERSION = 5;

/** The most characters of a file that is read: a long rhythm takes about a third of it. */
export const JSON_LIMIT = 5_000_000;

/** Instruments that one rhythm can bring with it: one for each layer. */
const Instruments = v.optional(
  listOf(
    v.unknown(),
    LIMITS.layers,
    `A rhythm brings at most ${LIMITS.layers} instruments with it.`,
  ),
);

const Envelope = v.object({
  format: v.literal('humble-stride'),
  version: v.pipe(v.number(), v.integer(), v.minValue(1)),
});

/** Rhythms from JSON, or the sentence that says what is wrong. */
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
  return writeFile(JSON_VERSION, [rhythm], { rhythm: withoutOwn(rhythm) });
}

/** A file with the instruments of one's own that its rhythms are played on. */
export function writeFile(version: number, rhythms: readonly Rhythm[], what: object): string {
  const instruments = ownOf(rhythms);
  const file = {
    format: 'humble-stride',
    version,
    ...(instruments.length > 0 ? { instruments } : {}),
    ...what,
  };
  return `${JSON.stringify(file, null, 2)}\n`;
}

/** What is said where a form is brought in as a rhythm. */
export const A_FORM = 'It is a form, not a rhythm: bring it in on the page Form.';

/** What a file holds before it is checked, or in sentences why nothing can be read. */
export type FileData =
  | { readonly ok: true; readonly data: Readonly<Record<string, unknown>> }
  | { readonly ok: false; readonly messages: readonly string[] };

/** Reads the envelope of a file: that it is JSON of this program, and of no newer version. */
export function readFile(text: string): FileData {
  if (text.length > JSON_LIMIT) {
    const long = (text.length / 1e6).toFixed(1);
    return {
      ok: false,
      messages: [`It has ${long} million characters; ${JSON_LIMIT / 1e6} million is the most.`],
    };
  }
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    return { ok: false, messages: [notJson(text, error)] };
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
  if (envelope.output.version > FORM_JSON_VERSION) {
    return {
      ok: false,
      messages: [
        `It was written by a newer version of the program (file version ${envelope.output.version}, this one reads ${FORM_JSON_VERSION}). Bring the program up to date, or take the rhythm away as .stride there.`,
      ],
    };
  }
  return { ok: true, data: data as Readonly<Record<string, unknown>> };
}

/** What was read with the instruments that came with it and were not known. */
export type WithInstruments<Read> =
  | (Read & { readonly ok: true; readonly instruments: readonly Instrument[] })
  | { readonly ok: false; readonly messages: readonly string[] };

/**
 * Reads something with the instruments that stand in its file; one that is known already stays as it is known.
 * @param own instruments of one's own that are known
 * @param read is handed both
 */
export function withInstruments<Read>(
  listed: unknown,
  own: readonly Instrument[],
  read: (
    all: readonly Instrument[],
  ) =>
    | (Read & { readonly ok: true })
    | { readonly ok: false; readonly messages: readonly string[] },
): WithInstruments<Read> {
  const all = parseData(Instruments, listed);
  if (!all.ok) return { ok: false, messages: [all.message] };
  const brought = new Map<string, Instrument>();
  for (const one of all.output ?? []) {
    const checked = checkInstrument(one);
    if (!checked.ok) return { ok: false, messages: [`An instrument in it: ${checked.message}`] };
    const { instrument } = checked;
    if (!findInstrument(instrument.id, own)) brought.set(instrument.id, instrument);
  }
  const result = read([...own, ...brought.values()]);
  return result.ok ? { ...result, instruments: [...brought.values()] } : result;
}

/**
 * Reads what `writeJson` wrote, or says in sentences why it cannot be used. Never throws.
 * @param own instruments of one's own that are known: they are taken as they are, and not as they stand in the file
 */
export function readJson(text: string, own: readonly Instrument[] = []): JsonResult {
  const file = readFile(text);
  if (!file.ok) return file;
  const { rhythm, form, instruments } = file.data;
  if (rhythm === undefined && form !== undefined) return { ok: false, messages: [A_FORM] };
  return withInstruments(instruments, own, (all) => checkRhythm(rhythm, all));
}

/** What stands in the way of reading it, in our words, with the place where the reader tells one. */
function notJson(text: string, error: unknown): string {
  const reason = error instanceof Error ? error.message : '';
  const at = /position (\d+)/.exec(reason)?.[1];
  if (at === undefined) {
    return 'It is not JSON that can be read: a comma, a quote or a bracket is missing or too many.';
  }
  const before = text.slice(0, Number(at)).split('\n');
  const column = (before.at(-1)?.length ?? 0) + 1;
  return `It is not JSON that can be read: something is wrong at line ${before.length}, column ${column}.`;
}

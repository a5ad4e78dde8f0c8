import * as v from 'valibot';
import { listOf, parseData } from '../bounds/index.ts';
import { FAMILIES, type Instrument, TIMBRES } from './model.ts';

const text = (most: number, what: string) =>
  v.pipe(
    v.string(),
    v.trim(),
    v.minLength(1, `${what} needs at least one letter.`),
    v.maxLength(most, `${what} has at most ${most} letters.`),
    v.regex(/^[^\n\r\t"#:|]*$/u, `${what} stays on one line, without " # : |.`),
  );

const StrokeKindSchema = v.object({
  code: v.pipe(
    v.string(),
    v.regex(/^[A-Za-z][A-Za-z0-9]{0,7}$/, 'A code is a letter, and letters or digits after it.'),
  ),
  name: text(40, 'A stroke’s name'),
  family: v.picklist(FAMILIES),
  hand: v.picklist(['strong', 'weak', 'either', 'both', 'foot']),
  how: v.pipe(v.string(), v.maxLength(400)),
  sound: v.object({
    timbre: v.picklist(TIMBRES),
    /** Hertz. */
    pitch: v.pipe(v.number(), v.minValue(40), v.maxValue(9000)),
  }),
  drum: v.exactOptional(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(7))),
});

/** An instrument of one's own, as it is kept and as it travels in a file. */
export const OwnInstrumentSchema: v.GenericSchema<unknown, Instrument> = v.pipe(
  v.object({
    id: v.pipe(v.string(), v.regex(/^own-[a-z0-9-]{1,80}$/)),
    name: text(40, 'An instrument’s name'),
    note: v.pipe(v.string(), v.maxLength(200)),
    strokes: v.pipe(
      listOf(StrokeKindSchema, 24, 'An instrument has at most 24 strokes.'),
      v.minLength(1, 'An instrument needs at least one stroke.'),
    ),
  }),
  v.check(
    ({ strokes }) => new Set(strokes.map((stroke) => stroke.code)).size === strokes.length,
    'Two strokes have the same code.',
  ),
);

/** Reads data of unknown shape as an instrument of one's own, or says what is wrong with it. */
export function checkInstrument(
  data: unknown,
):
  | { readonly ok: true; readonly instrument: Instrument }
  | { readonly ok: false; readonly message: string } {
  const parsed = parseData(OwnInstrumentSchema, data);
  return parsed.ok ? { ok: true, instrument: parsed.output } : parsed;
}

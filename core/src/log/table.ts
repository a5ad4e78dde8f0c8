import * as v from 'valibot';
import { DaySchema } from './day.ts';
import { FEELS, HEARD_BY, type LoggedRun, LoggedRunSchema, NO_LOAD, SORE } from './run.ts';
import { markOf } from './version.ts';

/** The columns of a log as a table, in order. */
export const COLUMNS = [
  'id',
  'day',
  'time',
  'rhythm',
  'rhythm id',
  'line',
  'line id',
  'instrument',
  'part',
  'whole',
  'way',
  'heard by',
  'tempo',
  'pulses per beat',
  'passes',
  'seconds',
  'broken off',
  'right',
  'left',
  'loud right',
  'loud left',
  'longest row',
  'verdict',
  'clean passes',
  'asked',
  'missed',
  'too many',
  'other strokes',
  'spread ms',
  'drift %',
  'evenness',
  'feel',
  'hurts',
  'note',
] as const;
/** One of {@link COLUMNS}. */
export type Column = (typeof COLUMNS)[number];
/** A run as a row of a table: a text in each column, empty where nothing is known. */
export type Row = Readonly<Record<Column, string>>;

/** One run as a row of a table. Times of day are those of the one who played. */
export function rowOfRun(run: LoggedRun, timeOfDay: string): Row {
  const { judged, load } = run;
  const said = (value: number | string | undefined) => (value === undefined ? '' : String(value));
  return {
    id: run.id,
    day: run.day,
    time: timeOfDay,
    rhythm: run.rhythm.name,
    'rhythm id': run.rhythm.id,
    line: run.layer.name,
    'line id': run.layer.id,
    instrument: run.instrument,
    part: run.part,
    whole: run.whole ? 'yes' : 'no',
    way: run.way,
    'heard by': run.heardBy,
    tempo: said(run.bpm),
    'pulses per beat': said(run.per),
    passes: said(run.passes),
    seconds: said(run.seconds),
    'broken off': run.brokenOff ? 'yes' : 'no',
    right: said(load.R),
    left: said(load.L),
    'loud right': said(load.loudR),
    'loud left': said(load.loudL),
    'longest row': said(load.row),
    verdict: said(judged?.verdict),
    'clean passes': said(judged?.cleanPasses),
    asked: said(judged?.asked),
    missed: said(judged?.missed),
    'too many': said(judged?.extra),
    'other strokes': said(judged?.otherKinds),
    'spread ms': judged ? (judged.spread * 1000).toFixed(2) : '',
    'drift %': judged ? judged.drift.toFixed(3) : '',
    evenness: judged?.evenness === undefined ? '' : judged.evenness.toFixed(3),
    feel: said(run.feel),
    hurts: said(run.sore),
    note: said(run.note),
  };
}

/** A run from a row of a table; in a sentence what is wrong with it. */
export function runOfRow(
  row: Readonly<Record<string, string | undefined>>,
  line: number,
  at: (day: string, time: string) => number,
):
  | { readonly ok: true; readonly run: LoggedRun }
  | { readonly ok: false; readonly message: string } {
  const fail = (message: string) => ({ ok: false, message: `Row ${line}: ${message}` }) as const;
  const text = (column: Column) => row[column]?.trim() ?? '';
  const missing = (['day', 'rhythm', 'tempo', 'seconds'] as const).find((one) => text(one) === '');
  if (missing) return fail(`the ${missing} is missing.`);
  if (!v.is(DaySchema, text('day')))
    return fail(`“${text('day')}” is no day; write it as 2026-12-12.`);
  let bad: Column | undefined;
  const number = (column: Column, usual = 0) => {
    const value = text(column) === '' ? usual : Number(text(column).replace(',', '.'));
    if (!Number.isFinite(value)) bad ??= column;
    return value;
  };
  const oneOf = <T extends string>(column: Column, known: readonly T[]) => {
    const value = text(column);
    if (value !== '' && !(known as readonly string[]).includes(value)) bad ??= column;
    return known.find((one) => one === value);
  };
  const verdict = oneOf('verdict', ['up', 'stay', 'down']);
  const feel = oneOf('feel', Object.keys(FEELS) as (keyof typeof FEELS)[]);
  const sore = oneOf('hurts', Object.keys(SORE) as (keyof typeof SORE)[]);
  const run = {
    // A row without an id is known again by what stands in it.
    id: text('id') || `table-${markOf(row)}`,
    at: at(text('day'), text('time')),
    day: text('day'),
    rhythm: { id: text('rhythm id') || text('rhythm'), name: text('rhythm') },
    version: '',
    layer: { id: text('line id') || text('line'), name: text('line') },
    instrument: text('instrument'),
    part: text('part') || 'all of it',
    whole: text('whole') !== 'no',
    way: text('way') || 'whole',
    heardBy: oneOf('heard by', HEARD_BY) ?? 'none',
    bpm: number('tempo'),
    per: number('pulses per beat', 1),
    passes: number('passes'),
    seconds: number('seconds'),
    brokenOff: text('broken off') === 'yes',
    load: {
      R: number('right', NO_LOAD.R),
      L: number('left', NO_LOAD.L),
      loudR: number('loud right'),
      loudL: number('loud left'),
      row: number('longest row'),
    },
    ...(verdict
      ? {
          judged: {
            bpm: number('tempo'),
            asked: number('asked'),
            missed: number('missed'),
            extra: number('too many'),
            otherKinds: number('other strokes'),
            spread: number('spread ms') / 1000,
            drift: number('drift %'),
            clean: number('clean passes') === number('passes'),
            verdict,
            cleanPasses: number('clean passes'),
            ...(text('evenness') ? { evenness: number('evenness') } : {}),
            off: [],
          },
        }
      : {}),
    ...(feel ? { feel } : {}),
    ...(sore ? { sore } : {}),
    ...(text('note') ? { note: text('note') } : {}),
  };
  if (bad) return fail(`“${text(bad)}” does not belong under “${bad}”.`);
  const parsed = v.safeParse(LoggedRunSchema, run);
  if (parsed.success) return { ok: true, run: parsed.output };
  const where = v.getDotPath(parsed.issues[0]) ?? 'a value';
  return fail(`${where}: ${parsed.issues[0].message}`);
}

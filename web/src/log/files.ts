import {
  COLUMNS,
  type Goal,
  type LoggedRun,
  readLog,
  rowOfRun,
  runOfRow,
  sessionDays,
  writeLog,
} from '@stride/core/log';
import { format, parseISO } from 'date-fns';
import { database, openSafely } from '../store/db.ts';
import { bringRuns, keepOtherLog, wholeLog } from '../store/log.ts';
import { fileName, saveFile } from '../ui/save-file.ts';

/** Takes the whole log away as one file, with the name its owner gives it. */
export async function takeLog(owner: string): Promise<void> {
  saveFile(writeLog(await wholeLog(owner)), `${fileName(owner)}-log.json`, 'application/json');
}

/** All runs as a table for any spreadsheet. */
export async function tableOf(runs: readonly LoggedRun[]): Promise<string> {
  const { unparse } = (await import('papaparse')).default;
  return unparse(
    runs.map((run) => rowOfRun(run, format(run.at, 'HH:mm:ss'))),
    { columns: [...COLUMNS] },
  );
}

export async function takeTable(): Promise<void> {
  await openSafely(database);
  saveFile(
    await tableOf(await database.runs.orderBy('at').toArray()),
    'humble-stride-runs.csv',
    'text/csv',
  );
}

/** What came of a file that was brought in. */
export type Brought =
  | { readonly ok: true; readonly said: string; readonly other?: string }
  | { readonly ok: false; readonly messages: readonly string[] };

/** The most problems of a table that are told. */
const MOST = 5;

/** Runs of a table; where any row cannot be read none is taken, and each is said with its line. */
export async function runsOfTable(
  text: string,
): Promise<{ readonly runs: readonly LoggedRun[]; readonly messages: readonly string[] }> {
  const { parse } = (await import('papaparse')).default;
  const { data } = parse<Record<string, string>>(text.replace(/^\ufeff/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
  });
  const runs: LoggedRun[] = [];
  const messages: string[] = [];
  data.forEach((row, index) => {
    const read = runOfRow(row, index + 2, momentOf);
    if (read.ok) runs.push(read.run);
    else messages.push(read.message);
  });
  if (data.length === 0)
    messages.push(
      'The table has no rows: its first line names the columns, and a run stands in each other one.',
    );
  return { runs, messages };
}

function momentOf(day: string, time: string): number {
  const moment = parseISO(`${day}T${/^\d\d:\d\d/.test(time) ? time : '12:00'}`);
  return Number.isNaN(moment.getTime()) ? parseISO(day).getTime() : moment.getTime();
}

/** Brings in a file: a table of runs into one's own log, the log of somebody else beside it. */
export async function bringLog(file: File): Promise<Brought> {
  const text = await file.text();
  if (/\.csv$/i.test(file.name)) {
    const { runs, messages } = await runsOfTable(text);
    if (messages.length > 0) {
      const more = messages.length > MOST ? [`And ${messages.length - MOST} more.`] : [];
      return {
        ok: false,
        messages: ['Nothing was taken in.', ...messages.slice(0, MOST), ...more],
      };
    }
    const count = await bringRuns(runs);
    const known = runs.length - count;
    return {
      ok: true,
      said: `${count} runs came into the log${known > 0 ? `; ${known} were there already` : ''}.`,
    };
  }
  const read = readLog(text);
  if (!read.ok) return { ok: false, messages: [read.message] };
  const other = await keepOtherLog(read.log);
  return { ok: true, said: `The log of ${read.log.owner} is here, to be looked at.`, other };
}

/** When a day's practice stands in a calendar. */
const EVENING = { hour: 18, minute: 30 };

/** The sessions of the goals as a calendar, a day an entry. @returns undefined where there are none */
export async function calendarOf(
  goals: readonly Goal[],
  today: string,
): Promise<string | undefined> {
  const { createEvents } = await import('ics');
  const days = new Map<string, Goal[]>();
  for (const goal of goals) {
    for (const day of sessionDays(goal, today)) days.set(day, [...(days.get(day) ?? []), goal]);
  }
  const events = [...days]
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([day, of]) => {
      const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
      return {
        uid: `${day}@humble-stride`,
        productId: 'humble-stride',
        start: [year, month, date, EVENING.hour, EVENING.minute] as [
          number,
          number,
          number,
          number,
          number,
        ],
        duration: { minutes: of.reduce((sum, { minutes }) => sum + minutes, 0) },
        title: `Practise: ${of.map(({ rhythm }) => rhythm.name).join(', ')}`,
        description: of
          .map(
            ({ rhythm, layer, bpm, minutes, by }) =>
              `${rhythm.name}, ${layer.name} to ${bpm} by ${by}: ${minutes} minutes`,
          )
          .join('\n'),
      };
    });
  if (events.length === 0) return undefined;
  const { error, value } = createEvents(events);
  if (error) throw error;
  return value ?? undefined;
}

export async function takeCalendar(today: string): Promise<boolean> {
  await openSafely(database);
  const text = await calendarOf(await database.goals.toArray(), today);
  if (text === undefined) return false;
  saveFile(text, 'humble-stride-plan.ics', 'text/calendar');
  return true;
}

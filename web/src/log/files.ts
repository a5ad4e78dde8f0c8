import {
  COLUMNS,
  daysBetween,
  type Goal,
  type LoggedRun,
  readLog,
  rowOfRun,
  runOfRow,
  sessionDays,
  writeLog,
} from '@stride/core/log';
import { counted } from '@stride/core/wording';
import { format, parseISO } from 'date-fns';
import { ownInstruments } from '../store/known-instruments.ts';
import { bringRuns, keepOtherLog, wholeLog } from '../store/log.ts';
import { fileName, saveFile } from '../ui/save-file.ts';

/** Nothing of one's own is there to be taken away: what is made up stays here. */
export const NOTHING_OWN =
  'There is nothing of your own to take away yet; what is made up stays here.';

/** Takes the whole log away as one file, with the name its owner gives it. @returns false where it is empty */
export async function takeLog(owner: string): Promise<boolean> {
  const log = await wholeLog(owner);
  if (log.runs.length === 0 && log.goals.length === 0) return false;
  saveFile(writeLog(log), `${fileName(owner)}-log.json`, 'application/json');
  return true;
}

/** Runs as a table for any spreadsheet. */
export async function tableOf(runs: readonly LoggedRun[]): Promise<string> {
  const { unparse } = (await import('papaparse')).default;
  return unparse(
    runs.map((run) => rowOfRun(run, format(run.at, 'HH:mm:ss'))),
    { columns: [...COLUMNS] },
  );
}

/** Takes one's own runs away as a table. @returns false where there are none */
export async function takeTable(): Promise<boolean> {
  const { runs } = await wholeLog('');
  if (runs.length === 0) return false;
  saveFile(await tableOf(runs), 'humble-stride-runs.csv', 'text/csv');
  return true;
}

/** What came of a file that was brought in. */
export type Brought =
  | { readonly ok: true; readonly said: string; readonly other?: string }
  | { readonly ok: false; readonly messages: readonly string[] };

/** The most problems of a table that are told. */
const MOST = 5;

/** Runs of a table; where any row cannot be read none is taken, and each is said with its row. */
export async function runsOfTable(
  text: string,
): Promise<{ readonly runs: readonly LoggedRun[]; readonly messages: readonly string[] }> {
  const { parse } = (await import('papaparse')).default;
  const { data } = parse<Record<string, string>>(text.replace(/^\ufeff/, ''), {
    header: true,
  });
  const runs: LoggedRun[] = [];
  const messages: string[] = [];
  data.forEach((row, index) => {
    if (Object.values(row).every((cell) => cell.trim() === '')) return;
    const read = runOfRow(row, index + 2, momentOf);
    if (read.ok) runs.push(read.run);
    else messages.push(read.message);
  });
  if (runs.length + messages.length === 0)
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
      said: `${counted(count, 'run')} came into the log${known > 0 ? `; ${known} were there already` : ''}.`,
    };
  }
  const read = readLog(text, ownInstruments.now());
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
    .sort(([a], [b]) => daysBetween(b, a))
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
  const text = await calendarOf((await wholeLog('')).goals, today);
  if (text === undefined) return false;
  saveFile(text, 'humble-stride-plan.ics', 'text/calendar');
  return true;
}

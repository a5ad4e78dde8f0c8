import { type Goal, type LoggedRun, sessionDays } from '@stride/core/log';
import { beforeEach, describe, expect, it } from 'vitest';
import { StrideDatabase, setDatabase } from '../store/db.ts';
import { wholeLog } from '../store/log.ts';
import { putRuns } from '../store/run-months.ts';
import { makeShortLog } from '../store/short-log.testkit.ts';
import { bringLog, calendarOf, runsOfTable, tableOf } from './files.ts';

let count = 0;
let db: StrideDatabase;
beforeEach(() => {
  count += 1;
  db = new StrideDatabase(`log-files-${count}`);
  setDatabase(db);
});

/** A reader of tables of its own, by the letter of RFC 4180. */
function readTable(text: string): string[][] {
  const rows: string[][] = [[]];
  let field = '';
  let quoted = false;
  for (let at = 0; at < text.length; at += 1) {
    const letter = text[at];
    if (quoted) {
      if (letter !== '"') field += letter;
      else if (text[at + 1] === '"') {
        field += '"';
        at += 1;
      } else quoted = false;
    } else if (letter === '"') quoted = true;
    else if (letter === ',') {
      rows.at(-1)?.push(field);
      field = '';
    } else if (letter === '\n') {
      rows.at(-1)?.push(field);
      field = '';
      rows.push([]);
    } else if (letter !== '\r') field += letter;
  }
  rows.at(-1)?.push(field);
  return rows;
}

/** A reader of calendars of its own: unfolded lines, and the values of a name (RFC 5545). */
function readCalendar(text: string, name: string): string[] {
  const lines = text.replace(/\r\n[ \t]/g, '').split('\r\n');
  return lines.flatMap((line) => {
    const colon = line.indexOf(':');
    return line.slice(0, colon).split(';')[0] === name ? [line.slice(colon + 1)] : [];
  });
}

const file = (text: string, name: string) => new File([text], name);

async function someRuns(): Promise<readonly LoggedRun[]> {
  await makeShortLog();
  return db.runs.orderBy('at').toArray();
}

describe('runs as a table', () => {
  it('are read by another reader as they are in the log, and come back', async () => {
    const runs = (await someRuns())
      .slice(0, 40)
      .map((run, at) => (at === 3 ? { ...run, note: 'slower, “cold” hands,\nthen "warm"' } : run));
    const [head = [], ...rows] = readTable(await tableOf(runs));
    expect(rows).toHaveLength(40);
    const column = (name: string) => rows.map((row) => row[head.indexOf(name)]);
    expect(column('tempo')).toEqual(runs.map(({ bpm }) => String(bpm)));
    expect(column('day')).toEqual(runs.map(({ day }) => day));
    expect(column('note')[3]).toBe('slower, “cold” hands,\nthen "warm"');
    const back = await runsOfTable(await tableOf(runs));
    expect(back.messages).toEqual([]);
    expect(back.runs.map(({ id, at, bpm, load }) => ({ id, at, bpm, load }))).toEqual(
      runs.map(({ id, at, bpm, load }) => ({ id, at: Math.floor(at / 1000) * 1000, bpm, load })),
    );
  });

  it('that cannot be read are refused as a whole, each row with its line', async () => {
    const text =
      'day,rhythm,tempo,seconds\n2026-11-02,Lamp,80,60\n2.11.,Lamp,80,60\n\n2026-11-03,Lamp,,60\n';
    expect(await bringLog(file(text, 'runs.csv'))).toEqual({
      ok: false,
      messages: [
        'Nothing was taken in.',
        'Row 3: “2.11.” is no day; write it as 2026-12-12.',
        'Row 5: the tempo is missing.',
      ],
    });
    expect(await db.runs.count()).toBe(0);
    expect(await bringLog(file('', 'runs.csv'))).toMatchObject({ ok: false });
    const good = text.split('\n').slice(0, 2).join('\n');
    expect(await bringLog(file(good, 'runs.csv'))).toEqual({
      ok: true,
      said: '1 run came into the log.',
    });
    expect(await bringLog(file(good, 'runs.csv'))).toMatchObject({
      said: expect.stringMatching(/^0 runs.*1 were there/),
    });
  });
});

describe('the plan as a calendar', () => {
  it('has an entry for every day with a session, as long as its goals together', async () => {
    const goal = (id: string, change: Partial<Goal>): Goal => ({
      id,
      rhythm: { id, name: `Rhythm, ${id}; with marks and a name that is long enough to be folded` },
      layer: { id: 'd', name: 'Drum' },
      bpm: 100,
      by: '2026-12-06',
      minutes: 10,
      daysOff: [7],
      made: '2026-11-20',
      ...change,
    });
    const goals = [goal('a', {}), goal('b', { by: '2026-11-30', minutes: 5 })];
    const text = (await calendarOf(goals, '2026-11-26')) ?? '';
    const days = sessionDays(goals[0] as Goal, '2026-11-26');
    const starts = readCalendar(text, 'DTSTART');
    expect(starts.map((one) => one.slice(0, 8))).toEqual(
      days.map((day) => day.replaceAll('-', '')),
    );
    expect(readCalendar(text, 'DURATION')).toEqual(
      days.map((day) =>
        sessionDays(goals[1] as Goal, '2026-11-26').includes(day) ? 'PT15M' : 'PT10M',
      ),
    );
    expect(readCalendar(text, 'SUMMARY')[0]).toContain('Rhythm\\, a\\; with marks');
    expect(new Set(readCalendar(text, 'UID')).size).toBe(days.length);
    expect(await calendarOf([], '2026-11-26')).toBeUndefined();
  });
});

describe('the log of somebody else', () => {
  it('is read in beside one’s own; another file is refused with a sentence', async () => {
    const runs = (await someRuns()).slice(0, 30).map(({ demo: _, ...own }) => own);
    await db.transaction('rw', db.runs, db.months, () => putRuns(db, runs));
    const log = await wholeLog('Ines');
    expect(log.runs).toHaveLength(30);
    expect(log.played.length).toBeGreaterThan(0);
    const text = JSON.stringify({ format: 'humble-stride-log', version: 1, ...log });
    expect(await bringLog(file(text, 'ines-log.json'))).toMatchObject({
      ok: true,
      said: 'The log of Ines is here, to be looked at.',
    });
    const [kept] = await db.logs.toArray();
    expect(kept?.runs).toHaveLength(log.runs.length);
    expect(await bringLog(file('{"format":"other"}', 'x.json'))).toMatchObject({ ok: false });
  });
});

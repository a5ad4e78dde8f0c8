import { indexLog, lineOf, type Material, materialOf, type RunFilter } from '@stride/core/log';
import { timeRhythm } from '@stride/core/rhythm';
import { database, openSafely } from '../store/db.ts';
import { readStamp } from '../store/log.ts';
import { readRecord } from '../store/rhythms.ts';
import { readRuns } from '../store/run-months.ts';
import {
  type LoadView,
  type LogData,
  loadView,
  type RunsView,
  runsView,
  type TodayAsk,
  type TodayView,
  todayView,
} from './views.ts';

/** Whose log: one's own, or the id of one that was read in. */
export type Whose = string | undefined;

/** What was read last, under the mark of the log it was read from. */
let kept: { readonly key: string; readonly data: LogData } | undefined;

/** The log, read anew only where it has changed. */
async function logOf(whose: Whose, stamp: string): Promise<LogData> {
  const key = `${whose ?? ''} ${stamp}`;
  if (kept?.key === key) return kept.data;
  await openSafely(database);
  const other = whose === undefined ? undefined : await database.logs.get(whose);
  const runs = other ? other.runs : await readRuns(database);
  const goals = other ? other.goals : await database.goals.toArray();
  const lines = new Set([...goals.map(lineOf), ...runs.map(lineOf)]);
  const ids = new Set([...goals, ...runs].map(({ rhythm }) => rhythm.id));
  const materials = await materialsOf([...ids], lines);
  const data = { log: indexLog(runs), goals, materials };
  kept = { key, data };
  return data;
}

/** The lines of rhythms on the Shelf that the log speaks of. */
async function materialsOf(
  ids: readonly string[],
  lines: ReadonlySet<string>,
): Promise<readonly Material[]> {
  const records = await database.rhythms.bulkGet([...ids]);
  return records.flatMap((record) => {
    const read = record && readRecord(record);
    if (read?.status !== 'found') return [];
    const { rhythm } = read.record;
    const timed = timeRhythm(rhythm);
    if (!timed.ok) return [];
    return rhythm.layers.flatMap((_, index) => {
      const material = materialOf(rhythm, timed.timing, index);
      return material && lines.has(lineOf(material)) ? [material] : [];
    });
  });
}

/** What is worked out from the log: in a worker, and on the page where the browser's storage is not to be had. */
export const logApi = {
  /** Reads what there is, so that the first question need not wait for it. */
  async wake(): Promise<void> {
    await logOf(undefined, await readStamp());
  },
  async today(whose: Whose, stamp: string, ask: TodayAsk): Promise<TodayView> {
    return todayView(await logOf(whose, stamp), ask);
  },
  /** Puts the made-up log there. */
  async makeDemo(day: string): Promise<void> {
    const { makeDemoLog } = await import('../store/demo-log.ts');
    await makeDemoLog(day);
  },
  async runs(
    whose: Whose,
    stamp: string,
    filter: RunFilter,
    day: string,
    most: number,
  ): Promise<RunsView> {
    return runsView(await logOf(whose, stamp), filter, day, most);
  },
  async load(whose: Whose, stamp: string, day: string): Promise<LoadView> {
    return loadView(await logOf(whose, stamp), day);
  },
};
export type LogApi = typeof logApi;

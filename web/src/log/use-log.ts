import { type Day, isOwn, type LoggedRun, type RunFilter, sinceRest } from '@stride/core/log';
import { keepPreviousData, type QueryClient, queryOptions, useQuery } from '@tanstack/react-query';
import { parseISO } from 'date-fns';
import { useEffect, useState } from 'react';
import { database, openSafely } from '../store/db.ts';
import { logStamp, readStamp } from '../store/log.ts';
import { storageInUse } from '../store/storage.ts';
import { useStore } from '../ui/store.ts';
import { lazyWorker } from '../workers/lazy-worker.ts';
import type { LogApi, Whose } from './log-api.ts';
import type { TodayAsk } from './views.ts';

const log = lazyWorker<LogApi>(
  () => new Worker(new URL('../workers/log.worker.ts', import.meta.url), { type: 'module' }),
);

/** Asks for what is worked out from the log. What this tab alone holds, a worker cannot read. */
async function ask<T>(question: (api: LogApi) => Promise<T>): Promise<T> {
  if (storageInUse() === 'memory') return question((await import('./log-api.ts')).logApi);
  return log.call((api) => question(api as unknown as LogApi));
}

/** Starts the worker and has it read the log, so that the Log opens at once. */
export function wakeLog(): Promise<void> {
  return ask((api) => api.wake());
}

/** Puts the made-up log there, in the background, and reads what it says of a day, which then stands there at once. */
export async function makeDemo(client: QueryClient, day: Day): Promise<void> {
  await ask((api) => api.makeDemo(day));
  const stamp = await readStamp();
  await client.prefetchQuery(todayOf(undefined, stamp, { day, order: 0 }));
  logStamp.set(stamp);
}

/** What was worked out stays while the next is worked out, so that nothing flickers as filters change. */
const STAYS = {
  placeholderData: keepPreviousData,
  staleTime: Number.POSITIVE_INFINITY,
  gcTime: 20_000,
};

function useStamp(): string {
  return useStore(logStamp);
}

const todayOf = (whose: Whose, stamp: string, request: TodayAsk) =>
  queryOptions({
    ...STAYS,
    queryKey: ['log', 'today', whose, stamp, request],
    enabled: stamp !== '',
    queryFn: () => ask((api) => api.today(whose, stamp, request)),
  });

export function useToday(whose: Whose, request: TodayAsk) {
  return useQuery(todayOf(whose, useStamp(), request));
}

/** @param most so many of the newest are listed */
export function useRuns(whose: Whose, filter: RunFilter, day: string, most: number) {
  const stamp = useStamp();
  return useQuery({
    ...STAYS,
    queryKey: ['log', 'runs', whose, stamp, filter, day, most],
    enabled: stamp !== '',
    queryFn: () => ask((api) => api.runs(whose, stamp, filter, day, most)),
  });
}

export function useLoad(whose: Whose, day: string) {
  const stamp = useStamp();
  return useQuery({
    ...STAYS,
    queryKey: ['log', 'load', whose, stamp, day],
    enabled: stamp !== '',
    queryFn: () => ask((api) => api.load(whose, stamp, day)),
  });
}

/** Seconds that were played today without a rest up to now; asked again as runs are kept. */
export function useUnbroken(day: Day): number {
  const stamp = useStamp();
  const asked = useQuery({
    ...STAYS,
    queryKey: ['log', 'unbroken', stamp, day],
    enabled: stamp !== '',
    queryFn: async () => {
      await openSafely(database);
      const since = parseISO(day).getTime();
      const runs = await database.runs.where('at').aboveOrEqual(since).toArray();
      return runs.filter(isOwn);
    },
  });
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 15_000);
    return () => clearInterval(timer);
  }, []);
  return asked.data ? sinceRest(asked.data, Math.max(now, endOf(asked.data))) : 0;
}

/** When the last of the runs ended, in milliseconds since 1970. */
function endOf(runs: readonly LoggedRun[]): number {
  return runs.reduce((last, { at, seconds }) => Math.max(last, at + seconds * 1000), 0);
}

/** One run with what was played in it and the rhythm as it was. */
export function useRun(whose: Whose, id: string) {
  const stamp = useStamp();
  return useQuery({
    ...STAYS,
    queryKey: ['log', 'run', whose, stamp, id],
    enabled: stamp !== '' && id !== '',
    queryFn: async () => {
      await openSafely(database);
      if (whose !== undefined) {
        const other = await database.logs.get(whose);
        const run = other?.runs.find((one) => one.id === id);
        return {
          run,
          played: other?.played.find((one) => one.id === id),
          version: other?.versions.find(({ mark }) => mark === run?.version),
        };
      }
      const run = await database.runs.get(id);
      return {
        run,
        played: await database.played.get(id),
        version: run && (await database.versions.get(run.version)),
      };
    },
  });
}

/** The logs of others that were read in. */
export function useOtherLogs() {
  const stamp = useStamp();
  return useQuery({
    ...STAYS,
    queryKey: ['log', 'others', stamp],
    enabled: stamp !== '',
    queryFn: async () =>
      (await database.logs.toArray()).map(({ id, owner, runs, readIn }) => ({
        id,
        owner,
        runs: runs.length,
        readIn,
      })),
  });
}

import type { RunFilter } from '@stride/core/log';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { database, openSafely } from '../store/db.ts';
import { logStamp } from '../store/log.ts';
import { useStore } from '../ui/store.ts';
import { lazyWorker } from '../workers/lazy-worker.ts';
import type { LogApi, Whose } from '../workers/log.worker.ts';
import type { TodayAsk } from './views.ts';

const log = lazyWorker<LogApi>(
  () => new Worker(new URL('../workers/log.worker.ts', import.meta.url), { type: 'module' }),
);

/** Puts the made-up log there, in the background. */
export function makeDemo(day: string): Promise<void> {
  return log.call((api) => api.makeDemo(day));
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

export function useToday(whose: Whose, ask: TodayAsk) {
  const stamp = useStamp();
  return useQuery({
    ...STAYS,
    queryKey: ['log', 'today', whose, stamp, ask],
    enabled: stamp !== '',
    queryFn: () => log.call((api) => api.today(whose, stamp, ask)),
  });
}

export function useRuns(whose: Whose, filter: RunFilter, day: string) {
  const stamp = useStamp();
  return useQuery({
    ...STAYS,
    queryKey: ['log', 'runs', whose, stamp, filter, day],
    enabled: stamp !== '',
    queryFn: () => log.call((api) => api.runs(whose, stamp, filter, day)),
  });
}

export function useLoad(whose: Whose, day: string) {
  const stamp = useStamp();
  return useQuery({
    ...STAYS,
    queryKey: ['log', 'load', whose, stamp, day],
    enabled: stamp !== '',
    queryFn: () => log.call((api) => api.load(whose, stamp, day)),
  });
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

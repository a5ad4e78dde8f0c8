import type { Cycle } from '@stride/core/cycle';
import { type Question, questionProblem, type Solution } from '@stride/core/landing';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import * as Comlink from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import { afterPaint } from '../ui/use-after-paint.ts';
import type { Found, LandingApi, SoFar } from '../workers/landing.worker.ts';
import { lazyWorker } from '../workers/lazy-worker.ts';

let asked = 0;

const landing = lazyWorker<LandingApi>(
  () => new Worker(new URL('../workers/landing.worker.ts', import.meta.url), { type: 'module' }),
);

/** How many solutions are brought over so as to be seen at once, and how many at a time after that. */
const AT_FIRST = 200;
const AT_ONCE = 1000;

const FAILED = 'This could not be worked out. Change a word of the question, or reload the page.';

export interface SolutionsState {
  /** What is wrong with the question, where it cannot be asked. */
  readonly problem: string | undefined;
  readonly found: Found | undefined;
  readonly rows: readonly Solution[];
  /** Whether a question is being worked out. */
  readonly working: boolean;
  /** How much of it is done, 0 to 1, where that is known. */
  readonly share: number | undefined;
  /** Whether what is here are some of the simplest solutions, and the others are still counted. */
  readonly soFar: boolean;
  /** Leaves the question as it is answered so far. */
  readonly giveUp: (() => void) | undefined;
  /** Whether what is here answers the question before this one. */
  readonly before: boolean;
  readonly more: (() => void) | undefined;
}

/** The solutions of a question, worked out in a worker; an older question is given up for a newer one. */
export function useSolutions(cycle: Cycle, question: Question): SolutionsState {
  const problem = questionProblem(question);
  const client = useQueryClient();
  const [soFar, setSoFar] = useState<SoFar & { readonly number: number }>();
  const query = useQuery({
    queryKey: ['landing', cycle, question],
    enabled: problem === undefined,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 30_000,
    queryFn: async ({ signal }) => {
      asked += 1;
      const number = asked;
      setSoFar(undefined);
      signal.addEventListener('abort', () => {
        landing.call((api) => api.giveUp(number)).catch(() => undefined);
      });
      const tell = Comlink.proxy((known: SoFar) => {
        if (number === asked) setSoFar({ number, ...known });
      });
      const found = await landing.call((api) => api.ask(number, cycle, question, AT_FIRST, tell));
      signal.throwIfAborted();
      if (!found) throw new DOMException('A newer question has come.', 'AbortError');
      return { number, ...found };
    },
  });
  const working = query.isFetching;
  const partial = working && soFar?.found ? { number: soFar.number, ...soFar.found } : undefined;
  const data = partial ?? query.data;
  const [later, setLater] = useState<{ number: number; rows: readonly Solution[] }>();
  const rows = useMemo(
    () => (data ? [...data.first, ...(later?.number === data.number ? later.rows : [])] : []),
    [data, later],
  );
  const more = useMemo(() => {
    if (!data || partial || rows.length >= data.kept) return undefined;
    const { number } = data;
    const count = rows.length < AT_ONCE ? AT_ONCE - rows.length : AT_ONCE;
    return async () => {
      const next = await landing
        .call((api) => api.more(number, rows.length, count))
        .catch(() => undefined);
      if (!next) return;
      setLater((before) => ({
        number,
        rows: [...(before?.number === number ? before.rows : []), ...next],
      }));
    };
  }, [data, rows, partial]);
  // The first ones are seen at once; the others follow when they have been painted.
  useEffect(() => {
    if (more && rows.length < AT_ONCE) return afterPaint(() => void more());
    return undefined;
  }, [more, rows]);
  return {
    problem: problem ?? (query.isError && !working ? FAILED : undefined),
    found: data,
    rows,
    working,
    share: working ? soFar?.share : undefined,
    soFar: partial !== undefined,
    giveUp: working
      ? () => void client.cancelQueries({ queryKey: ['landing', cycle, question] })
      : undefined,
    before: partial === undefined && query.isPlaceholderData,
    more: more && rows.length >= AT_ONCE ? () => void more() : undefined,
  };
}

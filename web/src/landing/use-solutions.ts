import type { Cycle } from '@stride/core/cycle';
import { type Question, questionProblem, type Solution } from '@stride/core/landing';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import * as Comlink from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import type { Found, LandingApi } from '../workers/landing.worker.ts';

let worker: Comlink.Remote<LandingApi> | undefined;
let asked = 0;

function landing(): Comlink.Remote<LandingApi> {
  worker ??= Comlink.wrap<LandingApi>(
    new Worker(new URL('../workers/landing.worker.ts', import.meta.url), { type: 'module' }),
  );
  return worker;
}

/** How many solutions are brought over at first, so that they are seen at once, and how many later. */
const AT_FIRST = 200;
const LATER = 1000;

export interface SolutionsState {
  /** What is wrong with the question, where it cannot be asked. */
  readonly problem: string | undefined;
  readonly found: Found | undefined;
  readonly rows: readonly Solution[];
  /** Whether a question is being worked out. */
  readonly working: boolean;
  readonly more: (() => void) | undefined;
}

/** The solutions of a question, worked out in a worker; an older question is given up for a newer one. */
export function useSolutions(cycle: Cycle, question: Question): SolutionsState {
  const problem = questionProblem(question);
  const query = useQuery({
    queryKey: ['landing', cycle, question],
    enabled: problem === undefined,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 30_000,
    queryFn: async ({ signal }) => {
      asked += 1;
      const number = asked;
      const found = await landing().ask(number, cycle, question, AT_FIRST);
      signal.throwIfAborted();
      if (!found) throw new DOMException('A newer question has come.', 'AbortError');
      return { number, ...found };
    },
  });
  const { data } = query;
  const [later, setLater] = useState<{ number: number; rows: readonly Solution[] }>();
  useEffect(() => {
    if (data) setLater(undefined);
  }, [data]);
  const rows = useMemo(
    () => (data ? [...data.first, ...(later?.number === data.number ? later.rows : [])] : []),
    [data, later],
  );
  return {
    problem,
    found: data,
    rows,
    working: query.isFetching,
    more:
      data && rows.length < data.kept
        ? () => {
            void landing()
              .more(data.number, rows.length, LATER)
              .then((next) => {
                if (next) {
                  setLater((before) => ({
                    number: data.number,
                    rows: [...(before?.number === data.number ? before.rows : []), ...next],
                  }));
                }
              });
          }
        : undefined,
  };
}

import { type HeardBy, isOwn, type LoggedRun } from '@stride/core/log';
import { useState } from 'react';
import type { EndedRun } from '../climb/ended-run.ts';
import type { Practice } from '../climb/use-practice.ts';
import { keepRun } from '../store/log.ts';
import { storageSentence } from '../store/rhythms.ts';
import { toast } from '../ui/toasts.ts';
import { loggedRun } from './logged-run.ts';
import { countPlayed } from './session.ts';

/** Keeps every run of a climb in the log. */
export function useKeptRuns(practice: Practice): {
  /** The run that was kept last. */
  readonly last: LoggedRun | undefined;
  readonly keep: (run: EndedRun, heardBy: HeardBy) => void;
} {
  const [last, setLast] = useState<LoggedRun>();
  return {
    last,
    keep(ended, heardBy) {
      const made = loggedRun(ended, practice, heardBy, Date.now());
      if (!made) return;
      setLast(made.run);
      if (isOwn(made.run)) countPlayed(made.run, made.run.seconds);
      keepRun(made.run, practice.line.rhythm, made.played).catch((error: unknown) =>
        toast(`This run is not kept in the log. ${storageSentence(error)}`),
      );
    },
  };
}

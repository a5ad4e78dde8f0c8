import { type LoggedRun, NO_LOAD, type Sore } from '@stride/core/log';
import { database } from '../store/db.ts';
import { bringRuns, changeRun, dropRuns } from '../store/log.ts';
import { storageSentence } from '../store/rhythms.ts';
import { toast } from '../ui/toasts.ts';
import { dayOf } from './day-of.ts';

/**
 * Keeps that it hurts: with the run after which it did, else with the newest of today, else as an entry of
 * its own, in which nothing was played.
 * @param said what is told, with a way back
 */
export function keepHurt(sore: Sore, run: string | undefined, said?: string): void {
  const failed = (error: unknown) => toast(storageSentence(error));
  keep(sore, run).then((back) => {
    if (said) toast(said, () => void back().catch(failed));
  }, failed);
}

/** @returns takes it back */
async function keep(sore: Sore, run: string | undefined): Promise<() => Promise<void>> {
  const after = run ?? (await newestOfToday());
  if (after !== undefined) return changeRun(after, { feel: 'hurts', sore });
  const entry = withoutPlaying(sore, await database.runs.orderBy('at').last());
  await bringRuns([entry]);
  return async () => void (await dropRuns([entry.id]));
}

async function newestOfToday(): Promise<string | undefined> {
  const last = await database.runs.orderBy('at').last();
  return last?.day === dayOf(Date.now()) ? last.id : undefined;
}

function withoutPlaying(sore: Sore, last: LoggedRun | undefined): LoggedRun {
  const now = Date.now();
  const none = { id: '', name: 'no rhythm' };
  return {
    id: crypto.randomUUID(),
    at: now,
    day: dayOf(now),
    rhythm: last?.rhythm ?? none,
    version: '',
    layer: last?.layer ?? none,
    instrument: last?.instrument ?? '',
    part: 'nothing played',
    whole: false,
    way: 'whole',
    heardBy: 'none',
    bpm: last?.bpm ?? 60,
    per: last?.per ?? 1,
    passes: 0,
    seconds: 0,
    brokenOff: false,
    load: NO_LOAD,
    feel: 'hurts',
    sore,
  };
}

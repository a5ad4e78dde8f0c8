import { type LoggedRun, NO_LOAD, type Sore } from '@stride/core/log';
import { database } from '../store/db.ts';
import { bringRuns, changeRun } from '../store/log.ts';
import { storageSentence } from '../store/rhythms.ts';
import { toast } from '../ui/toasts.ts';
import { dayOf } from './logged-run.ts';

/**
 * Keeps that it hurts: with the run after which it did, else with the newest of today, else as an entry of
 * its own, in which nothing was played.
 */
export async function keepHurt(sore: Sore, run: string | undefined): Promise<void> {
  try {
    const newest = run ?? (await newestOfToday());
    if (newest !== undefined) await changeRun(newest, { feel: 'hurts', sore });
    else await bringRuns([withoutPlaying(sore, await database.runs.orderBy('at').last())]);
  } catch (error) {
    toast(storageSentence(error));
  }
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

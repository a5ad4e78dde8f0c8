import type { Bpm } from '../time/index.ts';
import { addDays, type Day } from './day.ts';
import type { Material } from './material.ts';
import { type Judged, type LoggedRun, NO_LOAD } from './run.ts';

export const DAY_ONE: Day = '2026-11-02';

/** So many days after the first, which is a Monday. */
export function day(after: number): Day {
  return addDays(DAY_ONE, after);
}

let count = 0;

/** A run of a line called Lamp on a day, clean unless something else is said. */
export function run(after: number, bpm: Bpm, change: Partial<LoggedRun> = {}): LoggedRun {
  count += 1;
  return {
    id: `run-${count}`,
    at: (20_000 + after) * 86_400_000 + count * 120_000,
    day: day(after),
    rhythm: { id: 'lamp', name: 'Lamp' },
    version: 'v1',
    layer: { id: 'drum', name: 'Drum' },
    instrument: 'darbuka',
    part: 'all of it',
    whole: true,
    way: 'whole',
    heardBy: 'keys',
    bpm,
    per: 3,
    passes: 2,
    seconds: 30,
    brokenOff: false,
    load: { ...NO_LOAD, R: 40, L: 30, loudR: 4, row: 2 },
    judged: judged('up'),
    ...change,
  };
}

export function judged(verdict: Judged['verdict'], change: Partial<Judged> = {}): Judged {
  const clean = verdict === 'up';
  return {
    bpm: 80,
    asked: 32,
    missed: clean ? 0 : 2,
    extra: 0,
    otherKinds: 0,
    spread: clean ? 0.008 : 0.022,
    drift: 0,
    clean,
    verdict,
    cleanPasses: clean ? 2 : 0,
    off: [],
    ...change,
  };
}

/** A line of eight strokes in a turn, four by each hand, at 60 to 100 beats of two pulses. */
export function material(id: string, change: Partial<Material> = {}): Material {
  return {
    rhythm: { id, name: id.charAt(0).toUpperCase() + id.slice(1) },
    layer: { id: 'drum', name: 'Drum' },
    instrument: 'darbuka',
    from: 60,
    to: 100,
    per: 2,
    pulses: 8,
    pieces: 2,
    load: { R: 4, L: 4, loudR: 1, loudL: 0, row: 1 },
    ...change,
  };
}

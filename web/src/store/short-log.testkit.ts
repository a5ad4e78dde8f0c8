import { markOf, simulateLog } from '@stride/core/log';
import { timeRhythm } from '@stride/core/rhythm';
import { DEMO_RHYTHMS } from './demo.ts';
import { bringDemoLog } from './log.ts';

/** Puts a log of a week and a half of one line there, fifty runs or so: the demo's has hundreds. */
export async function makeShortLog(): Promise<void> {
  const rhythm = DEMO_RHYTHMS.find(({ id }) => id === 'lantern-steps');
  const timed = rhythm && timeRhythm(rhythm);
  if (!rhythm || !timed?.ok) throw new Error('no rhythm');
  const line = {
    rhythm,
    timing: timed.timing,
    index: 1,
    version: markOf(rhythm),
    begun: 10,
    on: [1, 2, 3, 4, 5, 6],
    can: 58,
    gain: 0.7,
    most: 84,
  } as const;
  await bringDemoLog(simulateLog([line], '2026-11-26', 5), DEMO_RHYTHMS, []);
}

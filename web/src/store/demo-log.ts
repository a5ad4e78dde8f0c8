import {
  addDays,
  type Day,
  type Goal,
  markOf,
  type SimulatedLine,
  simulateLog,
} from '@stride/core/log';
import { timeRhythm } from '@stride/core/rhythm';
import { DEMO_RHYTHMS } from './demo.ts';
import { bringDemoLog } from './log.ts';

type Plan = Omit<SimulatedLine, 'rhythm' | 'timing' | 'version'> & { readonly id: string };

/** Eight weeks of one of the Lantern Street Players: how each line gets on. */
const PLANS: readonly Plan[] = [
  { id: 'lantern-steps', index: 1, begun: 56, on: [1, 2, 4, 5, 6], can: 58, gain: 0.72, most: 84 },
  { id: 'ferry-bell', index: 1, begun: 54, on: [2, 5], can: 66, gain: 1.9, most: 92 },
  {
    id: 'wet-cobbles',
    index: 1,
    begun: 49,
    on: [1, 4, 6],
    can: 88,
    gain: 2.4,
    most: 106,
    habits: { off: [{ slot: 5, by: -0.024 }] },
  },
  { id: 'quay-call', index: 1, begun: 24, on: [6], can: 68, gain: 1, most: 80, unheard: true },
  { id: 'ten-stairs', index: 1, begun: 8, on: [1, 2, 4, 6], can: 39, gain: 0.8, most: 60 },
];

/** Days from today to the lantern walk. */
const WALK = 17;
const SEED = 2026;

function goalOf(
  id: string,
  bpm: number,
  minutes: number,
  today: Day,
  made: number,
): readonly Goal[] {
  const rhythm = DEMO_RHYTHMS.find((one) => one.id === id);
  const layer = rhythm?.layers[1];
  if (!rhythm || !layer) return [];
  return [
    {
      id: `demo-${id}`,
      rhythm: { id, name: rhythm.name },
      layer: { id: layer.id, name: layer.name },
      bpm,
      by: addDays(today, WALK),
      occasion: 'walk',
      minutes,
      daysOff: [3, 7],
      made: addDays(today, -made),
      demo: true,
    },
  ];
}

/** Puts a made-up log of eight weeks there, played by the simulated player up to yesterday. */
export async function makeDemoLog(today: Day): Promise<void> {
  const lines = PLANS.flatMap(({ id, ...plan }): readonly SimulatedLine[] => {
    const rhythm = DEMO_RHYTHMS.find((one) => one.id === id);
    const timed = rhythm && timeRhythm(rhythm);
    if (!rhythm || !timed?.ok) return [];
    return [{ ...plan, rhythm, timing: timed.timing, version: markOf(rhythm) }];
  });
  const goals = [
    ...goalOf('lantern-steps', 96, 8, today, 40),
    ...goalOf('ten-stairs', 52, 7, today, 8),
    ...goalOf('wet-cobbles', 120, 6, today, 30),
  ];
  await bringDemoLog(simulateLog(lines, today, SEED), DEMO_RHYTHMS, goals);
}

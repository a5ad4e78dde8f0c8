import { readFileSync } from 'node:fs';

/** Milliseconds of a tick in which the system tells how its time was spent. */
const TICK = 10;

/**
 * What other machines on the same hardware have taken of this one since it started, over all its cores, in milliseconds; what was
 * taken between two askings is their difference. Always 0 where the system does not tell.
 */
export function takenByOthers(): number {
  try {
    // cpu, then user, nice, system, idle, waiting, interrupts of two kinds, stolen
    const [all = ''] = readFileSync('/proc/stat', 'utf8').split('\n');
    return Number(all.split(/\s+/)[8] ?? 0) * TICK;
  } catch {
    return 0;
  }
}

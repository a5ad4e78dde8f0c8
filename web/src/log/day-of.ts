import type { Day } from '@stride/core/log';
import { format } from 'date-fns';

/** The day of the player's own calendar. */
export function dayOf(moment: number | Date): Day {
  return format(moment, 'yyyy-MM-dd');
}

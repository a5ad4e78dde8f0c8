import { type HeardBy, isClean, type LoggedRun } from '@stride/core/log';
import { counted } from '@stride/core/wording';

/** By what a run was heard, as it is said. */
export const HEARD: Readonly<Record<HeardBy, string>> = {
  none: 'not heard',
  keys: 'keys',
  pads: 'pads on the screen',
  midi: 'MIDI pads',
  microphone: 'microphone',
  simulated: 'simulated player',
};

/** How far a run came that was broken off. */
export function sayBroken({ passes }: Pick<LoggedRun, 'passes'>): string {
  return passes === 0
    ? 'broken off in its first pass'
    : `broken off after ${counted(passes, 'pass')}`;
}

/** How a run went, in a few words. */
export function sayOutcome(run: LoggedRun): string {
  const { judged, brokenOff, passes, seconds } = run;
  if (seconds === 0) return 'nothing played';
  const broken = brokenOff ? sayBroken(run) : '';
  if (!judged) return broken || `${counted(passes, 'pass')}, not heard`;
  const wrong = judged.missed + judged.extra;
  const said = isClean(run)
    ? 'clean'
    : `${judged.cleanPasses} of ${counted(passes, 'pass')} clean${wrong > 0 ? `, ${judged.missed} missed, ${judged.extra} too many` : ''}`;
  return broken ? `${broken}; ${said}` : said;
}

/** Minutes and seconds. @example '1:05' */
export function sayLength(seconds: number): string {
  const whole = Math.round(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

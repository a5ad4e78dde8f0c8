import { beatStarts, type Cycle, turnPulses } from '@stride/core/cycle';
import { type Seconds, secondsPerPulse, type Tempo, toNumber } from '@stride/core/time';
import { useState } from 'react';
import { player } from '../audio/the-player.ts';

/** How far one touch was from the nearest beat. */
export interface TapAlong {
  readonly beat: number;
  /** Negative where it came early. */
  readonly off: Seconds;
}

/** Taps along with the cycle that plays; the last few are kept. */
export function useTapAlong(cycle: Cycle, tempo: Tempo) {
  const [taps, setTaps] = useState<readonly TapAlong[]>([]);
  return {
    taps,
    clear: () => setTaps([]),
    tap(): void {
      const position = player.position();
      if (!position) return;
      const turn = turnPulses(cycle);
      const at = position.pulses % turn;
      const starts = [...beatStarts(cycle), turn];
      const nearest = starts.reduce((best, start) =>
        Math.abs(start - at) < Math.abs(best - at) ? start : best,
      );
      const off = (at - nearest) * toNumber(secondsPerPulse(tempo));
      const beat = (starts.indexOf(nearest) % (starts.length - 1)) + 1;
      setTaps((before) => [...before, { beat, off }].slice(-16));
    },
  };
}

/** What the last taps say, in one sentence. */
export function sayTaps(taps: readonly TapAlong[]): string {
  const last = taps.at(-1);
  if (!last) return 'Tap on the beats: T or the button. Each tap says how early or late it was.';
  const ms = Math.round(last.off * 1000);
  const mean = Math.round((taps.reduce((sum, tap) => sum + tap.off, 0) / taps.length) * 1000);
  const say = (value: number) =>
    Math.abs(value) < 8 ? 'on it' : `${Math.abs(value)} ms ${value < 0 ? 'early' : 'late'}`;
  const over = taps.length > 3 ? ` Over the last ${taps.length}: ${say(mean)} on the whole.` : '';
  return `Beat ${last.beat}: ${say(ms)}.${over}`;
}

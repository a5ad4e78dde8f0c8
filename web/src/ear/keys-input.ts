import { instrumentOf, type PlayedOn } from '@stride/core/instrument';
import type { EarClock, EarInput } from './input.ts';

/** The two keys that rest under the first fingers. */
export const HAND_KEYS: Readonly<Record<string, 'R' | 'L'>> = { j: 'R', f: 'L' };

/** Keys: J and F for the two hands, or the letters of the strokes. They are taken before anything else hears them. */
export function keysInput(clock: EarClock, on: PlayedOn): EarInput {
  const codes = new Set(instrumentOf(on)?.strokes.map(({ code }) => code));
  return {
    kind: 'keys',
    device: 'keys',
    async open({ hear, isPlaying = () => true }) {
      const listener = (event: KeyboardEvent) => {
        if (event.repeat || event.ctrlKey || event.metaKey || event.altKey) return;
        const target = event.target instanceof Element ? event.target : undefined;
        if (target?.closest('input:not([type="checkbox"]), textarea, select')) return;
        const hand = HAND_KEYS[event.key];
        const kind = codes.has(event.key) && isPlaying() ? event.key : undefined;
        if (!hand && !kind) return;
        const time = clock.heardAt(event.timeStamp);
        if (time === undefined) return;
        event.preventDefault();
        event.stopImmediatePropagation();
        // J and F are the hands, unless one of them is a stroke of this instrument.
        hear({ time, ...(kind ? { kind } : hand ? { hand } : {}) });
      };
      window.addEventListener('keydown', listener, { capture: true });
      return { stop: () => window.removeEventListener('keydown', listener, { capture: true }) };
    },
  };
}

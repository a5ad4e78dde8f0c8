import type { Timing } from '@stride/core/rhythm';
import type { Position } from '@stride/core/sound';
import { useRef } from 'react';
import { usePlayhead } from '../audio/use-player.ts';
import { drawnTurns, type Geometry, pointAt } from './geometry.ts';

/** The line that follows the ear; moved directly, so that playing paints nothing else anew. */
export function Playhead({
  geometry,
  timing,
  playing,
  follow,
}: {
  readonly geometry: Geometry;
  readonly timing: Timing;
  readonly playing: boolean;
  /** Takes a playing position for this drawing; undefined hides the play line. */
  readonly follow: ((at: Position<unknown>) => number | undefined) | undefined;
}) {
  const line = useRef<HTMLDivElement>(null);
  /** The pulse whose counted word is lit. */
  const counted = useRef<number>(undefined);
  usePlayhead(playing, (at) => {
    const element = line.current;
    if (!element) return;
    const pulses = at && (follow ? follow(at) : at.pulses);
    const drawn = drawnTurns(timing) * timing.turnTicks;
    const point =
      pulses === undefined ? undefined : pointAt(geometry, (pulses * timing.ticksPerPulse) % drawn);
    element.style.visibility = point ? 'visible' : 'hidden';
    const pulse =
      point && pulses !== undefined
        ? Math.floor((pulses % (drawn / timing.ticksPerPulse)) + 1e-6)
        : undefined;
    if (pulse !== counted.current) {
      const line = element.parentElement;
      for (const word of line?.querySelectorAll('.count-now') ?? []) {
        word.classList.remove('count-now');
      }
      for (const word of line?.querySelectorAll(`.count[data-count="${pulse}"]`) ?? []) {
        word.classList.add('count-now');
      }
      counted.current = pulse;
    }
    if (!point) {
      // Hidden it must not lie outside a screen that has become narrower.
      element.style.transform = '';
      return;
    }
    element.style.transform = `translate(${point.x}px, ${point.system.top}px)`;
    element.dataset.pulse = String(pulses);
  });
  const bottom = geometry.bands.at(-1)?.bottom ?? geometry.systemHeight;
  return (
    <div
      ref={line}
      data-testid="playhead"
      aria-hidden="true"
      className="playhead"
      style={{
        top: geometry.countHeight - 8,
        left: -1.2 * geometry.scale,
        width: 2.4 * geometry.scale,
        height: bottom - geometry.countHeight + 10,
        visibility: 'hidden',
      }}
    />
  );
}

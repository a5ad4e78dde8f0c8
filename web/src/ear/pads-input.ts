import type { EarClock, EarInput, EarListener } from './input.ts';

/** Pads on the screen; the pads themselves call `touch`. */
export interface PadsInput extends EarInput {
  touch(
    hand: 'R' | 'L',
    event: Pick<PointerEvent, 'timeStamp' | 'pressure' | 'width' | 'height'>,
  ): void;
}

/** A pressure that devices without one tell for every touch. */
const NO_PRESSURE = [0, 0.5, 1];
/** A finger laid down flat, in square pixels. */
const FLAT = 2400;

export function padsInput(clock: EarClock): PadsInput {
  let listening: EarListener | undefined;
  return {
    kind: 'pads',
    device: 'pads',
    async open(listener) {
      listening = listener;
      return {
        stop() {
          listening = undefined;
        },
      };
    },
    touch(hand, { timeStamp, pressure, width, height }) {
      const time = clock.heardAt(timeStamp);
      if (time === undefined) return;
      const loud = forceOf(pressure, width * height);
      listening?.hear({ time, hand, ...(loud === undefined ? {} : { loud }) });
    },
  };
}

/** How hard a touch was: by its pressure, or by its area, where the device tells either. */
export function forceOf(pressure: number, area: number): number | undefined {
  if (!NO_PRESSURE.includes(pressure)) return pressure;
  return area > 4 ? Math.min(1, area / FLAT) : undefined;
}

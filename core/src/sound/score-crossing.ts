import type { Crossing } from '../crossing/index.ts';
import { CLICK_LAYER, type Score, type ScoreEvent, type Sound } from './score.ts';
import { CLICK_INSTRUMENT } from './voices.ts';

/** Layer id under which a pulse of a crossing is heard. */
export function crossingLayer(pulse: number): string {
  return `pulse-${pulse}`;
}

/**
 * One span of a crossing as a loop, with the click on one of its pulses. The whole span is one pulse
 * of the score, so that another beat under the same strokes is only another click: nothing else moves.
 * @param sounds one for each pulse
 * @param beat index of the pulse that the click marks
 */
export function scoreCrossing(crossed: Crossing, sounds: readonly Sound[], beat: number): Score {
  const { grid, counts } = crossed;
  const steps = counts.flatMap((count, pulse) => {
    const sound = sounds[pulse];
    return Array.from(
      { length: sound ? count : 0 },
      (_, step): ScoreEvent => ({
        ticks: step * (grid / count),
        offset: 0,
        layer: crossingLayer(pulse),
        sound: { ...(sound as Sound), force: step === 0 ? 4 : (sound as Sound).force },
      }),
    );
  });
  const clicks = Array.from(
    { length: counts[beat] ?? 0 },
    (_, step): ScoreEvent => ({
      ticks: step * (grid / (counts[beat] ?? 1)),
      offset: 0,
      layer: CLICK_LAYER,
      sound: { instrument: CLICK_INSTRUMENT, kind: step === 0 ? 'strong' : 'plain', force: 3 },
    }),
  );
  return {
    ticksPerPulse: grid,
    lengthTicks: grid,
    turnTicks: grid,
    events: [...steps, ...clicks].sort((a, b) => a.ticks - b.ticks),
  };
}

/** Layer id under which the composite of a crossing is heard as one line. */
export const COMPOSITE_LAYER = 'composite';

/**
 * One span of a crossing as it is learnt: some of its pulses, and the composite under them as one
 * soft line or as the only thing there is.
 * @param heard indices of the pulses that sound; with none of them the composite stands alone
 */
export function scoreLearning(
  crossed: Crossing,
  sounds: readonly Sound[],
  heard: readonly number[],
): Score {
  const whole = scoreCrossing(crossed, sounds, 0);
  const layers = new Set(heard.map(crossingLayer));
  const force = heard.length === 0 ? 3 : 1;
  const line = crossed.moments.map(
    ({ at }): ScoreEvent => ({
      ticks: at,
      offset: 0,
      layer: COMPOSITE_LAYER,
      sound: { instrument: 'claves', kind: 'X', force: at === 0 && heard.length === 0 ? 4 : force },
    }),
  );
  const events = [...whole.events.filter((event) => layers.has(event.layer)), ...line];
  return { ...whole, events: events.sort((a, b) => a.ticks - b.ticks) };
}

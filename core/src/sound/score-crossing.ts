import {
  BACKBEAT_STROKES,
  type Backbeat,
  type Crossing,
  soundsOf,
  stepsOf,
} from '../crossing/index.ts';
import { CLICK_INSTRUMENT } from '../voice/index.ts';
import { CLICK_LAYER, type Score, type ScoreEvent } from './score.ts';
import type { Sound } from './sound.ts';

/** Layer id under which a pulse of a crossing is heard. */
export function crossingLayer(pulse: number): string {
  return `pulse-${pulse}`;
}

/** Layer id under which the composite of a crossing is heard as one line. */
export const COMPOSITE_LAYER = 'composite';

/** Layer id of the low and high strokes laid over one view. */
export const BACKBEAT_LAYER = 'backbeat';

/**
 * One span of a crossing as a loop, with the click on the steps of one pulse and the low and high
 * strokes of its view. The whole span is one pulse of the score, so that another beat under the same
 * strokes is only another click: nothing else moves.
 * @param sounds one for each pulse
 * @param beat index of the pulse that the click marks
 */
export function scoreCrossing(
  crossed: Crossing,
  sounds: readonly Sound[],
  beat: number,
  backbeat: Backbeat = [],
): Score {
  const { grid, pulses } = crossed;
  const beats = stepsOf(crossed, beat);
  const strokes = pulses.flatMap((_, index) => {
    const sound = sounds[index];
    if (!sound) return [];
    const [first] = stepsOf(crossed, index);
    return soundsOf(crossed, index).map((ticks) =>
      event(ticks, crossingLayer(index), { ...sound, force: ticks === first ? 4 : sound.force }),
    );
  });
  const clicks = beats.map((ticks, step) =>
    event(ticks, CLICK_LAYER, {
      instrument: CLICK_INSTRUMENT,
      kind: step === 0 ? 'strong' : 'plain',
      force: 3,
    }),
  );
  const laid = beats.flatMap((ticks, step) => {
    const which = backbeat[step];
    return which ? [event(ticks, BACKBEAT_LAYER, { ...BACKBEAT_STROKES[which], force: 3 })] : [];
  });
  return loop(grid, [...strokes, ...clicks, ...laid]);
}

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
  const layers = new Set(heard.map(crossingLayer));
  const strokes = scoreCrossing(crossed, sounds, 0).events.filter((one) => layers.has(one.layer));
  const alone = heard.length === 0;
  const line = crossed.moments.map(({ at }) =>
    event(at, COMPOSITE_LAYER, {
      instrument: 'claves',
      kind: 'X',
      force: !alone ? 1 : at === 0 ? 4 : 3,
    }),
  );
  return loop(crossed.grid, [...strokes, ...line]);
}

function event(ticks: number, layer: string, sound: Sound): ScoreEvent {
  return { ticks, offset: 0, layer, sound };
}

function loop(grid: number, events: readonly ScoreEvent[]): Score {
  return {
    ticksPerPulse: grid,
    lengthTicks: grid,
    turnTicks: grid,
    events: [...events].sort((a, b) => a.ticks - b.ticks),
  };
}

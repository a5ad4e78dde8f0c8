import { type CatalogueEntry, pulseOf } from '../catalogue/index.ts';
import type { Cycle } from '../cycle/index.ts';
import { GESTURE_LAYER, type Score, type ScoreEvent, scoreGestures } from './score.ts';

/** Layer id under which the skeleton of a catalogue entry is heard. */
export const SKELETON_LAYER = 'skeleton';

/** With which stroke a skeleton's sounds are heard: low and high on a drum, plain on sticks. */
const SOUNDS = {
  low: { instrument: 'goblet-drum', kind: 'D' },
  high: { instrument: 'goblet-drum', kind: 'T' },
  plain: { instrument: 'claves', kind: 'X' },
} as const;

/**
 * One turn of a cycle as it is shown: its gestures, and over them the strokes it is known by.
 * @param gestures false where only the skeleton is to be heard
 */
export function scoreEntry(
  cycle: Cycle,
  { skeleton = [], instrument }: Pick<CatalogueEntry, 'skeleton' | 'instrument'>,
  gestures = true,
): Score {
  const score = scoreGestures(cycle);
  const strokes = skeleton.flatMap((stroke) => {
    const sounds =
      instrument && stroke.kinds
        ? stroke.kinds.map((kind) => ({ instrument, kind }))
        : [SOUNDS[stroke.sound]];
    return sounds.map(
      (sound): ScoreEvent => ({
        ticks: pulseOf(stroke),
        offset: 0,
        layer: SKELETON_LAYER,
        sound: { ...sound, force: stroke.loud ? 4 : 3 },
      }),
    );
  });
  const shown = gestures ? score.events.filter((event) => event.layer === GESTURE_LAYER) : [];
  return { ...score, events: [...shown, ...strokes].sort((a, b) => a.ticks - b.ticks) };
}

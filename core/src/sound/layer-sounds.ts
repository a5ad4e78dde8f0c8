import { instrumentOf } from '../instrument/index.ts';
import {
  type Force,
  type Hand,
  handOf,
  handsOf,
  hertzOf,
  type Layer,
  type Stroke,
  tunedTo,
} from '../rhythm/index.ts';
import { drumsToTune, findVoice } from '../voice/index.ts';
import type { Sound } from './sound.ts';

/** The sound of a stroke at a force. @param other true for a grace or a roll's stroke of the other hand */
export type SoundOf = (stroke: Stroke, force: Force, other: boolean) => Sound;

/** The sounds of a layer's strokes, each made once: by their hands, and as its drums are tuned. */
export function soundsOfLayer(layer: Layer): SoundOf {
  const { instrument, own } = layer;
  const played = handsOf(layer);
  const hands = new Map<Stroke, Hand | undefined>(
    layer.strokes.map((stroke, at) => [stroke, played[at]]),
  );
  const made = new Map<string, { readonly tuned: number | undefined; readonly by: Sound[] }>();
  return (stroke, force, other) => {
    const { kind } = stroke;
    let known = made.get(kind);
    if (!known) {
      known = { tuned: tunedBy(layer, kind), by: [] };
      made.set(kind, known);
    }
    const hand = hands.get(stroke) ?? handOf(layer, stroke);
    const weak = (hand === 'L') !== (other && hand !== 'F');
    const at = force * 2 + (weak ? 1 : 0);
    const { tuned, by } = known;
    by[at] ??= {
      instrument,
      ...(own && { own }),
      kind,
      force,
      ...(tuned === undefined ? {} : { tuned }),
      ...(weak ? { weak: true as const } : {}),
    };
    return by[at];
  };
}

/** Pitch of what a stroke is played on against its usual one, by the layer's tuning; undefined where it is not tuned. */
function tunedBy(layer: Layer, kind: string): number | undefined {
  const instrument = layer.tuning && instrumentOf(layer);
  if (!instrument) return undefined;
  const on = findVoice(instrument.id, kind, instrument)?.on;
  const drum = drumsToTune(instrument).find((one) => one.on === on);
  const pitch = drum && tunedTo(layer, drum.drum);
  // Four digits are far finer than one hears, and name the sound.
  return drum && pitch !== undefined ? Number((hertzOf(pitch) / drum.pitch).toFixed(4)) : undefined;
}

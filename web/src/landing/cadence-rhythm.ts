import { beatsOf, type Cycle } from '@stride/core/cycle';
import { type Cadence, sayCadence, unitsOf } from '@stride/core/landing';
import { clapLayer, type Layer, type Rhythm } from '@stride/core/rhythm';
import { TEMPO_RANGE, type Tempo } from '@stride/core/time';

/** A cadence that is sent on, as a layer in its cycle. */
export interface SentCadence {
  readonly cycle: Cycle;
  readonly cadence: Cadence;
  readonly layer: Layer;
  /** Turns of the layer that are there only for the way in. */
  readonly silentTurns: number;
  readonly tempo: Tempo;
}

/** The cadence as a rhythm of its own, with the sum it lands by as its notes. */
export function cadenceRhythm({ cycle, cadence, layer, tempo }: SentCadence, id: string): Rhythm {
  return {
    id,
    name: `Landing ${cadence.sizes.join(' ')}`.slice(0, 120),
    cycle,
    layers: [layer],
    tempo,
    target: tempo.bpm,
    notes: sayCadence(cadence, unitsOf(cycle, cadence.parts)),
    tags: ['landing'],
  };
}

/** As it is climbed: from half its tempo, over the claps, without turns that are there for the way in. */
export function cadenceToClimb(sent: SentCadence, id: string): Rhythm {
  const { cycle, layer, silentTurns, tempo } = sent;
  const bare = withoutTurns(layer, cycle, silentTurns);
  const bpm = Math.max(TEMPO_RANGE.min, Math.round(tempo.bpm / 2));
  return {
    ...cadenceRhythm(sent, id),
    // The layer that stands last is the one that is climbed.
    layers: [clapLayer(cycle), { ...bare, id: 'landing' }],
    tempo: { ...tempo, bpm },
  };
}

/** The layer without the silent turns at its beginning. */
export function withoutTurns(layer: Layer, cycle: Cycle, turns: number): Layer {
  const cells = layer.cells.slice(turns * beatsOf(cycle).length);
  const gone = layer.cells
    .slice(0, layer.cells.length - cells.length)
    .reduce((sum, cell) => sum + cell.slots, 0);
  return {
    ...layer,
    cells,
    strokes: layer.strokes.map((stroke) => ({ ...stroke, slot: stroke.slot - gone })),
    ...(layer.rings ? { rings: layer.rings.map((slot) => slot - gone) } : {}),
  };
}

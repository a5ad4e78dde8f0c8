import { nth } from '../../bounds/index.ts';
import type { Counting } from '../../counting/index.ts';
import type { Cycle } from '../../cycle/index.ts';
import { instrumentOf, strokeKind } from '../../instrument/index.ts';
import {
  FORCE_NAMES,
  handOf,
  type Layer,
  type LayerGrid,
  ORNAMENT_NAMES,
  type Rhythm,
  type Stroke,
  type Timing,
} from '../../rhythm/index.ts';
import { capital } from '../../wording/index.ts';
import { placeOf } from '../places/place.ts';
import { layersTogether } from '../together/who-sounds.ts';
import { HAND_NAMES, sayPlace, sayPulse } from './place.ts';

/** The sentences about one slot: what it is, where it is counted, and who falls with it. */
export interface ChosenReading {
  readonly title: string;
  readonly lines: readonly string[];
}

/** Reads one slot of a layer for the panel beside the line. */
export function readSlot(
  rhythm: Rhythm,
  timing: Timing,
  layerIndex: number,
  slot: number,
  system: Counting,
): ChosenReading | undefined {
  const layer = rhythm.layers[layerIndex];
  const instrument = layer && instrumentOf(layer);
  const grid = timing.layers[layerIndex];
  const at = grid?.starts[slot];
  if (!layer || !instrument || !grid || !at) return undefined;
  const strokes = layer.strokes.filter((stroke) => stroke.slot === slot);
  const place = placeOf(rhythm.cycle, layer, grid, slot, system);
  const counted = `Count ${place.word === undefined ? place.beat : sayPlace(place)} of bar ${place.turn}`;
  const title = `${layer.name}, pulse ${sayPulse(at)}`;
  if (strokes.length === 0)
    return {
      title,
      lines: [
        layer.rings?.includes(slot) ? 'The stroke before rings on.' : 'Silence.',
        `${counted}.`,
      ],
    };
  const what = strokes.map((stroke) => {
    const kind = strokeKind(instrument, stroke.kind);
    const extra = [
      stroke.ornament && ORNAMENT_NAMES[stroke.ornament],
      stroke.damp ? 'choked after' : undefined,
      stroke.optional ? 'may be left out' : undefined,
    ].filter(Boolean);
    const words = [
      kind?.name ?? stroke.kind,
      ...(instrument.byHand === false ? [] : [handWords[handOf(layer, stroke)]]),
      FORCE_NAMES[stroke.force],
      ...extra,
    ].join(', ');
    return `${capital(words)}.`;
  });
  const said = strokes.flatMap((stroke) => (stroke.say ? [stroke.say] : [])).join(' + ');
  const together = layersTogether(rhythm, timing, layerIndex, slot).map(
    (index) => nth(rhythm.layers, index).name,
  );
  return {
    title,
    lines: [
      ...what,
      `${counted}${said ? `, said ${said}` : ''}.`,
      together.length > 0
        ? `Falls with ${together.join(' and ')}.`
        : rhythm.layers.length > 1
          ? 'Sounds alone.'
          : '',
    ].filter((line) => line !== ''),
  };
}

const handWords = {
  R: 'right hand',
  L: 'left hand',
  B: HAND_NAMES.B,
  F: HAND_NAMES.F,
} as const;

/**
 * A slot as a screen reader says it.
 * @example "bar 1, beat 3: open tone, right, accent, says dun"
 */
export function describeSlot(
  cycle: Cycle,
  layer: Layer,
  grid: LayerGrid,
  slot: number,
  strokes: readonly Stroke[],
  system: Counting,
): string {
  const instrument = instrumentOf(layer);
  const place = placeOf(cycle, layer, grid, slot, system);
  const where = `bar ${place.turn}, ${sayPlace(place)}`;
  if (strokes.length === 0 || !instrument) {
    return `${where}: ${layer.rings?.includes(slot) ? 'rings on' : 'silence'}`;
  }
  const what = strokes.map((stroke) =>
    [
      strokeKind(instrument, stroke.kind)?.name ?? stroke.kind,
      ...(instrument.byHand === false ? [] : [HAND_NAMES[handOf(layer, stroke)]]),
      FORCE_NAMES[stroke.force],
      ...(stroke.ornament ? [ORNAMENT_NAMES[stroke.ornament]] : []),
      ...(stroke.damp ? ['choked after'] : []),
      ...(stroke.optional ? ['may be left out'] : []),
      ...(stroke.say ? [`says ${stroke.say}`] : []),
    ].join(', '),
  );
  return `${where}: ${what.join('; ')}`;
}

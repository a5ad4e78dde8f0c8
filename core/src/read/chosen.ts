import type { Counting } from '../counting/index.ts';
import { findInstrument, strokeKind } from '../instrument/index.ts';
import {
  FORCE_NAMES,
  handOf,
  type Lines,
  ORNAMENT_NAMES,
  type Rhythm,
  type Timing,
} from '../rhythm/index.ts';
import { floor, formatRational, modulo, ONE, type Pulses } from '../time/index.ts';
import { capital } from '../wording/index.ts';
import { chorusOf, layersAt } from './chorus.ts';
import { HAND_NAMES, placeOf, sayPlace } from './place.ts';

/** The sentences about one slot: what it is, where it is counted, and who falls with it. */
export interface ChosenReading {
  readonly title: string;
  readonly lines: readonly string[];
}

/** Layers, other than this one, with a stroke at the same moment the first time round. */
export function layersTogether(
  rhythm: Lines,
  timing: Timing,
  layer: number,
  slot: number,
): readonly number[] {
  const grid = timing.layers[layer];
  if (!grid) return [];
  const here = layersAt(chorusOf(rhythm, timing), grid.startTicks[slot] ?? 0);
  return rhythm.layers.flatMap((_, other) =>
    other !== layer && (here >> other) & 1 ? [other] : [],
  );
}

/** Those of some slots of a layer at whose moment another layer has a stroke, the first time round. */
export function slotsWith(
  rhythm: Lines,
  timing: Timing,
  layer: number,
  slots: readonly number[],
  other: number,
): readonly number[] {
  const grid = timing.layers[layer];
  if (!grid) return [];
  const chorus = chorusOf(rhythm, timing);
  return slots.filter((slot) => (layersAt(chorus, grid.startTicks[slot] ?? 0) >> other) & 1);
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
  const instrument = layer && findInstrument(layer.instrument);
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
    (index) => rhythm.layers[index]?.name ?? '',
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

/** A moment counted from 1 as players count pulses; fractions as `4 and 1/3`. */
export function sayPulse(at: Pulses): string {
  if (at.den === 1) return String(at.num + 1);
  const whole = floor(at) + 1;
  const rest = modulo(at, ONE);
  return `${whole} and ${formatRational(rest)}`;
}

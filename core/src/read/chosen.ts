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
import { HAND_NAMES, placeOf, sayPlace } from './place.ts';
import { soundingLine } from './sounding.ts';

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
  return rhythm.layers.flatMap((_, other) =>
    other !== layer && slotsWith(rhythm, timing, layer, [slot], other).length > 0 ? [other] : [],
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
  const own = timing.layers[layer];
  const grid = timing.layers[other];
  const line = rhythm.layers[other];
  if (!own || !grid || !line || grid.lengthTicks === 0) return [];
  const sounding = soundingLine(line, grid);
  const { startTicks } = own;
  const { lengthTicks } = grid;
  const shared: number[] = [];
  // A plain loop: with many layers this is most of what reading does.
  for (let index = 0; index < slots.length; index += 1) {
    const slot = slots[index] ?? 0;
    const at = startTicks[slot] ?? 0;
    if (sounding.has(at < lengthTicks ? at : at % lengthTicks)) shared.push(slot);
  }
  return shared;
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
    return `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;
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
  const whole = floor(at) + 1;
  const rest = modulo(at, ONE);
  return rest.num === 0 ? String(whole) : `${whole} and ${formatRational(rest)}`;
}

import type { CountingSystem } from '../counting/index.ts';
import { findInstrument, strokeKind } from '../instrument/index.ts';
import {
  FORCE_NAMES,
  handOf,
  type Layer,
  type LayerGrid,
  type Lines,
  type Rhythm,
  type Timing,
} from '../rhythm/index.ts';
import { floor, formatRational, modulo, ONE, type Pulses, type Ticks } from '../time/index.ts';
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
  const sounds = soundingTicks(line, grid);
  const { startTicks } = own;
  const { lengthTicks } = grid;
  const shared: number[] = [];
  for (const slot of slots) {
    const at = startTicks[slot] ?? 0;
    if (sounds(at < lengthTicks ? at : at % lengthTicks)) shared.push(slot);
  }
  return shared;
}

/** Tells whether something sounds at a tick of the first round. */
type Sounding = (ticks: Ticks) => boolean;

const sounding = new WeakMap<Layer, { readonly grid: LayerGrid; readonly sounds: Sounding }>();

/** Longest layer, in ticks, for which a table of all ticks is quicker than a set and small enough. */
const TABLE_TICKS = 65_536;

/** When a layer sounds in its first round; worked out once for a layer on its grid. */
function soundingTicks(layer: Layer, grid: LayerGrid): Sounding {
  const known = sounding.get(layer);
  if (known?.grid === grid) return known.sounds;
  const ticks = layer.strokes.map((stroke) => grid.startTicks[stroke.slot] ?? 0);
  let sounds: Sounding;
  if (grid.lengthTicks <= TABLE_TICKS) {
    const table = new Uint8Array(grid.lengthTicks);
    for (const at of ticks) table[at] = 1;
    sounds = (at) => table[at] === 1;
  } else {
    const set = new Set(ticks);
    sounds = (at) => set.has(at);
  }
  sounding.set(layer, { grid, sounds });
  return sounds;
}

/** Reads one slot of a layer for the panel beside the line. */
export function readSlot(
  rhythm: Rhythm,
  timing: Timing,
  layerIndex: number,
  slot: number,
  system: CountingSystem,
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
    const extra = [stroke.ornament, stroke.optional ? 'may be left out' : undefined].filter(
      Boolean,
    );
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

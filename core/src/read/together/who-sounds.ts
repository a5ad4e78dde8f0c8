import { nth } from '../../bounds/index.ts';
import type { Layer, Lines, Timing } from '../../rhythm/index.ts';
import type { Ticks } from '../../time/index.ts';
import { soundingLine } from '../places/sounding.ts';

/** Layers of one length, and which of them sound at each moment of it: a bit for each layer. */
interface SameLength {
  readonly lengthTicks: Ticks;
  /** By tick; a table where the length is small enough for one, which is quicker to look up. */
  readonly at: Uint32Array | Map<Ticks, number>;
}

/** Who sounds when: the layers of a rhythm, those of one length together. */
export type WhoSounds = readonly SameLength[];

/** Longest layer, in ticks, for which a table of all ticks is small enough. */
const TABLE_TICKS = 65_536;

const known = new WeakMap<
  readonly Layer[],
  { readonly timing: Timing; readonly sounding: WhoSounds }
>();

/** The sounding of a rhythm; worked out once. There are at most 32 layers, as a number has bits. */
export function whoSounds(lines: Lines, timing: Timing): WhoSounds {
  const before = known.get(lines.layers);
  if (before?.timing === timing) return before.sounding;
  const byLength = new Map<Ticks, SameLength>();
  lines.layers.forEach((layer, index) => {
    const grid = timing.layers[index];
    if (!grid || grid.lengthTicks === 0) return;
    const { at } = byLength.get(grid.lengthTicks) ?? newLength(byLength, grid.lengthTicks);
    for (const onset of soundingLine(layer, grid).onsets) {
      if (at instanceof Uint32Array) at[onset] = (at[onset] ?? 0) | (1 << index);
      else at.set(onset, (at.get(onset) ?? 0) | (1 << index));
    }
  });
  const sounding = [...byLength.values()];
  known.set(lines.layers, { timing, sounding });
  return sounding;
}

function newLength(byLength: Map<Ticks, SameLength>, lengthTicks: Ticks): SameLength {
  const isShort = lengthTicks <= TABLE_TICKS;
  const sameLength: SameLength = {
    lengthTicks,
    at: isShort ? new Uint32Array(lengthTicks) : new Map(),
  };
  byLength.set(lengthTicks, sameLength);
  return sameLength;
}

/** The layers that sound at a moment, a bit for each; shorter and longer ones at their own rounds. */
export function layersAt(sounding: WhoSounds, ticks: Ticks): number {
  let layers = 0;
  for (const { lengthTicks, at } of sounding) {
    const tick = ticks < lengthTicks ? ticks : ticks % lengthTicks;
    layers |= (at instanceof Uint32Array ? at[tick] : at.get(tick)) ?? 0;
  }
  return layers;
}

/** What of a layer falls together with another one, the first time round. */
export interface Shared {
  /** Its slots at whose moments the other sounds as well. */
  readonly slots: number[];
  /** Those of them that are accented. */
  readonly accented: number[];
}

/** What of a layer falls together with each layer, the first time round; with itself nothing. */
export function sharedWith(lines: Lines, timing: Timing, index: number): readonly Shared[] {
  const shared = lines.layers.map((): Shared => ({ slots: [], accented: [] }));
  const layer = lines.layers[index];
  const grid = timing.layers[index];
  if (!layer || !grid) return shared;
  const sounding = whoSounds(lines, timing);
  const others = ~(1 << index);
  const { slots, onsets, accented } = soundingLine(layer, grid);
  for (let at = 0; at < onsets.length; at += 1) {
    const slot = nth(slots, at);
    const isAccent = accented[at];
    // One bit after the other, the last first.
    for (let left = layersAt(sounding, nth(onsets, at)) & others; left !== 0; ) {
      const other = 31 - Math.clz32(left);
      left &= ~(1 << other);
      const here = shared[other];
      here?.slots.push(slot);
      if (isAccent) here?.accented.push(slot);
    }
  }
  return shared;
}

/** Layers, other than this one, with a stroke at the same moment the first time round. */
export function layersTogether(
  rhythm: Lines,
  timing: Timing,
  layer: number,
  slot: number,
): readonly number[] {
  const grid = timing.layers[layer];
  const at = grid?.startTicks[slot];
  if (at === undefined) return [];
  const here = layersAt(whoSounds(rhythm, timing), at);
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
  const sounding = whoSounds(rhythm, timing);
  return slots.filter((slot) => (layersAt(sounding, nth(grid.startTicks, slot)) >> other) & 1);
}

import { nth } from '../../bounds/index.ts';
import type { Layer, Lines, Timing } from '../../rhythm/index.ts';
import type { Ticks } from '../../time/index.ts';
import { type SoundingLine, soundingLine } from '../places/sounding.ts';

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
  /** How many of its sounding slots, and of its accented ones. */
  readonly count: number;
  readonly accents: number;
  /** Its slots at whose moments the other sounds as well; listed when they are asked for. */
  readonly slots: readonly number[];
  /** Those of them that are accented. */
  readonly accented: readonly number[];
}

/** Who sounds with each of the sounding slots of a layer: a bit for each other layer. */
interface Met {
  readonly line: SoundingLine;
  readonly masks: Int32Array;
}

class SharedLine implements Shared {
  readonly count: number;
  readonly accents: number;
  readonly #met: Met | undefined;
  readonly #other: number;

  constructor(met: Met | undefined, other: number, count: number, accents: number) {
    this.count = count;
    this.accents = accents;
    this.#met = met;
    this.#other = other;
  }

  get slots(): readonly number[] {
    return this.#listed(false);
  }

  get accented(): readonly number[] {
    return this.#listed(true);
  }

  #listed(accentedOnly: boolean): readonly number[] {
    if (!this.#met) return [];
    const { line, masks } = this.#met;
    return line.slots.filter(
      (_, at) => ((masks[at] ?? 0) >> this.#other) & 1 && (!accentedOnly || line.accented[at]),
    );
  }
}

/** What of a layer falls together with each layer, the first time round; with itself nothing. */
export function sharedWith(lines: Lines, timing: Timing, index: number): readonly Shared[] {
  const layer = lines.layers[index];
  const grid = timing.layers[index];
  const met = layer && grid ? meet(lines, timing, index, soundingLine(layer, grid)) : undefined;
  const counts = new Uint32Array(lines.layers.length);
  const accents = new Uint32Array(lines.layers.length);
  // Tables of numbers, whose length is that of what is counted along: nothing else can stand there.
  if (met) {
    const { masks, line } = met;
    for (let at = 0; at < masks.length; at += 1) {
      const isAccent = line.accented[at];
      // One bit after the other, the last first.
      for (let left = masks[at] ?? 0; left !== 0; ) {
        const other = 31 - Math.clz32(left);
        left &= ~(1 << other);
        counts[other] = (counts[other] ?? 0) + 1;
        if (isAccent) accents[other] = (accents[other] ?? 0) + 1;
      }
    }
  }
  return lines.layers.map(
    (_, other) => new SharedLine(met, other, counts[other] ?? 0, accents[other] ?? 0),
  );
}

function meet(lines: Lines, timing: Timing, index: number, line: SoundingLine): Met {
  const { onsets } = line;
  const masks = new Int32Array(onsets.length);
  const sounding = whoSounds(lines, timing);
  const others = ~(1 << index);
  const [only] = sounding;
  // Mostly all layers have one length, and one look at a table tells who sounds.
  const table = sounding.length === 1 && only?.at instanceof Uint32Array ? only.at : undefined;
  for (let at = 0; at < onsets.length; at += 1) {
    const onset = nth(onsets, at);
    masks[at] = (table ? (table[onset] ?? 0) : layersAt(sounding, onset)) & others;
  }
  return { line, masks };
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

import { numberAt } from '../../bounds/index.ts';
import type { Layer, Lines, Timing } from '../../rhythm/index.ts';
import type { Ticks } from '../../time/index.ts';
import { ACCENT, type SoundingLine, soundingLine } from '../places/sounding.ts';

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

/** Who sounds at each of the sounding slots of a layer: a bit for each layer, itself among them. */
interface Met {
  readonly line: SoundingLine;
  readonly masks: readonly number[];
}

/** Without private fields, which take long to make: there is one for each layer and other layer. */
class SharedLine implements Shared {
  constructor(
    private readonly met: Met | undefined,
    private readonly other: number,
    readonly count: number,
    readonly accents: number,
  ) {}

  get slots(): readonly number[] {
    return this.listed(false);
  }

  get accented(): readonly number[] {
    return this.listed(true);
  }

  private listed(accentedOnly: boolean): readonly number[] {
    if (!this.met) return [];
    const { line, masks } = this.met;
    return line.slots.filter(
      (_, at) =>
        ((masks[at] ?? 0) >> this.other) & 1 && (!accentedOnly || line.forces[at] === ACCENT),
    );
  }
}

/** What of a layer falls together with each layer, the first time round; with itself nothing. */
export function sharedWith(lines: Lines, timing: Timing, index: number): readonly Shared[] {
  const layer = lines.layers[index];
  const grid = timing.layers[index];
  const met = layer && grid ? meet(lines, timing, soundingLine(layer, grid)) : undefined;
  const others = ~(1 << index);
  const counts = new BitSums();
  const accents = new BitSums();
  if (met) {
    const { masks, line } = met;
    masks.forEach((mask, at) => {
      counts.add(mask & others);
      if (line.forces[at] === ACCENT) accents.add(mask & others);
    });
  }
  return lines.layers.map(
    (_, other) =>
      new SharedLine(other === index ? undefined : met, other, counts.of(other), accents.of(other)),
  );
}

/** More than a number of strokes has binary places. */
const PLACES = 16;

/** How often each of 32 bits was set, counted for all of them at once: a number for each place of the sums, a bit for each sum. */
class BitSums {
  private readonly places: number[] = Array(PLACES).fill(0);

  add(bits: number): void {
    const { places } = this;
    let carry = bits;
    for (let place = 0; carry !== 0; place += 1) {
      const before = numberAt(places, place);
      places[place] = before ^ carry;
      carry &= before;
    }
  }

  of(bit: number): number {
    let sum = 0;
    for (let place = 0; place < PLACES; place += 1) {
      sum += ((numberAt(this.places, place) >>> bit) & 1) << place;
    }
    return sum;
  }
}

function meet(lines: Lines, timing: Timing, line: SoundingLine): Met {
  const masks: number[] = Array(line.onsets.length).fill(0);
  for (const sameLength of whoSounds(lines, timing)) addSounding(masks, line, sameLength);
  return { line, masks };
}

/** Layers of one length at a time, since the same table is looked at again and again then. */
function addSounding(masks: number[], { onsets }: SoundingLine, { lengthTicks, at }: SameLength) {
  onsets.forEach((onset, each) => {
    const tick = onset < lengthTicks ? onset : onset % lengthTicks;
    const sounds = at instanceof Uint32Array ? at[tick] : at.get(tick);
    masks[each] = numberAt(masks, each) | (sounds ?? 0);
  });
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
  return slots.filter((slot) => (layersAt(sounding, numberAt(grid.startTicks, slot)) >> other) & 1);
}

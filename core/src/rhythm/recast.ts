import { nth } from '../bounds/index.ts';
import { refitted } from '../counting/index.ts';
import { beatsOf, beatsOverTurns, type Cycle, firstSpan, turnPulses } from '../cycle/index.ts';
import {
  compare,
  divide,
  lcm,
  type Pulses,
  rational,
  subtract,
  TEMPO_RANGE,
  toNumber,
} from '../time/index.ts';
import { withSecond } from './counting.ts';
import { plainCells } from './edit.ts';
import { liesIn, withEduppu } from './eduppu.ts';
import { type Cell, type Layer, LIMITS, type Rhythm, type Stroke } from './model.ts';
import { withRings } from './rings.ts';
import { type LayerTiming, timeLayer } from './timing.ts';
import { eachVaried, withVariations } from './variations.ts';

/** What another cycle does to the strokes of a rhythm, before it is done. */
export interface Recast {
  readonly rhythm: Rhythm;
  /** `beats`: as many beats as before, so each cell stays as it is; `pulses`: every stroke keeps its pulse. */
  readonly by: 'beats' | 'pulses';
  /** Strokes that keep their place. */
  readonly kept: number;
  /** Strokes that go to the nearest slot: where they are in the new rhythm. */
  readonly moved: readonly StrokePlace[];
  /** Strokes that have no room: where they were in the old rhythm. */
  readonly lost: readonly StrokePlace[];
  /** Names of variations in which strokes go to the nearest slot, or have no room. */
  readonly variations: readonly string[];
}

/** A slot of a layer, by the layer's place among the others. */
export interface StrokePlace {
  readonly layer: number;
  readonly slot: number;
}

/** The finest division of a beat that a change of cycle makes to keep strokes where they are. */
const FINEST = 16;

/**
 * Puts a rhythm into another cycle. Layers that come round at their own length stay as they are.
 * Where the number of beats is the same, cells keep their beats; else strokes keep their pulses,
 * counted from the one of the first turn, and the last turn is filled up with silence. Either way it
 * sounds as fast as before.
 */
export function recast(rhythm: Rhythm, cycle: Cycle): Recast {
  const strokes = rhythm.layers.reduce((sum, layer) => sum + layer.strokes.length, 0);
  const first = firstSpan(cycle);
  const { second, eduppu } = rhythm;
  const shared = withEduppu(
    withSecond(rhythm, second && refitted(second, cycle)),
    eduppu && liesIn(eduppu, cycle) ? eduppu : undefined,
  );
  if (beatsOf(cycle).length === beatsOf(rhythm.cycle).length) {
    const counted = countedOn(rhythm, cycle);
    return {
      rhythm: { ...shared, ...counted, cycle },
      by: 'beats',
      kept: strokes,
      moved: [],
      lost: [],
      variations: [],
    };
  }
  const moved: StrokePlace[] = [];
  const lost: StrokePlace[] = [];
  const changed: string[] = [];
  const variations = (rhythm.variations ?? []).map((variation) => {
    let all = 0;
    const [one = variation] = eachVaried({ ...rhythm, variations: [variation] }, (layer) => {
      const result = recastLayer(rhythm.cycle, layer, cycle);
      all += result.moved.length + result.lost.length;
      return result.layer;
    });
    if (all > 0) changed.push(variation.name);
    return one;
  });
  const layers = rhythm.layers.map((layer, index): Layer => {
    if (layer.free) return layer;
    const result = recastLayer(rhythm.cycle, layer, cycle);
    moved.push(...result.moved.map((slot) => ({ layer: index, slot })));
    lost.push(...result.lost.map((slot) => ({ layer: index, slot })));
    return result.layer;
  });
  return {
    rhythm: { ...withVariations(shared, variations), ...countedIn(rhythm, first), cycle, layers },
    by: 'pulses',
    kept: strokes - moved.length - lost.length,
    moved,
    lost,
    variations: changed,
  };
}

/**
 * The tempo where cells keep their beats. The foot goes on as it did, whatever each beat is now cut
 * into: what is counted is the first beat as long as the counted one. Where no beat is (a pulse is
 * counted, or two beats), the turn lasts as long as before.
 */
function countedOn(
  { cycle: from, tempo, target }: Rhythm,
  cycle: Cycle,
): Pick<Rhythm, 'tempo' | 'target'> {
  const beat = beatsOf(from).findIndex(({ span }) => span === tempo.per);
  if (beat >= 0)
    return { tempo: { ...tempo, per: beatsOf(cycle)[beat]?.span ?? tempo.per }, target };
  const longer = turnPulses(cycle) / turnPulses(from);
  return {
    tempo: { ...tempo, bpm: inRange(tempo.bpm * longer) },
    target: inRange(target * longer),
  };
}

function inRange(bpm: number): number {
  return Math.min(TEMPO_RANGE.max, Math.max(TEMPO_RANGE.min, Math.round(bpm * 1000) / 1000));
}

/**
 * Another number of pulses in the counted beat; what sounds is as fast as before, so the number of
 * beats a minute changes with it, as far as the range of tempos goes.
 * @example recount(rhythm, 2) // 72 per 4 becomes 144 per 2
 */
export function recount(rhythm: Rhythm, per: number): Rhythm {
  const { tempo, target } = rhythm;
  if (per === tempo.per) return rhythm;
  const by = tempo.per / per;
  return { ...rhythm, tempo: { bpm: inRange(tempo.bpm * by), per }, target: inRange(target * by) };
}

/** The same speed counted in beats of another length, where that is a whole number in range. */
function countedIn(rhythm: Rhythm, per: number): Pick<Rhythm, 'tempo' | 'target'> {
  const { tempo, target } = rhythm;
  const now = (tempo.bpm * tempo.per) / per;
  const later = (target * tempo.per) / per;
  const fits = [now, later].every(
    (bpm) => Number.isInteger(bpm) && bpm >= TEMPO_RANGE.min && bpm <= TEMPO_RANGE.max,
  );
  return fits ? { tempo: { bpm: now, per }, target: later } : { tempo, target };
}

/** A stroke at a moment, in pulses from the beginning. */
export interface PlacedStroke {
  readonly at: Pulses;
  readonly stroke: Stroke;
}

/** Strokes in cells of one beat each. */
export interface LaidIntoBeats {
  readonly cells: readonly Cell[];
  readonly strokes: readonly Stroke[];
  /** New slots of strokes that lie beside their exact moment. */
  readonly moved: readonly number[];
  /** Old slots of strokes that had no room. */
  readonly lost: readonly number[];
}

/**
 * Lays strokes into the beats of so many turns, each beat divided so that they fall where they are, if that is not too
 * fine. Strokes of one old slot stay together or go together.
 * @param placed ascending in time
 */
export function layIntoBeats(
  cycle: Cycle,
  turns: number,
  placed: readonly PlacedStroke[],
): LaidIntoBeats {
  const cells: Cell[] = [];
  const strokes: Stroke[] = [];
  const moved: number[] = [];
  const lost: number[] = [];
  let slot = 0;
  for (const { start, beat } of beatsOverTurns(cycle, turns)) {
    const { span } = beat;
    const begin = rational(start);
    const end = rational(start + span);
    const here = placed.filter(({ at }) => compare(at, begin) >= 0 && compare(at, end) < 0);
    const parts = here.map(({ at }) => divide(subtract(at, begin), rational(span)));
    const needed = parts.reduce((all, part) => lcm(all, part.den), 1);
    const slots = here.length === 0 ? span : divisionFor(span, needed);
    const taken = new Set<number>();
    /** The old slot whose strokes were placed last; those of one slot stay together or go together. */
    let placedLast: number | undefined;
    here.forEach(({ stroke }, which) => {
      const part = nth(parts, which);
      const place = Math.min(slots - 1, Math.round((part.num * slots) / part.den));
      const exact = (part.num * slots) % part.den === 0;
      if (taken.has(place) && placedLast !== stroke.slot) {
        lost.push(stroke.slot);
        return;
      }
      taken.add(place);
      placedLast = stroke.slot;
      if (!exact) moved.push(slot + place);
      strokes.push({ ...stroke, slot: slot + place });
    });
    cells.push({ beats: { num: 1, den: 1 }, slots });
    slot += slots;
  }
  return { cells, strokes, moved, lost };
}

function recastLayer(
  from: Cycle,
  layer: Layer,
  cycle: Cycle,
): { readonly layer: Layer; readonly moved: readonly number[]; readonly lost: readonly number[] } {
  const timing = timeLayer(from, layer);
  const turn = turnPulses(cycle);
  const turns = Math.max(1, Math.ceil(toNumber(timing.length) / turn));
  const placed = layer.strokes.map(
    (stroke): PlacedStroke => ({ at: nth(timing.starts, stroke.slot), stroke }),
  );
  const { cells, strokes, moved, lost } = layIntoBeats(cycle, turns, placed);
  if (cells.reduce((sum, { slots }) => sum + slots, 0) > LIMITS.slotsPerLayer) {
    return {
      layer: { ...layer, cells: plainCells(beatsOf(cycle).map((beat) => beat.span)), strokes: [] },
      moved: [],
      lost: layer.strokes.map((stroke) => stroke.slot),
    };
  }
  const { rings: _rings, ...rest } = layer;
  const made: Layer = { ...rest, cells: [...cells], strokes: [...strokes] };
  return { layer: withRings(made, ringsIn(timeLayer(cycle, made), layer, timing)), moved, lost };
}

/** The slots of a new timing that begin where a slot of the old one rang on. */
function ringsIn(made: LayerTiming, layer: Layer, timing: LayerTiming): readonly number[] {
  const rang = new Set(layer.rings);
  if (rang.size === 0) return [];
  return made.starts.flatMap((start, slot) => {
    if (compare(start, timing.length) >= 0) return [];
    const old = timing.starts.findLastIndex((one) => compare(one, start) <= 0);
    return rang.has(old) ? [slot] : [];
  });
}

/** The division of a beat on which all its strokes lie, if it is not too fine; else its pulses. */
function divisionFor(span: number, needed: number): number {
  const both = lcm(span, needed);
  if (both <= FINEST) return both;
  return needed <= FINEST ? needed : Math.min(span, FINEST);
}

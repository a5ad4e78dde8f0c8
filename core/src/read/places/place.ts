import { nth, numberAt } from '../../bounds/index.ts';
import {
  type Counting,
  countBeat,
  countTurn,
  isPulseSystem,
  systemFor,
} from '../../counting/index.ts';
import { beatStarts, beatsOf, type Cycle, turnPulses } from '../../cycle/index.ts';
import type { Layer, LayerGrid } from '../../rhythm/index.ts';
import { equal, floor, ONE, type Pulses, rational, subtract } from '../../time/index.ts';

/** Where a slot lies, as a player says it. */
export interface Place {
  /** Turn and beat, from 1. */
  readonly turn: number;
  readonly beat: number;
  /** The counted word of this part of the beat; undefined on the beat itself. */
  readonly word: string | undefined;
  /** Set where the count has no word here, and the word says which part of its cell it is. */
  readonly uncounted?: true;
}

/** Places that were worked out, by the grid they are on. */
const places = new WeakMap<
  LayerGrid,
  { readonly cycle: Cycle; readonly system: Counting; readonly bySlot: Map<number, Place> }
>();

/** The place of one slot of a layer, counted in `system`. */
export function placeOf(
  cycle: Cycle,
  layer: Layer,
  grid: LayerGrid,
  slot: number,
  system: Counting,
): Place {
  let known = places.get(grid);
  if (known?.cycle !== cycle || known.system !== system) {
    known = { cycle, system, bySlot: new Map() };
    places.set(grid, known);
  }
  let place = known.bySlot.get(slot);
  if (!place) {
    place = findPlace(cycle, layer, grid, slot, system);
    known.bySlot.set(slot, place);
  }
  return place;
}

const TIMES = 'second third fourth fifth sixth seventh eighth ninth tenth'.split(' ');

/** The word of a part of a beat; one that was said before in the beat says which time it is: second trip. */
function distinctWord(words: readonly string[], part: number): string | undefined {
  const word = words[part];
  if (word === undefined) return undefined;
  // The beat’s own number is not a word for a part of it.
  const from = /^\d+$/.test(words[0] ?? '') ? 1 : 0;
  const before = words.slice(from, part).filter((one) => one === word).length;
  return before === 0 ? word : `${TIMES[before - 1] ?? `${before + 1}th`} ${word}`;
}

function findPlace(
  cycle: Cycle,
  layer: Layer,
  grid: LayerGrid,
  slot: number,
  system: Counting,
): Place {
  const at: Pulses = nth(grid.starts, slot);
  const length = turnPulses(cycle);
  const turn = floor(rational(at.num, at.den * length));
  const within = subtract(at, rational(turn * length));
  const starts = beatStarts(cycle);
  const beat = Math.max(
    0,
    starts.findLastIndex((start) => start * within.den <= within.num),
  );
  const sinceBeat = subtract(within, rational(numberAt(starts, beat)));
  if (sinceBeat.num === 0) return { turn: turn + 1, beat: beat + 1, word: undefined };

  const cellIndex = numberAt(grid.cellOf, slot);
  const cell = layer.cells[cellIndex];
  const cellStart = grid.cellBeats[cellIndex];
  const part = slot - numberAt(grid.firstSlot, cellIndex);
  const wholeBeat =
    cell && cellStart?.den === 1 && equal(rational(cell.beats.num, cell.beats.den), ONE);
  let word: string | undefined;
  const span = nth(beatsOf(cycle), beat).span;
  if (isPulseSystem(systemFor(system, span))) {
    word = sinceBeat.den === 1 ? countTurn(system, cycle)[within.num]?.word : undefined;
  } else if (wholeBeat && cell) {
    word = distinctWord(countBeat(system, beat + 1, cell.slots), part);
  } else if (sinceBeat.den === 1) {
    word = distinctWord(countBeat(system, beat + 1, span), sinceBeat.num);
  }
  return {
    turn: turn + 1,
    beat: beat + 1,
    ...(word === undefined
      ? { word: `part ${part + 1} of ${cell?.slots ?? 1}`, uncounted: true }
      : { word }),
  };
}

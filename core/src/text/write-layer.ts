import type { Cycle } from '../cycle/index.ts';
import { instrumentOf } from '../instrument/index.ts';
import {
  ANEW,
  footKinds,
  type Hand,
  type Layer,
  placesInOrder,
  type Stroke,
  turnBeats,
  writeTuning,
} from '../rhythm/index.ts';
import {
  add,
  type Beats,
  compare,
  equal,
  formatRational,
  ONE,
  rational,
  ZERO,
} from '../time/index.ts';
import { writeFeel } from './feel-text.ts';
import { writeSlot } from './token.ts';

/** Rows longer than this break after a turn. */
const ROW_WIDTH = 96;

/** The rows of one layer under its head: `play`, then `hand`, `say` and the rest where they are set. */
export function writeLayerRows(layer: Layer, cycle: Cycle): string {
  const bySlot = strokesBySlot(layer.strokes);
  const instrument = instrumentOf(layer);
  const rings = new Set(layer.rings);
  const turns = cutIntoTurns(layer, cycle);
  const row = (key: string, word: (slot: number) => string, lengths: boolean): string =>
    wrapTurns(
      key,
      turns.map((cells) =>
        cells
          .map(({ first, slots, beats }) => {
            const words = Array.from({ length: slots }, (_, part) => word(first + part));
            const length = lengths && !equal(beats, ONE) ? [`<${formatRational(beats)}>`] : [];
            return [...length, ...words].join(' ');
          })
          .join(' / '),
      ),
    );
  const play = row(
    'play',
    (slot) => {
      const here = bySlot.get(slot);
      return here ? writeSlot(here, instrument) : rings.has(slot) ? '_' : '.';
    },
    true,
  );
  const each = (pick: (stroke: Stroke) => string | undefined) => (slot: number) => {
    const parts = (bySlot.get(slot) ?? []).map((stroke) => pick(stroke) ?? '.');
    // What stands for nothing at the end is left out: it reads back the same.
    const last = parts.findLastIndex((part) => part !== '.');
    return last < 0 ? '.' : parts.slice(0, last + 1).join('+');
  };
  return [
    play,
    ...(layer.strokes.some((stroke) => stroke.hand)
      ? [
          writtenSticking(layer, cycle) ??
            row(
              'hand',
              each((stroke) => stroke.hand),
              false,
            ),
        ]
      : []),
    ...sayRow(layer, () =>
      row(
        'say',
        each((stroke) => stroke.say),
        false,
      ),
    ),
    ...(layer.side ? [`as    ${layer.side}`] : []),
    ...(layer.role ? [`role  ${layer.role}`] : []),
    ...(layer.tuning ? [`tune  ${writeTuning(layer.tuning)}`] : []),
    ...(layer.feel ? [`feel  ${writeFeel(layer.feel)}`] : []),
    ...(layer.free ? ['loop  own'] : []),
  ].join('\n');
}

function sayRow(layer: Layer, write: () => string): string[] {
  const counted = layer.sayCounting ? [`say   ${layer.sayCounting}`] : [];
  if (!layer.strokes.some((stroke) => stroke.say)) return counted;
  const rows = write();
  // A lone word could be taken for the name of a counting system; a closing | says it is a syllable.
  return [...counted, /(^|\n)say\s+\S+$/.test(rows) ? `${rows} |` : rows];
}

function strokesBySlot(strokes: readonly Stroke[]): ReadonlyMap<number, readonly Stroke[]> {
  const bySlot = new Map<number, Stroke[]>();
  for (const stroke of strokes) {
    const here = bySlot.get(stroke.slot);
    if (here) here.push(stroke);
    else bySlot.set(stroke.slot, [stroke]);
  }
  return bySlot;
}

interface WrittenCell {
  readonly first: number;
  readonly slots: number;
  readonly beats: Beats;
}

function cutIntoTurns(layer: Layer, cycle: Cycle): readonly (readonly WrittenCell[])[] {
  const turn = rational(turnBeats(cycle));
  const turns: WrittenCell[][] = [[]];
  let first = 0;
  let inTurn: Beats = ZERO;
  for (const cell of layer.cells) {
    if (compare(inTurn, turn) >= 0) {
      if (equal(inTurn, turn)) turns.push([]);
      inTurn = ZERO;
    }
    const beats = rational(cell.beats.num, cell.beats.den);
    turns.at(-1)?.push({ first, slots: cell.slots, beats });
    first += cell.slots;
    inTurn = add(inTurn, beats);
  }
  return turns;
}

function wrapTurns(key: string, turns: readonly string[]): string {
  const rows: string[] = [];
  let row = '';
  for (const turn of turns) {
    if (row !== '' && row.length + turn.length + 3 > ROW_WIDTH) {
      rows.push(`${row} |`);
      row = '';
    }
    row = row === '' ? turn : `${row} | ${turn}`;
  }
  rows.push(row);
  return rows.map((text) => `${key.padEnd(5)} ${text}`).join('\n');
}

/** The longest order of hands that is looked for. */
const LONGEST_ORDER = 8;

/** `hand each R L` where the hands follow a short order all through, or in every turn or run. */
function writtenSticking(layer: Layer, cycle: Cycle): string | undefined {
  const feet = footKinds(layer);
  const isPlain = layer.strokes.every(({ hand, kind }) => (hand === undefined) === feet.has(kind));
  if (!isPlain) return undefined;
  for (const anew of [undefined, ...ANEW]) {
    const places = placesInOrder(layer, cycle, anew);
    const count = places.filter((place) => place !== undefined).length;
    for (let period = 1; period <= LONGEST_ORDER && period * 2 <= count; period += 1) {
      const order = Array<Hand | undefined>(period).fill(undefined);
      const follows = layer.strokes.every(({ hand }, at) => {
        const place = places[at];
        if (place === undefined) return true;
        order[place % period] ??= hand;
        return order[place % period] === hand;
      });
      if (!follows || order.includes(undefined)) continue;
      return ['hand  each', anew, ...order].filter(Boolean).join(' ');
    }
  }
  return undefined;
}

import { nth, numberAt } from '../../bounds/index.ts';
import { sayStroke } from '../../read/index.ts';
import {
  add,
  divide,
  lcm,
  modulo,
  type Pulses,
  rational,
  subtract,
  wrap,
} from '../../time/index.ts';
import { counted } from '../../wording/index.ts';
import { type Going, isIn, type Line, namedLine, settle, struckIn, type Varied } from '../line.ts';
import type { Move } from '../move.ts';

/** Moves all strokes along; what goes over the end comes in at the beginning. */
export const SHIFT: Move = {
  name: 'Shift',
  about: 'Everything a little later or earlier; what goes over the end comes in at the beginning.',
  fields: [
    { kind: 'number', key: 'by', label: 'By', min: -32, max: 32, usual: 1 },
    { kind: 'choice', key: 'unit', label: 'In', choices: { part: 'parts', pulse: 'pulses' } },
    {
      kind: 'choice',
      key: 'hold',
      label: 'Keep',
      choices: { end: 'the last', beginning: 'the first', nothing: 'nothing' },
    },
    {
      kind: 'number',
      key: 'held',
      label: 'Strokes kept',
      min: 1,
      max: 16,
      usual: 2,
      where: ['hold', 'end', 'beginning'],
    },
  ],
  apply(line, asked) {
    const region = regionOf(line, asked.choice('hold'), asked.number('held'));
    if (region.to - region.from < 2) return { layer: line.layer, told: [] };
    const by = asked.number('by');
    return asked.choice('unit') === 'part'
      ? shiftParts(line, region, by)
      : shiftTime(line, region, rational(by));
  },
  say(asked) {
    const [by, hold, held] = [asked.number('by'), asked.choice('hold'), asked.number('held')];
    const unit = asked.choice('unit');
    const far = `Shift ${counted(Math.abs(by), unit)}${by < 0 ? ' back' : ''}`;
    if (hold === 'nothing') return far;
    return `${far}, keep the ${hold === 'end' ? 'last' : 'first'} ${held === 1 ? 'stroke' : held}`;
  },
};

interface Region {
  readonly from: number;
  readonly to: number;
}

/** The slots that move: those up to the strokes that are held, or after them. */
function regionOf(line: Line, hold: string, held: number): Region {
  const struck = struckIn(line);
  const { from, to } = line;
  if (hold === 'end') return { from, to: struck.at(-held) ?? from };
  if (hold === 'beginning') return { from: (struck[held - 1] ?? to) + 1, to };
  return { from, to };
}

function shiftParts(line: Line, { from, to }: Region, by: number): Varied {
  const place = (slot: number) =>
    slot >= from && slot < to ? from + wrap(slot - from + by, to - from) : slot;
  const { strokes, cells, rings = [] } = line.layer;
  return settle(
    line,
    strokes.map((stroke) => ({ stroke, to: place(stroke.slot) })),
    cells,
    rings.map(place),
  );
}

/** By exact time, over cells of whatever division; what falls between slots goes to the nearest one, and is told. */
export function shiftTime(line: Line, { from, to }: Region, by: Pulses): Varied {
  const { grid, layer } = line;
  const start = nth(grid.starts, from);
  const length = subtract(grid.starts[to] ?? grid.length, start);
  const going: Going[] = [];
  const told: string[] = [];
  const named = namedLine(line);
  const placeOf = (slot: number) =>
    slotAround(line, add(start, modulo(add(subtract(nth(grid.starts, slot), start), by), length)));
  for (const stroke of layer.strokes) {
    if (stroke.slot < from || stroke.slot >= to) {
      going.push({ stroke, to: stroke.slot });
      continue;
    }
    const found = placeOf(stroke.slot);
    if (found.parts !== undefined) {
      told.push(
        `The ${sayStroke(named, stroke.slot)} falls between two parts and goes to the nearer one; ${found.parts} parts there would hold it.`,
      );
    }
    going.push({ stroke, to: Math.min(to - 1, found.slot) });
  }
  const rings = (layer.rings ?? []).map((slot) =>
    slot >= from && slot < to ? placeOf(slot).slot : slot,
  );
  const settled = settle(line, going, layer.cells, rings);
  return { layer: settled.layer, told: [...told, ...settled.told] };
}

/** The slot at a moment; where none begins there, the nearest and how many parts of its cell would hold it. */
function slotAround(
  { grid, layer }: Line,
  at: Pulses,
): { readonly slot: number; readonly parts?: number } {
  const slot = grid.starts.findLastIndex(({ num, den }) => num * at.den <= at.num * den);
  const start = nth(grid.starts, slot);
  const rest = subtract(at, start);
  if (rest.num === 0) return { slot };
  const cell = numberAt(grid.cellOf, slot);
  const first = numberAt(grid.firstSlot, cell);
  const { slots } = nth(layer.cells, cell);
  const end = grid.starts[first + slots] ?? grid.length;
  const part = divide(
    subtract(at, nth(grid.starts, first)),
    subtract(end, nth(grid.starts, first)),
  );
  const next = subtract(grid.starts[slot + 1] ?? grid.length, at);
  const isLater = next.num * rest.den < rest.num * next.den;
  return { slot: slot + (isLater ? 1 : 0), parts: lcm(slots, part.den) };
}

/** Begins the line on another of its strokes, as if it had always begun there. */
export const ROTATE: Move = {
  name: 'Begin on another stroke',
  about: 'The line turned round so that another of its strokes comes on the one.',
  fields: [{ kind: 'number', key: 'stroke', label: 'Stroke', min: 1, max: 64, usual: 2 }],
  apply(line, asked) {
    const struck = struckIn(line);
    const slot = struck[(asked.number('stroke') - 1) % Math.max(1, struck.length)];
    if (slot === undefined) return { layer: line.layer, told: [] };
    const by = subtract(nth(line.grid.starts, line.from), nth(line.grid.starts, slot));
    return shiftTime(line, line, by);
  },
  say: (asked) => `Begin on stroke ${asked.number('stroke')}`,
};

/** Two halves of the stretch change places. */
export const SWAP: Move = {
  name: 'Swap the halves',
  about: 'The second half first, then the first.',
  fields: [],
  apply(line) {
    const { grid, from, to } = line;
    const length = subtract(grid.starts[to] ?? grid.length, nth(grid.starts, from));
    return shiftTime(line, line, divide(length, rational(2)));
  },
  say: () => 'Swap the halves',
};

/** The strokes of the stretch from its last slot to its first. */
export const BACKWARDS: Move = {
  name: 'Backwards',
  about: 'The same strokes in time from the end to the beginning; the first stays the first.',
  fields: [],
  apply(line) {
    const { from, to, layer } = line;
    const length = to - from;
    const place = (slot: number) => (isIn(line, slot) ? from + wrap(from - slot, length) : slot);
    return settle(
      line,
      layer.strokes.map((stroke) => ({ stroke, to: place(stroke.slot) })),
    );
  },
  say: () => 'Backwards',
};

import { nth } from '../../bounds/index.ts';
import type { Cell } from '../../rhythm/index.ts';
import { type Going, settle } from '../line.ts';
import type { Move } from '../move.ts';

/** Where the parts of a beat of four go in one of three, and of three in one of four. */
export const TABLES = {
  usual: { name: 'as players do', 4: [0, 1, 1, 2], 3: [0, 2, 3] },
  nearest: { name: 'to the nearest', 4: [0, 1, 2, 2], 3: [0, 1, 3] },
  place: { name: 'place by place', 4: [0, 1, 2, 2], 3: [0, 1, 2] },
} as const;
export type TableName = keyof typeof TABLES;

/** Which beats of the stretch are recut. */
const BEATS = {
  all: 'every beat',
  'first half': 'the first half',
  'second half': 'the second half',
  odd: 'every other beat, from the first',
  even: 'every other beat, from the second',
} as const;

/** Beats of four parts become beats of three, or the other way, by a table. */
export const THREES: Move = {
  name: 'Fours and threes',
  about: 'Beats of four parts become beats of three, or beats of three become four.',
  fields: [
    {
      kind: 'choice',
      key: 'to',
      label: 'Into',
      choices: { threes: 'threes', fours: 'fours' },
    },
    {
      kind: 'choice',
      key: 'table',
      label: 'By',
      choices: Object.fromEntries(Object.entries(TABLES).map(([key, { name }]) => [key, name])),
    },
    { kind: 'choice', key: 'beats', label: 'Which', choices: BEATS },
  ],
  apply(line, asked) {
    const table = TABLES[asked.choice('table') as TableName];
    const parts = asked.choice('to') === 'threes' ? 4 : 3;
    const places = table[parts];
    const { layer, grid } = line;
    const inside = layer.cells.flatMap((_, cell) => {
      const first = nth(grid.firstSlot, cell);
      return first >= line.from && first < line.to ? [cell] : [];
    });
    const chosen = new Set(
      inside.filter((_, at) => isChosen(asked.choice('beats'), at, inside.length)),
    );
    const starts: number[] = [];
    let slot = 0;
    const cells = layer.cells.map((cell, at): Cell => {
      starts.push(slot);
      const slots = chosen.has(at) && cell.slots === parts ? 7 - parts : cell.slots;
      slot += slots;
      return slots === cell.slots ? cell : { ...cell, slots };
    });
    const place = (old: number) => {
      const cell = nth(grid.cellOf, old);
      const part = old - nth(grid.firstSlot, cell);
      const isCut = nth(cells, cell).slots !== nth(layer.cells, cell).slots;
      return nth(starts, cell) + (isCut ? nth(places, part) : part);
    };
    const going = layer.strokes.map((stroke): Going => ({ stroke, to: place(stroke.slot) }));
    return settle(line, going, cells, (layer.rings ?? []).map(place));
  },
  say(asked) {
    const what = asked.choice('to') === 'threes' ? 'Threes for fours' : 'Fours for threes';
    const beats = asked.choice('beats');
    return beats === 'all' ? what : `${what}, ${BEATS[beats as keyof typeof BEATS]}`;
  },
};

function isChosen(which: string, at: number, count: number): boolean {
  switch (which) {
    case 'first half':
      return at * 2 < count;
    case 'second half':
      return at * 2 >= count;
    case 'odd':
      return at % 2 === 0;
    case 'even':
      return at % 2 === 1;
    default:
      return true;
  }
}

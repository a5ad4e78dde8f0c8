import { nth, numberAt } from '../../bounds/index.ts';
import {
  type Cell,
  RECUT_TABLES,
  type RecutTable,
  type RecutTableName,
  readPlaces,
} from '../../rhythm/index.ts';
import { type Going, settle } from '../line.ts';
import type { Asked, Move } from '../move.ts';

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
      choices: {
        ...Object.fromEntries(Object.entries(RECUT_TABLES).map(([key, { name }]) => [key, name])),
        own: 'a table of one’s own',
      },
    },
    written('fours', 'Own: the four parts go to', 4, '0 1 1 2'),
    written('threes', 'Own: the three parts go to', 3, '0 2 3'),
    { kind: 'choice', key: 'beats', label: 'Which', choices: BEATS },
  ],
  apply(line, asked) {
    const parts = asked.choice('to') === 'threes' ? 4 : 3;
    const places = tableOf(asked)[parts];
    const { layer, grid } = line;
    const inside = layer.cells.flatMap((_, cell) => {
      const first = numberAt(grid.firstSlot, cell);
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
      const cell = numberAt(grid.cellOf, old);
      const part = old - numberAt(grid.firstSlot, cell);
      const isCut = nth(cells, cell).slots !== nth(layer.cells, cell).slots;
      return numberAt(starts, cell) + (isCut ? numberAt(places, part) : part);
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

function written(key: string, label: string, parts: 3 | 4, usual: string) {
  return {
    kind: 'written',
    key,
    label,
    usual,
    where: ['table', 'own'],
    hint: `${parts} numbers from 0 to ${6 - parts}, none lower than the one before: ${usual}.`,
    fits: (text: string) => readPlaces(text, parts) !== undefined,
  } as const;
}

/** The table that a step is set to. */
export function tableOf(asked: Asked): RecutTable {
  const name = asked.choice('table');
  if (name !== 'own') return RECUT_TABLES[name as RecutTableName];
  return {
    4: readPlaces(asked.written('fours'), 4) ?? RECUT_TABLES.usual[4],
    3: readPlaces(asked.written('threes'), 3) ?? RECUT_TABLES.usual[3],
  };
}

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

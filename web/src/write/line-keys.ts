import { numberAt } from '@stride/core/bounds';
import type { KeyboardEvent } from 'react';
import type { Line, LineCommands } from './line.ts';

/** A key pressed on a line that is on a grid. */
interface Pressed {
  readonly key: string;
  readonly shift: boolean;
  readonly slot: number;
  readonly grid: Grid;
  readonly commands: LineCommands;
}

/** Keys that do one thing: how the help shows them, and what they do. */
export interface LineKey {
  readonly shown: string;
  readonly what: string;
  /** Which keys it takes, with Ctrl, with Alt, or alone; one that is not here is only shown. */
  readonly takes?: RegExp;
  readonly held?: 'ctrl' | 'alt';
  /** False where Shift makes another key of it. */
  readonly withShift?: false;
  readonly run?: (pressed: Pressed) => void;
}

const by = (key: string) => (/Left|Up/.test(key) ? -1 : 1);

/** The keys of the stride line: the help lists them, and what is pressed goes to the first that takes it. */
export const LINE_KEYS: readonly LineKey[] = [
  {
    shown: '← →',
    what: 'one slot',
    takes: /^Arrow(Left|Right)$/,
    run: ({ key, shift, slot, commands }) => commands.goTo(slot + by(key), shift),
  },
  {
    shown: 'Alt ← →',
    what: 'one beat',
    takes: /^Arrow(Left|Right)$/,
    held: 'alt',
    run: ({ key, shift, slot, grid, commands }) =>
      commands.goTo(cellStart(grid, slot, by(key)), shift),
  },
  {
    shown: 'Page Up, Page Down',
    what: 'one turn',
    takes: /^Page(Up|Down)$/,
    run: ({ key, shift, slot, grid, commands }) =>
      commands.goTo(turnStart(grid, slot, by(key)), shift),
  },
  {
    shown: 'Home, End',
    what: 'first slot, last slot',
    takes: /^(Home|End)$/,
    run: ({ key, shift, commands }) =>
      commands.goTo(key === 'Home' ? 0 : Number.MAX_SAFE_INTEGER, shift),
  },
  {
    shown: '↑ ↓',
    what: 'the layer above, below',
    takes: /^Arrow(Up|Down)$/,
    run: ({ key, shift, commands }) => commands.goToLayer(by(key), shift),
  },
  { shown: 'Shift with these', what: 'choose a stretch, over layers too' },
  {
    shown: 'a stroke’s letter',
    what: 'place it',
    takes: /^[a-zA-Z]$/,
    run: ({ key, commands }) => commands.place(key),
  },
  {
    shown: '& and a letter',
    what: 'together with the stroke just placed, or those in the slot',
    takes: /^&$/,
    run: ({ commands }) => commands.together(),
  },
  {
    shown: 'Delete or .',
    what: 'remove',
    takes: /^(Delete|Backspace|\.)$/,
    run: ({ commands }) => commands.remove(),
  },
  { shown: '!', what: 'accent', takes: /^!$/, run: ({ commands }) => commands.accent() },
  {
    shown: '+ −',
    what: 'stronger, softer',
    takes: /^[+=-]$/,
    run: ({ key, commands }) => commands.louder(key === '-' ? -1 : 1),
  },
  { shown: '(', what: 'ghost', takes: /^\($/, run: ({ commands }) => commands.ghost() },
  {
    shown: "'",
    what: 'flam',
    takes: /^['’]$/,
    run: ({ commands }) => commands.ornament('flam'),
  },
  { shown: '~', what: 'open roll', takes: /^~$/, run: ({ commands }) => commands.ornament('roll') },
  {
    shown: '/',
    what: 'may be left out',
    takes: /^\/$/,
    run: ({ commands }) => commands.optional(),
  },
  { shown: '^', what: 'choke', takes: /^\^$/, run: ({ commands }) => commands.damp() },
  {
    shown: ',',
    what: 'played with the foot',
    takes: /^,$/,
    run: ({ commands }) => commands.hand('F'),
  },
  {
    shown: '_',
    what: 'the stroke before rings on',
    takes: /^_$/,
    run: ({ commands }) => commands.ring(),
  },
  {
    shown: 'Alt ↑ ↓',
    what: 'right hand, left hand',
    takes: /^Arrow(Up|Down)$/,
    held: 'alt',
    run: ({ key, commands }) => commands.hand(by(key) < 0 ? 'R' : 'L'),
  },
  {
    shown: '1 … 9',
    what: 'slots in the cell',
    takes: /^[1-9]$/,
    run: ({ key, commands }) => commands.divide(Number(key)),
  },
  {
    shown: 'Ctrl ← →',
    what: 'move the stroke, or the stretch, along the line',
    takes: /^Arrow(Left|Right)$/,
    held: 'ctrl',
    run: ({ key, commands }) => commands.shift(by(key)),
  },
  {
    shown: 'Ctrl C',
    what: 'copy the turn or the stretch',
    takes: /^c$/i,
    held: 'ctrl',
    withShift: false,
    run: ({ commands }) => commands.copy(),
  },
  {
    shown: 'Ctrl X',
    what: 'cut the stretch',
    takes: /^x$/i,
    held: 'ctrl',
    withShift: false,
    run: ({ commands }) => commands.cut(),
  },
  // Pasting comes as an event of its own, which knows what the system holds.
  { shown: 'Ctrl V', what: 'paste' },
];

/** Takes a key pressed on the line; what means nothing here is left to others. */
export function onLineKey({ commands, chosen, grid }: Line, event: KeyboardEvent): void {
  if (!grid) return;
  const { key, shiftKey: shift, ctrlKey, metaKey, altKey } = event;
  const held = ctrlKey || metaKey ? 'ctrl' : altKey ? 'alt' : undefined;
  const found = LINE_KEYS.find(
    (one) => one.held === held && one.takes?.test(key) && !(shift && one.withShift === false),
  );
  if (!found?.run) return;
  found.run({ key, shift, slot: chosen.slot, grid, commands });
  event.preventDefault();
  event.stopPropagation();
}

type Grid = NonNullable<Line['grid']>;

function cellStart(grid: Grid, slot: number, step: 1 | -1): number {
  const cell = numberAt(grid.cellOf, slot);
  const first = numberAt(grid.firstSlot, cell);
  if (step < 0 && slot > first) return first;
  return grid.firstSlot[cell + step] ?? (step < 0 ? 0 : grid.cellOf.length - 1);
}

/** The slot as far into the next or the last turn as this one is into its own. */
function turnStart(grid: Grid, slot: number, step: 1 | -1): number {
  const turn = grid.turnTicks;
  const target = numberAt(grid.startTicks, slot) + step * turn;
  if (target < 0) return 0;
  return grid.startTicks.findLastIndex((start) => start <= target);
}

import type { KeyboardEvent } from 'react';
import type { Line } from './line.ts';

/** The keys of the stride line, said once for the help. */
export const LINE_KEYS: readonly (readonly [keys: string, what: string])[] = [
  ['← →', 'one slot'],
  ['Alt ← →', 'one beat'],
  ['Page Up, Page Down', 'one turn'],
  ['Home, End', 'first slot, last slot'],
  ['↑ ↓', 'the layer above, below'],
  ['Shift with these', 'choose a stretch, over layers too'],
  ['a stroke’s letter', 'place it'],
  ['& and a letter', 'together with the stroke just placed, or those in the slot'],
  ['Delete or .', 'remove'],
  ['!', 'accent'],
  ['+ −', 'stronger, softer'],
  ['_', 'the stroke before rings on'],
  ['Alt ↑ ↓', 'right hand, left hand'],
  ['1 … 9', 'slots in the cell'],
  ['Ctrl ← →', 'move the stroke, or the stretch, along the line'],
  ['Ctrl C, X, V', 'copy the turn or the stretch, cut, paste'],
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
];

/** Takes a key pressed on the line. */
export function onLineKey(line: Line, event: KeyboardEvent): void {
  if (handle(line, event)) {
    event.preventDefault();
    event.stopPropagation();
  }
}

/** @returns whether the key meant something here */
function handle({ commands, chosen, grid }: Line, event: KeyboardEvent): boolean {
  if (!grid) return false;
  const { key, shiftKey } = event;
  if ((event.ctrlKey || event.metaKey) && key.startsWith('Arrow')) {
    if (key === 'ArrowLeft') commands.shift(-1);
    else if (key === 'ArrowRight') commands.shift(1);
    else return false;
    return true;
  }
  if (event.ctrlKey || event.metaKey) return handleCopy(commands, key.toLowerCase(), shiftKey);
  if (event.altKey) {
    switch (key) {
      case 'ArrowUp':
        commands.hand('R');
        return true;
      case 'ArrowDown':
        commands.hand('L');
        return true;
      case 'ArrowLeft':
        commands.goTo(cellStart(grid, chosen.slot, -1), shiftKey);
        return true;
      case 'ArrowRight':
        commands.goTo(cellStart(grid, chosen.slot, 1), shiftKey);
        return true;
      default:
        return false;
    }
  }
  switch (key) {
    case 'ArrowLeft':
      commands.goTo(chosen.slot - 1, shiftKey);
      return true;
    case 'ArrowRight':
      commands.goTo(chosen.slot + 1, shiftKey);
      return true;
    case 'Home':
      commands.goTo(0, shiftKey);
      return true;
    case 'End':
      commands.goTo(Number.MAX_SAFE_INTEGER, shiftKey);
      return true;
    case 'PageUp':
    case 'PageDown':
      commands.goTo(turnStart(grid, chosen.slot, key === 'PageUp' ? -1 : 1), shiftKey);
      return true;
    case 'ArrowUp':
    case 'ArrowDown':
      commands.goToLayer(key === 'ArrowUp' ? -1 : 1, shiftKey);
      return true;
    case 'Delete':
    case 'Backspace':
    case '.':
      commands.remove();
      return true;
    case '&':
      commands.together();
      return true;
    case '_':
      commands.ring();
      return true;
    case '!':
      commands.accent();
      return true;
    case '+':
    case '=':
      commands.louder(1);
      return true;
    case '-':
      commands.louder(-1);
      return true;
  }
  if (/^[1-9]$/.test(key)) {
    commands.divide(Number(key));
    return true;
  }
  // The question mark opens the help.
  if (!/^[a-z]$/i.test(key)) return false;
  commands.place(key);
  return true;
}

/** Pasting comes as an event of its own, which knows what the system holds. */
function handleCopy(commands: Line['commands'], key: string, shift: boolean): boolean {
  if (shift) return false;
  if (key === 'c') commands.copy();
  else if (key === 'x') commands.cut();
  else return false;
  return true;
}

type Grid = NonNullable<Line['grid']>;

function cellStart(grid: Grid, slot: number, step: 1 | -1): number {
  const cell = grid.cellOf[slot] ?? 0;
  const first = grid.firstSlot[cell] ?? 0;
  if (step < 0 && slot > first) return first;
  return grid.firstSlot[cell + step] ?? (step < 0 ? 0 : grid.cellOf.length - 1);
}

/** The slot as far into the next or the last turn as this one is into its own. */
function turnStart(grid: Grid, slot: number, step: 1 | -1): number {
  const turn = grid.turnTicks;
  const target = (grid.startTicks[slot] ?? 0) + step * turn;
  if (target < 0) return 0;
  return grid.startTicks.findLastIndex((start) => start <= target);
}

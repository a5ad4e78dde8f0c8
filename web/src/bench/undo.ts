import type { RhythmDocument } from '../store/document.ts';
import { announce } from '../ui/live.tsx';

/** Takes the last edit back, and says so. */
export function undoIn(document: RhythmDocument): void {
  const { history, earlier } = document.getState();
  document.undo();
  announce(history.past.length > 0 || earlier > 0 ? 'Undone' : 'There is nothing to undo');
}

/** Does again what was taken back, and says so. */
export function redoIn(document: RhythmDocument): void {
  const { future } = document.getState().history;
  document.redo();
  announce(future.length > 0 ? 'Done again' : 'There is nothing to do again');
}

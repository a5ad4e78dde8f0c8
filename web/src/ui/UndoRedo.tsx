import { Redo2, Undo2 } from 'lucide-react';
import { Button } from './Button.tsx';

interface UndoRedoProps {
  /** Undefined where there is nothing to undo, or to do again. */
  readonly undo: (() => void) | undefined;
  readonly redo: (() => void) | undefined;
}

/** The way back and forth through what was changed. */
export function UndoRedo({ undo, redo }: UndoRedoProps) {
  return (
    <>
      <Button
        look="quiet"
        icon
        aria-label="Undo"
        title="Undo (Ctrl Z)"
        disabled={!undo}
        onClick={undo}
      >
        <Undo2 aria-hidden size={18} />
      </Button>
      <Button
        look="quiet"
        icon
        aria-label="Redo"
        title="Redo (Ctrl Shift Z)"
        disabled={!redo}
        onClick={redo}
      >
        <Redo2 aria-hidden size={18} />
      </Button>
    </>
  );
}

import { useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { tourIsOver } from './tour-shown.ts';

const STEPS = [
  {
    title: 'Every rhythm is a line',
    text: 'The line is the skin of the drum. Right-hand strokes stand above it, left-hand ones hang below; the further away, the stronger. Open one of the examples.',
  },
  {
    title: 'Play, and change it while it sounds',
    text: 'The space bar plays. Touch a slot and press the letter of a stroke, or use the buttons under the line, or type the rows.',
  },
  {
    title: 'It says what it sees',
    text: 'The reading at the side tells whether it comes round, where the gaps lie and what each hand has to do. Touch a sentence to see its strokes.',
  },
  {
    title: 'Climb to its tempo',
    text: 'Climb goes from slow to quick by small steps, to be read from two metres. Warm up first; stop when something hurts. The question mark shows all keys.',
  },
] as const;

/** Four steps at most, beside the program and not over it; it can be left at once. */
export function Tour({ onClose }: { readonly onClose: () => void }) {
  const [at, setAt] = useState(0);
  const step = STEPS[at];
  if (!step) return null;
  const close = () => {
    tourIsOver();
    onClose();
  };
  return (
    <aside
      aria-label="Tour"
      className="fixed bottom-4 left-4 z-20 w-[min(380px,calc(100vw-2rem))] rounded-2xl border border-edge bg-bar p-5 text-on-bar shadow-xl"
    >
      <h2 className="text-lg">{step.title}</h2>
      <p className="mt-1">{step.text}</p>
      <div className="mt-3 flex items-center gap-3">
        <span className="mr-auto text-sm text-on-bar-quiet">
          {at + 1} of {STEPS.length}
        </span>
        <button
          type="button"
          className="px-2 py-1.5 text-on-bar-quiet hover:text-on-bar"
          onClick={close}
        >
          Leave the tour
        </button>
        {at < STEPS.length - 1 ? (
          <Button look="go" onClick={() => setAt(at + 1)}>
            Next
          </Button>
        ) : (
          <Button look="go" onClick={close}>
            Begin
          </Button>
        )}
      </div>
    </aside>
  );
}

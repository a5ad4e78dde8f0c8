import { useEffect } from 'react';
import type { OpenLine } from './open-line.ts';

/** What is pasted while a slot of the rhythm has the focus goes there. */
export function usePaste(line: OpenLine): void {
  useEffect(() => {
    // The event comes to wherever the page's selection is, and not to what has the focus.
    const onPaste = (event: ClipboardEvent) => {
      const focused = document.activeElement;
      if (!(focused instanceof SVGElement) || focused.dataset.slot === undefined) return;
      const { rhythm, commands } = line.now();
      if (focused.closest<SVGElement>('[data-line]')?.dataset.line !== rhythm.id) return;
      event.preventDefault();
      commands.paste(event.clipboardData?.getData('text/plain'));
    };
    document.addEventListener('paste', onPaste);
    return () => document.removeEventListener('paste', onPaste);
  }, [line]);
}

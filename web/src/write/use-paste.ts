import { useEffect } from 'react';
import { useLatest } from '../ui/use-latest.ts';

/** What is pasted while a slot of the rhythm has the focus goes there. */
export function usePaste(rhythmId: string, commands: { paste(text?: string): void }): void {
  const latest = useLatest(commands);
  useEffect(() => {
    // The event comes to wherever the page's selection is, and not to what has the focus.
    const onPaste = (event: ClipboardEvent) => {
      const focused = document.activeElement;
      if (!(focused instanceof SVGElement) || focused.dataset.slot === undefined) return;
      if (focused.closest<SVGElement>('[data-line]')?.dataset.line !== rhythmId) return;
      event.preventDefault();
      latest.current.paste(event.clipboardData?.getData('text/plain'));
    };
    document.addEventListener('paste', onPaste);
    return () => document.removeEventListener('paste', onPaste);
  }, [rhythmId, latest]);
}

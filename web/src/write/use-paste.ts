import { useEffect } from 'react';

/** What is pasted while a slot of the rhythm has the focus goes there. */
export function usePaste(
  rhythmId: string,
  commands: { readonly current: { paste(text?: string): void } },
): void {
  useEffect(() => {
    // The event comes to wherever the page's selection is, and not to what has the focus.
    const onPaste = (event: ClipboardEvent) => {
      const focused = document.activeElement;
      if (!focused?.matches('[data-slot]') || !focused.id.startsWith(`slot-${rhythmId}-`)) return;
      event.preventDefault();
      commands.current.paste(event.clipboardData?.getData('text/plain'));
    };
    document.addEventListener('paste', onPaste);
    return () => document.removeEventListener('paste', onPaste);
  }, [rhythmId, commands]);
}

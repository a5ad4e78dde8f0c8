import { useSyncExternalStore } from 'react';

function watch(listener: () => void): () => void {
  const observer = new MutationObserver(listener);
  observer.observe(document.documentElement, { attributeFilter: ['data-theme'] });
  return () => observer.disconnect();
}

/** Whether light or dark is shown, for what is drawn with colours that it reads itself. */
export function useShownTheme(): string {
  return useSyncExternalStore(watch, () => document.documentElement.dataset.theme ?? '');
}

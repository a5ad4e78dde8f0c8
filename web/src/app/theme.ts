import { onDevice } from '../ui/browser-storage.ts';
import { createStore, useStore } from '../ui/store.ts';

export const THEMES = ['system', 'light', 'dark'] as const;
export type Theme = (typeof THEMES)[number];

const KEY = 'humble-stride-theme';
const dark = window.matchMedia('(prefers-color-scheme: dark)');

/** The theme the player chose; the system's where none was chosen or storage is closed. */
export function readTheme(): Theme {
  const stored = onDevice.get(KEY);
  return THEMES.find((theme) => theme === stored) ?? 'system';
}

const chosen = createStore(readTheme());

/** The theme that is chosen now; the component follows it. */
export function useTheme(): Theme {
  return useStore(chosen);
}

/** Shows a theme and keeps it for the next visit. */
export function applyTheme(theme: Theme): void {
  const shown = theme === 'system' ? (dark.matches ? 'dark' : 'light') : theme;
  document.documentElement.dataset.theme = shown;
  onDevice.set(KEY, theme);
  chosen.set(theme);
}

dark.addEventListener('change', () => applyTheme(chosen.now()));

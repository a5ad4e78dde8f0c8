import { screenElement } from '../ui/screen.ts';

/** Puts the focus at the beginning of the screen, where nothing on it has it. */
export function focusScreen(): void {
  screenElement()?.focus({ preventScroll: true });
}

/** Whether the focus was lost with what had it. */
export function focusIsLost(): boolean {
  return document.activeElement === null || document.activeElement === document.body;
}

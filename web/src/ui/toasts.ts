import { createStore } from './store.ts';

/** What is said, and the way back. */
export interface ToastItem {
  readonly id: number;
  readonly text: string;
  readonly undo?: (() => void) | undefined;
}

export const toasts = createStore<readonly ToastItem[]>([]);
let nextId = 1;

/** Says that something was done, with a way back where there is one. */
export function toast(text: string, undo?: () => void): void {
  toasts.set([...toasts.now().slice(-2), { id: nextId, text, undo }]);
  nextId += 1;
}

/** Takes what is said off the screen. */
export function closeToast(id: number): void {
  toasts.set(toasts.now().filter((one) => one.id !== id));
}

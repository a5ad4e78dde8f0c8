/** What is said, and the way back. */
export interface ToastItem {
  readonly id: number;
  readonly text: string;
  readonly undo?: (() => void) | undefined;
}

let items: readonly ToastItem[] = [];
let nextId = 1;
const listeners = new Set<() => void>();

function set(next: readonly ToastItem[]): void {
  items = next;
  for (const listener of listeners) listener();
}

/** Says that something was done, with a way back where there is one. */
export function toast(text: string, undo?: () => void): void {
  set([...items.slice(-2), { id: nextId, text, undo }]);
  nextId += 1;
}

/** Takes what is said off the screen. */
export function closeToast(id: number): void {
  set(items.filter((one) => one.id !== id));
}

export function watchToasts(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export const toastsNow = (): readonly ToastItem[] => items;

import { Toast } from 'radix-ui';
import { useSyncExternalStore } from 'react';

interface ToastItem {
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

/** The place where toasts appear; once in the shell. */
export function Toasts() {
  const shown = useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => items,
  );
  return (
    <Toast.Provider duration={8000} label="Message">
      {shown.map((item) => (
        <Toast.Root
          key={item.id}
          onOpenChange={(open) => {
            if (!open) set(items.filter((one) => one.id !== item.id));
          }}
          className="flex items-center gap-4 rounded-xl border border-edge bg-bar px-4 py-3 text-on-bar shadow-lg"
        >
          <Toast.Description className="min-w-0">{item.text}</Toast.Description>
          {item.undo ? (
            <Toast.Action
              altText="Undo"
              className="rounded-lg border border-on-bar-quiet px-3 py-1 font-semibold"
              onClick={item.undo}
            >
              Undo
            </Toast.Action>
          ) : null}
          <Toast.Close aria-label="Close" className="text-on-bar-quiet">
            ×
          </Toast.Close>
        </Toast.Root>
      ))}
      <Toast.Viewport className="fixed right-4 bottom-4 z-30 flex w-[min(420px,calc(100vw-2rem))] flex-col gap-2 outline-none" />
    </Toast.Provider>
  );
}

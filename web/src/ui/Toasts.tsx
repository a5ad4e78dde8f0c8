import { Toast } from 'radix-ui';
import { useStore } from './store.ts';
import { closeToast, toasts } from './toasts.ts';

/** The place where toasts appear; once in the shell. */
export default function Toasts() {
  const shown = useStore(toasts);
  return (
    <Toast.Provider duration={8000} label="Message">
      {shown.map((item) => (
        <Toast.Root
          key={item.id}
          onOpenChange={(open) => {
            if (!open) closeToast(item.id);
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

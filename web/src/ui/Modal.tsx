import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { type ReactNode, useRef } from 'react';
import { screenElement } from './screen.ts';

interface ModalProps {
  readonly title: string;
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  /** What opens it, where it has a button of its own. */
  readonly trigger?: ReactNode;
  readonly children: ReactNode;
}

/** A page over the page, with its title and a way out. */
export function Modal({ title, open, onOpenChange, trigger, children }: ModalProps) {
  const cameFrom = useRef<Element>(null);
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      {trigger ? <Dialog.Trigger asChild>{trigger}</Dialog.Trigger> : null}
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/40" />
        <Dialog.Content
          data-modal
          onOpenAutoFocus={() => {
            cameFrom.current = document.activeElement;
          }}
          onCloseAutoFocus={(event) => {
            const back = cameFrom.current;
            if (trigger || !(back instanceof HTMLElement || back instanceof SVGElement)) return;
            event.preventDefault();
            if (back.isConnected && back !== document.body) back.focus();
            else screenElement()?.focus();
          }}
          aria-describedby={undefined}
          className="card fixed top-1/2 left-1/2 z-40 max-h-[92vh] w-[min(960px,calc(100vw-1.5rem))] -translate-x-1/2 -translate-y-1/2 overflow-y-auto p-6 shadow-2xl"
        >
          <Dialog.Title className="text-2xl">{title}</Dialog.Title>
          <Dialog.Close
            aria-label="Close"
            className="absolute top-4 right-4 flex size-10 items-center justify-center rounded-lg hover:bg-band"
          >
            <X aria-hidden size={20} />
          </Dialog.Close>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

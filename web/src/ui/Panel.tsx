import { Popover } from 'radix-ui';
import type { ReactElement, ReactNode } from 'react';
import { screenElement } from './screen.ts';

interface PanelProps {
  /** What it is called to those who do not see it. */
  readonly label: string;
  /** The button that opens it. */
  readonly trigger: ReactElement;
  readonly side?: 'top' | 'right' | 'bottom';
  readonly align?: 'start' | 'center' | 'end';
  /** Pixels; it never grows wider than the screen. As wide as what it holds where none is given. */
  readonly width?: number;
  /** Where the one who uses it has to know whether it is open. */
  readonly open?: boolean;
  readonly onOpenChange?: (open: boolean) => void;
  readonly children: ReactNode;
}

/** A small panel beside the button that opens it. */
export function Panel(props: PanelProps) {
  const { label, trigger, side = 'bottom', align = 'center', width, children } = props;
  const { open, onOpenChange } = props;
  return (
    <Popover.Root
      {...(open === undefined ? {} : { open })}
      {...(onOpenChange ? { onOpenChange } : {})}
    >
      <Popover.Trigger asChild>{trigger}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label={label}
          side={side}
          align={align}
          sideOffset={6}
          collisionPadding={10}
          onCloseAutoFocus={() => {
            // What opened it may be gone with what was done in it.
            requestAnimationFrame(() => {
              if (document.activeElement === document.body) screenElement()?.focus();
            });
          }}
          style={width === undefined ? {} : { width }}
          className="card z-20 flex max-h-(--radix-popover-content-available-height) max-w-[calc(100vw-1.5rem)] flex-col gap-3 overflow-y-auto p-4 shadow-xl"
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

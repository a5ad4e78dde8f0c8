import { Tooltip } from 'radix-ui';
import { type ReactNode, useRef, useState } from 'react';
import { useHeldButton } from '../ui/use-held-button.ts';

export interface ToolProps {
  readonly label: string;
  readonly title: string;
  /** The word of a stroke, shown over it on focus, under the pointer and on a long press. */
  readonly name?: string;
  readonly pressed?: boolean;
  readonly disabled?: boolean;
  readonly onClick: () => void;
  readonly children: ReactNode;
}

/** How long a finger rests on a stroke before its word is shown instead of placing it: milliseconds. */
const LONG_PRESS_MS = 450;

/** A button of the stroke bar. */
export function Tool({ label, title, name, pressed, disabled, onClick, children }: ToolProps) {
  const [named, setNamed] = useState(false);
  const press = useRef<{ timer?: number; long: boolean }>({ long: false });
  const held = useHeldButton({
    disabled,
    onClick() {
      // A finger that asked for the word does not place the stroke.
      if (press.current.long) press.current.long = false;
      else onClick();
    },
  });
  const button = (
    <button
      type="button"
      aria-label={label}
      aria-pressed={pressed}
      title={name ? undefined : title}
      {...held}
      className="inline-flex h-9 min-w-9 shrink-0 touch-manipulation items-center justify-center gap-1 rounded-lg border border-edge bg-card px-1.5 text-note select-none hover:border-faint disabled:opacity-45 aria-disabled:opacity-45 aria-pressed:border-ink aria-pressed:bg-choice pointer-coarse:h-11 pointer-coarse:min-w-11"
      onPointerDown={(event) => {
        press.current = { long: false };
        if (!name || event.pointerType === 'mouse') return;
        press.current.timer = window.setTimeout(() => {
          press.current.long = true;
          setNamed(true);
        }, LONG_PRESS_MS);
      }}
      onPointerUp={() => clearTimeout(press.current.timer)}
      onPointerCancel={() => clearTimeout(press.current.timer)}
      onContextMenu={(event) => {
        if (press.current.long) event.preventDefault();
      }}
    >
      {children}
    </button>
  );
  if (!name) return button;
  return (
    <Tooltip.Root open={named} onOpenChange={setNamed} disableHoverableContent>
      <Tooltip.Trigger asChild>{button}</Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content
          side="top"
          sideOffset={5}
          collisionPadding={8}
          className="z-20 max-w-72 rounded-lg bg-ink px-2.5 py-1.5 text-sm text-card shadow-xl"
        >
          {title}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}

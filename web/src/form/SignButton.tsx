import { type ReactNode, useCallback } from 'react';
import { Button } from '../ui/Button.tsx';

/** The sign, with the focus on it, so that Enter gives it; one who types somewhere is left alone. */
export function SignButton({
  large = false,
  onSign,
  children,
}: {
  readonly large?: boolean;
  readonly onSign: () => void;
  readonly children: ReactNode;
}) {
  const focus = useCallback((button: HTMLButtonElement | null) => {
    if (!document.activeElement?.matches('input, textarea, select')) button?.focus();
  }, []);
  return (
    <Button
      ref={focus}
      look="go"
      large={large}
      className={large ? '' : 'h-10! px-4!'}
      onClick={onSign}
    >
      {children}
    </Button>
  );
}

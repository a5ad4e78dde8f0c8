import { type ButtonHTMLAttributes, useState } from 'react';

type ButtonProps = Pick<
  ButtonHTMLAttributes<HTMLButtonElement>,
  'disabled' | 'onClick' | 'onFocus' | 'onBlur'
>;

/**
 * A button that cannot be pressed any more, since what it does goes on or has come to its end, keeps the focus until
 * one goes away from it: a browser takes it from one that is disabled, and there would be nowhere to go on from.
 */
export function useHeldButton({ disabled = false, onClick, onFocus, onBlur }: ButtonProps) {
  const [isHeld, setHeld] = useState(false);
  return {
    disabled: disabled && !isHeld,
    ...(disabled && isHeld && { 'aria-disabled': true }),
    onClick: disabled ? (event) => event.preventDefault() : onClick,
    onFocus(event) {
      setHeld(true);
      onFocus?.(event);
    },
    onBlur(event) {
      setHeld(false);
      onBlur?.(event);
    },
  } satisfies ButtonHTMLAttributes<HTMLButtonElement>;
}

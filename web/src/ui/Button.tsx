import type { ButtonHTMLAttributes, Ref } from 'react';
import { useHeldButton } from './use-held-button.ts';

const LOOKS = {
  go: 'bg-go text-on-go font-semibold hover:brightness-110',
  plain: 'border border-edge bg-card hover:border-faint',
  quiet: 'text-quiet hover:text-ink hover:bg-band',
  on: 'border border-ink bg-ink text-card',
} as const;

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  readonly ref?: Ref<HTMLButtonElement>;
  readonly look?: keyof typeof LOOKS;
  /** Big enough for a foot or a knuckle, for screens used while playing. */
  readonly large?: boolean;
  /** Holds only an icon, and needs no room beside it. */
  readonly icon?: boolean;
}

/** The program's button. */
export function Button(props: ButtonProps) {
  const { look = 'plain', large = false, icon = false, className = '', ...rest } = props;
  const held = useHeldButton(rest);
  const size = large
    ? 'min-h-14 px-7 text-xl rounded-xl'
    : `h-9 ${icon ? 'px-2' : 'px-3'} text-note rounded-lg`;
  return (
    <button
      type="button"
      {...rest}
      {...held}
      className={`inline-flex items-center justify-center gap-2 whitespace-nowrap disabled:cursor-not-allowed disabled:opacity-45 aria-disabled:cursor-not-allowed aria-disabled:opacity-45 ${size} ${LOOKS[look]} ${className}`}
    />
  );
}

import type { ButtonHTMLAttributes } from 'react';

interface IconButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  /** What it does, for those who do not see the icon; shown as its title unless one is given. */
  readonly label: string;
}

/** A small quiet button that is only an icon, beside a sentence. */
export function IconButton({ label, title = label, ...rest }: IconButtonProps) {
  return (
    <button
      type="button"
      aria-label={label}
      title={title}
      className="flex size-6 shrink-0 items-center justify-center rounded-md text-quiet hover:bg-band hover:text-ink aria-expanded:bg-choice aria-expanded:text-ink"
      {...rest}
    />
  );
}

import type { ReactNode } from 'react';

interface CheckProps {
  /** What is so while it is checked. */
  readonly children: ReactNode;
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
  /** How it stands among what is around it. */
  readonly className?: string;
}

/** Something that is so, or is not. */
export function Check({ children, checked, onChange, className = '' }: CheckProps) {
  return (
    <label className={`inline-flex items-center gap-2 ${className}`}>
      <input
        type="checkbox"
        checked={checked}
        className="size-4 accent-[var(--go)]"
        onChange={(event) => onChange(event.target.checked)}
      />
      {children}
    </label>
  );
}

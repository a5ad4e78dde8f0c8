import type { ComponentProps } from 'react';

/** A field one types in; what is given as `className` says how wide it is and how it stands. */
export function Field({ className = '', ...rest }: ComponentProps<'input'>) {
  return <input {...rest} className={`field ${className}`} />;
}

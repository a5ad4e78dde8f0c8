import type { ComponentProps } from 'react';

/** A choice of a list; what is given as `className` says how wide it is and how it stands. */
export function Select({ className = '', ...rest }: ComponentProps<'select'>) {
  return <select {...rest} className={`field ${className}`} />;
}

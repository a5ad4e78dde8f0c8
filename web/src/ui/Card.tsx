import type { ComponentProps } from 'react';

/** A part of a screen that stands for itself, on a ground of its own. */
export function Card({ className = '', ...rest }: ComponentProps<'section'>) {
  return <section {...rest} className={`card ${className}`} />;
}

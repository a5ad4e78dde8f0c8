import type { Family } from '@stride/core/instrument';
import { memo, type ReactElement } from 'react';
import { HEADS } from './heads.ts';
import type { Px } from './px.ts';

/** CSS colour of each family; the shape alone is enough to tell them apart. */
export const FAMILY_COLOUR: Readonly<Record<Family, string>> = {
  bass: 'var(--bass)',
  open: 'var(--open)',
  slap: 'var(--slap)',
  muted: 'var(--muted)',
  touch: 'var(--touch)',
  metal: 'var(--metal)',
  shaken: 'var(--shaken)',
  voice: 'var(--voice)',
};

/** What a head is filled with. */
export function fillOf(family: Family): string {
  const { fill } = HEADS[family];
  if (fill === undefined) return 'none';
  return fill === 'own' ? FAMILY_COLOUR[family] : 'var(--card)';
}

interface HeadProps {
  readonly family: Family;
  /** Where its middle lies; 0, 0 where nothing is said. */
  readonly x?: Px;
  readonly y?: Px;
  /** Half the size of a plain head. */
  readonly size: number;
  /** True where the stroke hangs below the line. */
  readonly below: boolean;
}

/** The head of a stroke; its flat or pointed side faces the line. */
export const Head = memo(function Head({
  family,
  x = 0,
  y = 0,
  size,
  below,
}: HeadProps): ReactElement {
  const { draw, stroke } = HEADS[family];
  const lines =
    stroke === undefined ? {} : { stroke: FAMILY_COLOUR[family], strokeWidth: size * stroke };
  return (
    <path
      d={draw(x, y, size, below)}
      fill={fillOf(family)}
      strokeLinecap="round"
      strokeLinejoin="round"
      {...lines}
    />
  );
});

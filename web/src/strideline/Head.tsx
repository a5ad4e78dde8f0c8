import type { Family } from '@stride/core/instrument';
import { memo, type ReactElement } from 'react';

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

interface HeadProps {
  readonly family: Family;
  /** Half the size of a plain head. */
  readonly size: number;
  /** True where the stroke hangs below the line. */
  readonly below: boolean;
}

/** The head of a stroke, drawn round 0,0; its flat or pointed side faces the line. */
export const Head = memo(function Head({ family, size: s, below }: HeadProps): ReactElement {
  const colour = FAMILY_COLOUR[family];
  const up = below ? -1 : 1;
  switch (family) {
    case 'bass':
      return <path d={`M${-s} 0 A${s} ${s} 0 0 ${below ? 0 : 1} ${s} 0 Z`} fill={colour} />;
    case 'open':
      return <circle r={s * 0.82} fill="var(--card)" stroke={colour} strokeWidth={s * 0.34} />;
    case 'slap':
      return <path d={`M${-s} ${-s * 0.8 * up} H${s} L0 ${s * 0.9 * up} Z`} fill={colour} />;
    case 'muted':
      return (
        <path
          d={`M${-s * 0.8} ${-s * 0.8} L${s * 0.8} ${s * 0.8} M${s * 0.8} ${-s * 0.8} L${-s * 0.8} ${s * 0.8}`}
          stroke={colour}
          strokeWidth={s * 0.42}
          strokeLinecap="round"
        />
      );
    case 'touch':
      return (
        <path
          d={`M${-s * 0.8} 0 H${s * 0.8}`}
          stroke={colour}
          strokeWidth={s * 0.5}
          strokeLinecap="round"
        />
      );
    case 'metal':
      return <path d={`M0 ${-s} L${s} 0 L0 ${s} L${-s} 0 Z`} fill={colour} />;
    case 'shaken':
      return (
        <path
          d={`M${-s} ${s * 0.5} L${-s * 0.33} ${-s * 0.6} L${s * 0.33} ${s * 0.6} L${s} ${-s * 0.5}`}
          fill="none"
          stroke={colour}
          strokeWidth={s * 0.38}
          strokeLinejoin="round"
        />
      );
    case 'voice':
      return <ellipse rx={s} ry={s * 0.62} fill={colour} />;
  }
});

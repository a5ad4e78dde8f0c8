import { type Family, findInstrument, strokeKind } from '@stride/core/instrument';
import { handsOf, type Layer, type LayerGrid } from '@stride/core/rhythm';
import { memo } from 'react';
import { FORCE_HEIGHT, type Px } from './geometry.ts';
import { FAMILY_COLOUR } from './Head.tsx';

const WIDTH = 280;
const HEIGHT = 54;
const GROUND = 28;
const EDGE = 8;
const SCALE = 0.42;

/**
 * A layer as a small picture: its strokes on a ground line, as wide as there is room. All strokes of a family are one
 * path, so that a tray full of lines is drawn at once.
 */
export const MiniLine = memo(function MiniLine({
  layer,
  grid,
}: {
  readonly layer: Layer;
  readonly grid: LayerGrid;
}) {
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width="100%" aria-hidden="true" className="block">
      <path d={`M2 ${GROUND} H${WIDTH - 2}`} stroke="var(--ink)" strokeWidth={1.6} />
      {[...pathsOf(layer, grid)].map(([family, { stems, heads }]) => (
        <g key={family} stroke={FAMILY_COLOUR[family]} strokeLinecap="round">
          <path d={stems} strokeWidth={1} fill="none" />
          <path
            d={heads}
            strokeWidth={1.5}
            fill={HEADS[family].isFilled ? FAMILY_COLOUR[family] : 'var(--card)'}
          />
        </g>
      ))}
    </svg>
  );
});

interface Paths {
  stems: string;
  heads: string;
}

function pathsOf(layer: Layer, grid: LayerGrid): ReadonlyMap<Family, Paths> {
  const instrument = findInstrument(layer.instrument);
  const hands = handsOf(layer);
  const per = (WIDTH - EDGE * 2.5) / grid.lengthTicks;
  const paths = new Map<Family, Paths>();
  layer.strokes.forEach(({ slot, kind, force }, at) => {
    const family = instrument && strokeKind(instrument, kind)?.family;
    if (!family) return;
    const here = paths.get(family) ?? { stems: '', heads: '' };
    paths.set(family, here);
    const x = rounded(EDGE + (grid.startTicks[slot] ?? 0) * per);
    const size = (force === 1 ? 6.5 : 9.5) * SCALE;
    const hand = hands[at];
    const sides = hand === 'B' ? [-1, 1] : hand === 'L' || hand === 'F' ? [1] : [-1];
    for (const side of sides) {
      const y = rounded(GROUND + side * FORCE_HEIGHT[force] * SCALE);
      here.stems += `M${x} ${GROUND}V${y}`;
      here.heads += HEADS[family].draw(x, y, size, side > 0);
    }
  });
  return paths;
}

const rounded = (value: number): Px => Math.round(value * 10) / 10;

interface SmallHead {
  readonly isFilled: boolean;
  /** The head as a part of a path. */
  readonly draw: (x: Px, y: Px, size: Px, below: boolean) => string;
}

/** The heads of the stride line, told apart by their shape alone, as parts of a path. */
const HEADS: Readonly<Record<Family, SmallHead>> = {
  bass: {
    isFilled: true,
    draw: (x, y, s, below) => `M${x - s} ${y}a${s} ${s} 0 0 ${below ? 0 : 1} ${2 * s} 0Z`,
  },
  open: {
    isFilled: false,
    draw: (x, y, s) => `M${x - s * 0.8} ${y}a${s * 0.8} ${s * 0.8} 0 1 1 0 .01Z`,
  },
  slap: {
    isFilled: true,
    draw(x, y, s, below) {
      const up = below ? -1 : 1;
      return `M${x - s} ${y - s * 0.8 * up}h${2 * s}l${-s} ${1.7 * s * up}Z`;
    },
  },
  muted: {
    isFilled: false,
    draw: (x, y, s) =>
      `M${x - s * 0.7} ${y - s * 0.7}l${s * 1.4} ${s * 1.4}m0 ${-s * 1.4}l${-s * 1.4} ${s * 1.4}`,
  },
  touch: { isFilled: false, draw: (x, y, s) => `M${x - s * 0.7} ${y}h${s * 1.4}` },
  metal: {
    isFilled: true,
    draw: (x, y, s) =>
      `M${x} ${y - s * 0.8}l${s * 0.8} ${s * 0.8}l${-s * 0.8} ${s * 0.8}l${-s * 0.8} ${-s * 0.8}Z`,
  },
  shaken: {
    isFilled: false,
    draw: (x, y, s) =>
      `M${x - s} ${y + s * 0.5}l${s * 0.67} ${-s * 1.1}l${s * 0.67} ${s * 1.2}l${s * 0.67} ${-s * 1.1}`,
  },
  voice: {
    isFilled: true,
    draw: (x, y, s) => `M${x - s} ${y}a${s} ${s * 0.62} 0 1 1 0 .01Z`,
  },
};

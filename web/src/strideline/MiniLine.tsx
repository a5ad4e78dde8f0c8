import { numberAt } from '@stride/core/bounds';
import { type Family, instrumentOf, type PlayedOn, strokeKind } from '@stride/core/instrument';
import {
  type Force,
  feltTicks,
  type Hand,
  handsOf,
  type Layer,
  type LayerGrid,
} from '@stride/core/rhythm';
import { memo } from 'react';
import { FORCE_HEIGHT, type Px } from './geometry.ts';
import { FAMILY_COLOUR, fillOf } from './Head.tsx';
import { HEADS } from './heads.ts';

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
  marked,
}: {
  readonly layer: Layer;
  readonly grid: LayerGrid;
  /** Slots with a mark under them. */
  readonly marked?: ReadonlySet<number>;
}) {
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width="100%" aria-hidden="true" className="block">
      <path d={`M2 ${GROUND} H${WIDTH - 2}`} stroke="var(--ink)" strokeWidth={1.6} />
      {marked && marked.size > 0 ? (
        <path
          d={[...marked].map((slot) => markAt(grid, slot)).join('')}
          stroke="var(--mark)"
          strokeWidth={4}
          strokeLinecap="round"
        />
      ) : null}
      <SmallHeads paths={pathsOf(layer, grid)} />
    </svg>
  );
});

/** Small strokes, all of a family in one path. */
export function SmallHeads({ paths }: { readonly paths: ReadonlyMap<Family, SmallPaths> }) {
  return [...paths].map(([family, { stems, heads }]) => (
    <g key={family} stroke={FAMILY_COLOUR[family]} strokeLinecap="round">
      <path d={stems} strokeWidth={1} fill="none" />
      <path d={heads} strokeWidth={1.5} fill={fillOf(family)} />
    </g>
  ));
}

/** A short bar on the lower edge, under a slot. */
function markAt(grid: LayerGrid, slot: number): string {
  return `M${rounded(xAt(grid, numberAt(grid.startTicks, slot)) - 4)} ${HEIGHT - 2}h8`;
}

function xAt({ lengthTicks }: LayerGrid, ticks: number): Px {
  return rounded(EDGE + (ticks * (WIDTH - EDGE * 2.5)) / lengthTicks);
}

/** The stems and heads of the strokes of a family. */
export interface SmallPaths {
  stems: string;
  heads: string;
}

/** A stroke of a small picture: what it is, by which hand, and where it stands. */
export interface SmallStroke {
  readonly kind: string;
  readonly force: Force;
  readonly hand: Hand | undefined;
  readonly x: Px;
}

function pathsOf(layer: Layer, grid: LayerGrid): ReadonlyMap<Family, SmallPaths> {
  const hands = handsOf(layer);
  const felt = feltTicks(layer, grid);
  return smallPaths(
    layer,
    layer.strokes.map(({ slot, kind, force }, at) => ({
      kind,
      force,
      hand: hands[at],
      x: xAt(grid, felt(slot)),
    })),
    GROUND,
  );
}

/** The paths of small strokes on a ground line, by family. */
export function smallPaths(
  on: PlayedOn,
  strokes: readonly SmallStroke[],
  ground: Px,
): ReadonlyMap<Family, SmallPaths> {
  const instrument = instrumentOf(on);
  const paths = new Map<Family, SmallPaths>();
  for (const { kind, force, hand, x } of strokes) {
    const family = instrument && strokeKind(instrument, kind)?.family;
    if (!family) continue;
    const here = paths.get(family) ?? { stems: '', heads: '' };
    paths.set(family, here);
    const size = (force === 1 ? 6.5 : 9.5) * SCALE;
    const sides = hand === 'B' ? [-1, 1] : hand === 'L' || hand === 'F' ? [1] : [-1];
    for (const side of sides) {
      const y = rounded(ground + side * FORCE_HEIGHT[force] * SCALE);
      here.stems += `M${x} ${ground}V${y}`;
      here.heads += HEADS[family].draw(x, y, size, side > 0);
    }
  }
  return paths;
}

const rounded = (value: number): Px => Math.round(value * 10) / 10;

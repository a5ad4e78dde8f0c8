import type { Layer, LayerGrid } from '@stride/core/rhythm';
import { memo } from 'react';
import { SmallStrokes } from './SmallStrokes.tsx';

const WIDTH = 280;
const HEIGHT = 54;
const GROUND = 28;
const EDGE = 8;

/** A layer as a small picture: its strokes on a ground line, as wide as there is room. */
export const MiniLine = memo(function MiniLine({
  layer,
  grid,
}: {
  readonly layer: Layer;
  readonly grid: LayerGrid;
}) {
  const per = (WIDTH - EDGE * 2.5) / grid.lengthTicks;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width="100%" aria-hidden="true" className="block">
      <path d={`M2 ${GROUND} H${WIDTH - 2}`} stroke="var(--ink)" strokeWidth={1.6} />
      <SmallStrokes
        layer={layer}
        x={(slot) => EDGE + (grid.startTicks[slot] ?? 0) * per}
        ground={GROUND}
        scale={0.42}
      />
    </svg>
  );
});

import type { CountingSystem } from '@stride/core/counting';
import { describeSlot } from '@stride/core/read';
import type { LayerGrid, Rhythm, Stroke, Timing } from '@stride/core/rhythm';
import { memo, useMemo } from 'react';
import { type Geometry, type LayerBand, pointAt } from './geometry.ts';

/** One slot of one layer. */
export interface SlotRef {
  readonly layer: number;
  readonly slot: number;
}

interface SlotGridProps {
  readonly rhythm: Rhythm;
  readonly timing: Timing;
  readonly layerIndex: number;
  readonly grid: LayerGrid;
  readonly band: LayerBand;
  readonly geometry: Geometry;
  readonly counting: CountingSystem;
  readonly chosen: number | undefined;
  readonly onChoose: (at: SlotRef) => void;
}

/** Id of a slot's element, so that the keyboard's focus can follow the choice. */
export function slotElementId(rhythm: Rhythm, at: SlotRef): string {
  return `slot-${rhythm.id}-${at.layer}-${at.slot}`;
}

/** The touchable columns over one layer: each has its spoken label, one of them takes the focus. */
export const SlotGrid = memo(function SlotGrid(props: SlotGridProps) {
  const { rhythm, timing, layerIndex, grid, band, geometry, counting, chosen, onChoose } = props;
  const layer = rhythm.layers[layerIndex];
  const bySlot = useMemo(() => {
    const map = new Map<number, Stroke[]>();
    for (const stroke of layer?.strokes ?? []) {
      map.set(stroke.slot, [...(map.get(stroke.slot) ?? []), stroke]);
    }
    return map;
  }, [layer]);
  if (!layer) return null;
  return (
    <g role="listbox" aria-label={`${layer.name}, strokes`} aria-orientation="horizontal">
      {grid.startTicks.map((start, slot) => {
        const point = pointAt(geometry, start);
        if (!point) return null;
        const end = grid.startTicks[slot + 1] ?? grid.lengthTicks;
        const width = Math.max(6, (end - start) * geometry.pxPerTick);
        const at = { layer: layerIndex, slot };
        const isChosen = chosen === slot;
        return (
          <rect
            key={slot}
            id={slotElementId(rhythm, at)}
            role="option"
            aria-selected={isChosen}
            aria-label={describeSlot(
              rhythm,
              timing,
              layerIndex,
              slot,
              bySlot.get(slot) ?? [],
              counting,
            )}
            tabIndex={isChosen || (chosen === undefined && slot === 0) ? 0 : -1}
            data-slot={slot}
            x={point.x - width / 2}
            y={point.system.top + band.strokesTop + 2}
            width={width}
            height={band.bottom - band.strokesTop - 4}
            rx={7}
            className={isChosen ? 'slot slot-chosen' : 'slot'}
            onClick={() => onChoose(at)}
            onFocus={() => {
              if (!isChosen) onChoose(at);
            }}
          />
        );
      })}
    </g>
  );
});

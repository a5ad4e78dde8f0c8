import type { Counting } from '@stride/core/counting';
import type { Cycle } from '@stride/core/cycle';
import { describeSlot } from '@stride/core/read';
import { type Force, handOf, type Layer, type LayerGrid, type Stroke } from '@stride/core/rhythm';
import { useMemo, useRef } from 'react';
import { forceAt, type Geometry, type LayerBand, type System, xIn } from './geometry.ts';
import { stretchOf } from './rows.ts';

/** One slot of one layer. */
export interface SlotRef {
  readonly layer: number;
  readonly slot: number;
}

export interface SlotGridProps {
  readonly rhythmId: string;
  readonly cycle: Cycle;
  readonly layer: Layer;
  readonly layerIndex: number;
  readonly grid: LayerGrid;
  readonly band: LayerBand;
  readonly geometry: Geometry;
  readonly system: System;
  readonly counting: Counting;
  /** The chosen slot of this layer; −1 where it is in another row. */
  readonly chosen: number | undefined;
  /** First and last slot of a chosen stretch. */
  readonly range?: readonly [number, number] | undefined;
  readonly onChoose: (at: SlotRef) => void;
  /** The pointer drags a stroke: away from the line for force, across it for the hand. */
  readonly onWeigh: (at: SlotRef, force: Force, hand: 'R' | 'L') => void;
  /** The pointer drags a stroke along the line. */
  readonly onSlide: (at: SlotRef, to: number) => void;
}

/** Id of a slot's element, so that the keyboard's focus can follow the choice. */
export function slotElementId(rhythmId: string, at: SlotRef): string {
  return `slot-${rhythmId}-${at.layer}-${at.slot}`;
}

/** The slot whose column an event met. */
function slotOf(target: EventTarget): number | undefined {
  const slot = target instanceof SVGElement ? target.dataset.slot : undefined;
  return slot === undefined ? undefined : Number(slot);
}

/** The slot of this row under a place across; the one it came from until the next is clearly meant. */
function slotUnder(props: SlotGridProps, x: number, from: number): number {
  const { grid, geometry, system } = props;
  const row = stretchOf(props);
  const place = (slot: number) => xIn(geometry, system, grid.startTicks[slot] ?? 0);
  let best = from;
  let least = Math.abs(place(from) - x) - 6;
  for (let slot = 0; slot < grid.startTicks.length; slot += 1) {
    const start = grid.startTicks[slot] ?? 0;
    if (start < row.from || start >= row.to) continue;
    const distance = Math.abs(place(slot) - x);
    if (distance < least) {
      best = slot;
      least = distance;
    }
  }
  return best;
}

/** The touchable columns over one layer: each has its spoken label, one of them takes the focus. */
export function SlotGrid(props: SlotGridProps) {
  const {
    rhythmId,
    cycle,
    layer,
    layerIndex,
    grid,
    band,
    geometry,
    system,
    counting,
    chosen,
    range,
    onChoose,
    onWeigh,
    onSlide,
  } = props;
  /** The slot whose stroke is being dragged, where it is now. */
  const dragged = useRef<number>(undefined);
  const bySlot = useMemo(() => {
    const map = new Map<number, Stroke[]>();
    for (const stroke of layer.strokes) {
      map.set(stroke.slot, [...(map.get(stroke.slot) ?? []), stroke]);
    }
    return map;
  }, [layer]);
  const { from, to } = stretchOf(props);
  return (
    <g
      role="listbox"
      aria-label={`${layer.name}, strokes${geometry.systems.length > 1 ? `, turns ${system.firstTurn + 1} to ${system.firstTurn + system.turns}` : ''}`}
      aria-orientation="horizontal"
      onClick={(event) => {
        const slot = slotOf(event.target);
        if (slot !== undefined) onChoose({ layer: layerIndex, slot });
      }}
      onFocus={(event) => {
        const slot = slotOf(event.target);
        if (slot !== undefined && slot !== chosen) onChoose({ layer: layerIndex, slot });
      }}
      onPointerDown={(event) => {
        const slot = slotOf(event.target);
        if (slot === undefined || !bySlot.has(slot) || event.button !== 0) return;
        (event.target as Element).setPointerCapture(event.pointerId);
        dragged.current = slot;
      }}
      onPointerUp={() => {
        dragged.current = undefined;
      }}
      onPointerMove={(event) => {
        const column = event.target as SVGElement;
        const slot = dragged.current;
        if (slot === undefined || !column.hasPointerCapture(event.pointerId)) return;
        const drawing = column.ownerSVGElement?.getBoundingClientRect();
        if (!drawing) return;
        const to = slotUnder(props, event.clientX - drawing.left, slot);
        if (to !== slot && !bySlot.has(to)) {
          dragged.current = to;
          onSlide({ layer: layerIndex, slot }, to);
          return;
        }
        const fromLine = event.clientY - drawing.top + band.top - band.ground;
        const force = forceAt(Math.abs(fromLine) / geometry.scale);
        const [first] = bySlot.get(slot) ?? [];
        const hand = fromLine < 0 ? 'R' : 'L';
        if (first && (first.force !== force || handOf(layer, first) !== hand)) {
          onWeigh({ layer: layerIndex, slot }, force, hand);
        }
      }}
    >
      {grid.startTicks.map((start, slot) => {
        if (start < from || start >= to) return null;
        const x = xIn(geometry, system, start);
        const end = grid.startTicks[slot + 1] ?? grid.lengthTicks;
        const width = Math.max(6, (end - start) * geometry.pxPerTick);
        const at = { layer: layerIndex, slot };
        const isChosen = chosen === slot;
        const inRange = range !== undefined && slot >= range[0] && slot <= range[1];
        return (
          <rect
            key={slot}
            id={slotElementId(rhythmId, at)}
            role="option"
            aria-selected={isChosen}
            aria-label={describeSlot(cycle, layer, grid, slot, bySlot.get(slot) ?? [], counting)}
            tabIndex={isChosen || (chosen === undefined && slot === 0) ? 0 : -1}
            data-slot={slot}
            x={x - width / 2}
            y={band.strokesTop + 2}
            width={width}
            height={band.bottom - band.strokesTop - 4}
            rx={7}
            className={`slot ${isChosen ? 'slot-chosen' : ''} ${inRange ? 'slot-ranged' : ''}`}
          />
        );
      })}
    </g>
  );
}

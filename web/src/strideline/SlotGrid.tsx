import type { Counting } from '@stride/core/counting';
import type { Cycle } from '@stride/core/cycle';
import { describeSlot } from '@stride/core/read';
import { type Force, handOf, type Layer, type LayerGrid, type Stroke } from '@stride/core/rhythm';
import { memo, useMemo, useRef } from 'react';
import { type ColumnPlace, columnsIn, slotUnder } from './columns.ts';
import {
  FOOT_LIFT,
  forceAt,
  type Geometry,
  type LayerBand,
  type System,
  sayStretch,
} from './geometry.ts';
import { isInRange, type SlotRef } from './ranges.ts';

export type { SlotRef } from './ranges.ts';

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
  /** Whether the tab key enters the line here, since no slot is chosen yet. */
  readonly entry?: boolean | undefined;
  /** With `extend` the stretch from where the choice was. */
  readonly onChoose: (at: SlotRef, extend: boolean) => void;
  /** The pointer drags a stroke: away from the line for force, across it for the hand. */
  readonly onWeigh: (at: SlotRef, force: Force, hand: 'R' | 'L' | 'F') => void;
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

/** Calls back when the pointer that is down comes up, wherever that is. */
function onceReleased(then: () => void): void {
  const over = new AbortController();
  const release = () => {
    over.abort();
    then();
  };
  for (const kind of ['pointerup', 'pointercancel']) {
    window.addEventListener(kind, release, { signal: over.signal });
  }
}

/** Whether a mouse that went down between strokes draws a stretch; there is one mouse for all layers. */
let stretching = false;

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
  const pressed = useRef(false);
  /** A stretch was drawn, and the click that ends it chooses nothing else. */
  const drawn = useRef(false);
  const columns = useMemo(
    () =>
      columnsIn(grid, band, geometry, system).map((column) => ({
        ...column,
        id: slotElementId(rhythmId, { layer: layerIndex, slot: column.slot }),
        layerIndex,
      })),
    [rhythmId, layerIndex, grid, band, geometry, system],
  );
  const bySlot = useMemo(() => {
    const map = new Map<number, Stroke[]>(columns.map(({ slot }) => [slot, []]));
    for (const stroke of layer.strokes) map.get(stroke.slot)?.push(stroke);
    return map;
  }, [layer, columns]);
  const stretch = useMemo(
    () => (geometry.systems.length > 1 ? `, ${sayStretch(geometry, system)}` : ''),
    [geometry, system],
  );
  const isSilent = (slot: number) => bySlot.get(slot)?.length === 0;
  return (
    <g
      role="listbox"
      data-line={rhythmId}
      aria-label={`${layer.name}, strokes${stretch}`}
      aria-orientation="horizontal"
      onClick={(event) => {
        const slot = slotOf(event.target);
        if (slot !== undefined && !drawn.current) {
          onChoose({ layer: layerIndex, slot }, event.shiftKey);
        }
        drawn.current = false;
      }}
      onFocus={(event) => {
        const slot = slotOf(event.target);
        // A pointer that goes down brings the focus as well; what it means is seen apart from that.
        if (slot !== undefined && slot !== chosen && !pressed.current) {
          onChoose({ layer: layerIndex, slot }, false);
        }
      }}
      onPointerDown={(event) => {
        const slot = slotOf(event.target);
        if (slot === undefined || event.button !== 0) return;
        pressed.current = true;
        drawn.current = false;
        onceReleased(() => {
          pressed.current = false;
        });
        if (isSilent(slot)) {
          if (event.pointerType !== 'mouse' || event.shiftKey) return;
          stretching = true;
          onceReleased(() => {
            stretching = false;
          });
          onChoose({ layer: layerIndex, slot }, false);
          return;
        }
        (event.target as Element).setPointerCapture(event.pointerId);
        dragged.current = slot;
      }}
      onPointerUp={() => {
        dragged.current = undefined;
      }}
      onPointerMove={(event) => {
        const column = event.target as SVGElement;
        const slot = dragged.current;
        const under = slotOf(event.target);
        if (stretching && under !== undefined && under !== chosen) {
          drawn.current = true;
          onChoose({ layer: layerIndex, slot: under }, true);
        }
        if (slot === undefined || !column.hasPointerCapture(event.pointerId)) return;
        const drawing = column.ownerSVGElement?.getBoundingClientRect();
        if (!drawing) return;
        const to = slotUnder(grid, geometry, system, event.clientX - drawing.left, slot);
        if (to !== slot && isSilent(to)) {
          dragged.current = to;
          onSlide({ layer: layerIndex, slot }, to);
          return;
        }
        const [first] = bySlot.get(slot) ?? [];
        if (!first) return;
        const played = handOf(layer, first);
        // What a foot plays stays with the foot: only its force is drawn, from the line of the feet.
        const foot = played === 'F' ? band.foot : undefined;
        const fromLine = event.clientY - drawing.top + band.top - (foot ?? band.ground);
        const lift = (foot === undefined ? 1 : FOOT_LIFT) * geometry.scale;
        const force = forceAt(Math.abs(fromLine) / lift);
        const hand = foot === undefined ? (fromLine < 0 ? 'R' : 'L') : 'F';
        if (first.force !== force || played !== hand) {
          onWeigh({ layer: layerIndex, slot }, force, hand);
        }
      }}
    >
      {columns.map((place) => {
        const { slot } = place;
        const isChosen = chosen === slot;
        return (
          <Column
            key={slot}
            place={place}
            label={describeSlot(cycle, layer, grid, slot, bySlot.get(slot) ?? [], counting)}
            chosen={isChosen}
            entered={isChosen || (props.entry === true && slot === 0)}
            ranged={range !== undefined && isInRange(range, slot)}
          />
        );
      })}
    </g>
  );
}

interface ColumnProps {
  /** Where it stands; another object only when that is elsewhere. */
  readonly place: ColumnPlace & { readonly id: string; readonly layerIndex: number };
  /** What is said of the slot. */
  readonly label: string;
  readonly chosen: boolean;
  /** Whether the tab key stops here. */
  readonly entered: boolean;
  /** Whether it lies in the chosen stretch. */
  readonly ranged: boolean;
}

/** What is touched of one slot. It rests while others change. */
const Column = memo(function Column({ place, label, chosen, entered, ranged }: ColumnProps) {
  const { id, layerIndex, slot, x, y, width, height } = place;
  return (
    <rect
      id={id}
      role="option"
      aria-selected={chosen}
      aria-label={label}
      tabIndex={entered ? 0 : -1}
      data-layer={layerIndex}
      data-slot={slot}
      x={x}
      y={y}
      width={width}
      height={height}
      rx={7}
      className={`slot ${chosen ? 'slot-chosen' : ''} ${ranged ? 'slot-ranged' : ''}`}
    />
  );
});

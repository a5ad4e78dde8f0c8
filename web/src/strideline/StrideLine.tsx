import { type CountingSystem, countTurn, usualCounting } from '@stride/core/counting';
import type { Cycle } from '@stride/core/cycle';
import { composite, type Meeting } from '@stride/core/read';
import type { Force, Rhythm, Timing } from '@stride/core/rhythm';
import type { Position } from '@stride/core/sound';
import { type KeyboardEvent, memo, type ReactNode, useDeferredValue, useMemo, useRef } from 'react';
import { usePlayhead } from '../audio/use-player.ts';
import { useWidth } from '../ui/use-width.ts';
import {
  beatTicks,
  drawnTurns,
  type Geometry,
  layOut,
  pointAt,
  type System,
  xIn,
} from './geometry.ts';
import { LayerLine } from './LayerLine.tsx';
import { SlotGrid, type SlotRef } from './SlotGrid.tsx';
import './strideline.css';

export interface StrideLineProps {
  readonly rhythm: Rhythm;
  readonly timing: Timing;
  readonly counting?: CountingSystem;
  /** Where given, slots can be chosen; keys go to `onKeyDown`. */
  readonly choice?: {
    readonly at: SlotRef | undefined;
    readonly onChoose: (at: SlotRef) => void;
    readonly onKeyDown: (event: KeyboardEvent) => void;
    readonly range?: readonly [number, number];
    readonly onWeigh: (at: SlotRef, force: Force, hand: 'R' | 'L') => void;
  };
  /** Slots of one layer that a sentence speaks of. */
  readonly lit?: { readonly layer: number; readonly slots: ReadonlySet<number> } | undefined;
  readonly playing?: boolean;
  /** Takes a playing position for this drawing; undefined hides the play line. */
  readonly follow?: (at: Position<unknown>) => number | undefined;
  readonly scale?: number;
  /** What stands at the left of each layer, or above it where there is little room. */
  readonly label?: (layer: number) => ReactNode;
  readonly muted?: ReadonlySet<string>;
}

/** Gives the object of the last time where the new one says the same, so that what hangs on it rests. */
function useSame<T>(value: T): T {
  const kept = useRef(value);
  if (JSON.stringify(kept.current) !== JSON.stringify(value)) kept.current = value;
  return kept.current;
}

function isStretch(range: readonly [number, number] | undefined): boolean {
  return range !== undefined && range[0] !== range[1];
}

const NARROW = 620;
const LABELS = 142;

/** The stride line: all layers of a rhythm on one axis. */
export function StrideLine(props: StrideLineProps) {
  const { rhythm, timing, choice, lit, label, muted } = props;
  const frame = useRef<HTMLDivElement>(null);
  const width = useWidth(frame);
  const narrow = width > 0 && width < NARROW;
  const counting = props.counting ?? rhythm.counting ?? usualCounting(rhythm.cycle);
  const geometry = useSame(
    useMemo(
      () =>
        layOut(rhythm, timing, {
          width: width || 900,
          labels: label && !narrow ? LABELS : 0,
          nameAbove: Boolean(label) && narrow,
          scale: props.scale ?? 1,
        }),
      [rhythm, timing, width, narrow, label, props.scale],
    ),
  );
  const beats = useSame(useMemo(() => beatTicks(rhythm, timing), [rhythm, timing]));

  // The threads follow the stroke by a moment, so that the line answers the key at once.
  const tied = useDeferredValue(useMemo(() => ({ rhythm, timing }), [rhythm, timing]));
  const meetings = useMemo(() => composite(tied.rhythm, tied.timing).meetings, [tied]);

  return (
    <div
      ref={frame}
      role="group"
      aria-label={`Stride line of ${rhythm.name}`}
      className="relative w-full font-text select-none"
      onKeyDown={choice?.onKeyDown}
    >
      {geometry.systems.map((system) => (
        <svg
          key={system.firstTurn}
          width="100%"
          height={geometry.systemHeight}
          viewBox={`0 0 ${geometry.width} ${geometry.systemHeight}`}
          className="stride-system block"
          style={{ containIntrinsicHeight: `${geometry.systemHeight}px` }}
          role="presentation"
        >
          <g aria-hidden="true">
            <TurnBands geometry={geometry} system={system} />
            <Count
              cycle={rhythm.cycle}
              ticksPerPulse={timing.ticksPerPulse}
              geometry={geometry}
              system={system}
              counting={counting}
            />
            <Threads meetings={meetings} geometry={geometry} system={system} />
            {label && system.firstTurn > 0
              ? rhythm.layers.map((layer, index) => {
                  const band = geometry.bands[index];
                  if (!band) return null;
                  const y = narrow ? band.top + 16 : band.ground - 4;
                  return (
                    <text
                      key={layer.id}
                      x={0}
                      y={y}
                      fontSize={15}
                      fontWeight="700"
                      fill="var(--quiet)"
                    >
                      {layer.name.length > 16 ? `${layer.name.slice(0, 15)}…` : layer.name}
                    </text>
                  );
                })
              : null}
          </g>
          {rhythm.layers.map((layer, index) => {
            const grid = timing.layers[index];
            const band = geometry.bands[index];
            return grid && band ? (
              <LayerLine
                key={layer.id}
                layer={layer}
                grid={grid}
                band={band}
                geometry={geometry}
                system={system}
                beats={beats}
                ticksPerPulse={timing.ticksPerPulse}
                sides={Boolean(label) && !narrow}
                lit={lit?.layer === index ? lit.slots : undefined}
                quiet={muted?.has(layer.id) ?? false}
              />
            ) : null;
          })}
          {choice
            ? rhythm.layers.map((layer, index) => {
                const grid = timing.layers[index];
                const band = geometry.bands[index];
                return grid && band ? (
                  <SlotGrid
                    key={layer.id}
                    rhythmId={rhythm.id}
                    cycle={rhythm.cycle}
                    layer={layer}
                    layerIndex={index}
                    grid={grid}
                    band={band}
                    geometry={geometry}
                    system={system}
                    rows={geometry.systems.length}
                    counting={counting}
                    chosen={choice.at?.layer === index ? choice.at.slot : undefined}
                    range={
                      choice.at?.layer === index && isStretch(choice.range)
                        ? choice.range
                        : undefined
                    }
                    onChoose={choice.onChoose}
                    onWeigh={choice.onWeigh}
                  />
                ) : null;
              })
            : null}
        </svg>
      ))}
      <Playhead
        geometry={geometry}
        timing={timing}
        playing={props.playing ?? false}
        follow={props.follow}
      />
      {label
        ? geometry.systems.slice(0, 1).map((system) =>
            rhythm.layers.map((layer, index) => {
              const band = geometry.bands[index];
              if (!band) return null;
              const top = system.top + (narrow ? band.top - 4 : band.ground - 22);
              return (
                <div
                  key={layer.id}
                  className="absolute left-0 w-[124px] max-sm:w-full"
                  style={{ top }}
                >
                  {label(index)}
                </div>
              );
            }),
          )
        : null}
    </div>
  );
}

/** Every other turn stands on a band, so that turns can be told apart at a glance. */
function TurnBands({ geometry, system }: { readonly geometry: Geometry; readonly system: System }) {
  const last = geometry.bands.at(-1);
  if (!last || geometry.systems.length * system.turns < 2) return null;
  const pad = 16 * geometry.scale;
  return Array.from({ length: system.turns }, (_, turn) => system.firstTurn + turn)
    .filter((turn) => turn % 2 === 0)
    .map((turn) => {
      const x = xIn(geometry, system, turn * geometry.turnTicks) - pad;
      const width = geometry.turnTicks * geometry.pxPerTick;
      return (
        <rect
          key={turn}
          x={x}
          y={geometry.countHeight - 8}
          width={width}
          height={last.bottom - geometry.countHeight + 12}
          rx={10}
          fill="var(--band)"
        />
      );
    });
}

interface CountProps {
  readonly cycle: Cycle;
  readonly ticksPerPulse: number;
  readonly geometry: Geometry;
  readonly system: System;
  readonly counting: CountingSystem;
}

const Count = memo(function Count({
  cycle,
  ticksPerPulse,
  geometry,
  system,
  counting,
}: CountProps) {
  const words = countTurn(counting, cycle);
  const { scale } = geometry;
  const room = ticksPerPulse * geometry.pxPerTick;
  return Array.from({ length: system.turns }, (_, turn) =>
    words.map((count, pulse) => {
      if (!count.strong && room < 13 * scale) return null;
      const ticks = (system.firstTurn + turn) * geometry.turnTicks + pulse * ticksPerPulse;
      return (
        <text
          key={ticks}
          x={xIn(geometry, system, ticks)}
          y={24 * scale}
          textAnchor="middle"
          fontFamily="var(--font-title)"
          fontSize={(count.strong ? 21 : 13.5) * scale}
          fontWeight={count.strong ? 750 : 500}
          fill={count.strong ? 'var(--ink)' : 'var(--quiet)'}
        >
          {count.word}
        </text>
      );
    }),
  );
});

interface ThreadsProps {
  readonly meetings: readonly Meeting[];
  readonly geometry: Geometry;
  readonly system: System;
}

/** Dotted threads between layers whose strokes fall together. */
function Threads({ meetings, geometry, system }: ThreadsProps) {
  const from = system.firstTurn * geometry.turnTicks;
  const to = from + system.turns * geometry.turnTicks;
  const path = meetings
    .filter(({ ticks, layers }) => ticks >= from && ticks < to && layers.length > 1)
    .map(({ ticks, layers }) => {
      const top = geometry.bands[layers[0] ?? 0]?.ground ?? 0;
      const bottom = geometry.bands[layers.at(-1) ?? 0]?.ground ?? 0;
      return `M${xIn(geometry, system, ticks)} ${top} V${bottom}`;
    })
    .join(' ');
  return (
    <path d={path} stroke="var(--faint)" strokeWidth={1.3} strokeDasharray="1.5 4.5" fill="none" />
  );
}

/** The line that follows the ear; moved directly, so that playing paints nothing else anew. */
function Playhead({
  geometry,
  timing,
  playing,
  follow,
}: {
  readonly geometry: Geometry;
  readonly timing: Timing;
  readonly playing: boolean;
  readonly follow: StrideLineProps['follow'];
}) {
  const line = useRef<HTMLDivElement>(null);
  usePlayhead(playing, (at) => {
    const element = line.current;
    if (!element) return;
    const pulses = at && (follow ? follow(at) : at.pulses);
    const drawn = drawnTurns(timing) * timing.turnTicks;
    const point =
      pulses === undefined ? undefined : pointAt(geometry, (pulses * timing.ticksPerPulse) % drawn);
    element.style.visibility = point ? 'visible' : 'hidden';
    if (!point) return;
    element.style.transform = `translate(${point.x}px, ${point.system.top}px)`;
    element.dataset.pulse = String(pulses);
  });
  const bottom = geometry.bands.at(-1)?.bottom ?? geometry.systemHeight;
  return (
    <div
      ref={line}
      data-testid="playhead"
      aria-hidden="true"
      className="playhead"
      style={{
        top: geometry.countHeight - 8,
        left: -1.2 * geometry.scale,
        width: 2.4 * geometry.scale,
        height: bottom - geometry.countHeight + 10,
        visibility: 'hidden',
      }}
    />
  );
}

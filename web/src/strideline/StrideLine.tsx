import { type Counting, countTurn, usualCounting } from '@stride/core/counting';
import type { Cycle } from '@stride/core/cycle';
import {
  type Force,
  type LayerGrid,
  type Rhythm,
  sayTurn,
  type Timing,
  type TurnMark,
} from '@stride/core/rhythm';
import type { Position } from '@stride/core/sound';
import { type KeyboardEvent, memo, type ReactNode, useMemo, useRef } from 'react';
import { usePlayhead } from '../audio/use-player.ts';
import { useAfterPaint } from '../ui/use-after-paint.ts';
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
import { LayerLine, type LayerLineProps } from './LayerLine.tsx';
import { isSameButLayer, showsIn, stretchOf } from './rows.ts';
import { SlotGrid, type SlotGridProps, type SlotRef } from './SlotGrid.tsx';
import { type Thread, threadsOf } from './threads.ts';
import './strideline.css';

export interface StrideLineProps {
  readonly rhythm: Rhythm;
  readonly timing: Timing;
  readonly counting?: Counting;
  /** Where given, slots can be chosen; keys go to `onKeyDown`. */
  readonly choice?: {
    readonly at: SlotRef | undefined;
    readonly onChoose: (at: SlotRef) => void;
    readonly onKeyDown: (event: KeyboardEvent) => void;
    /** The chosen stretch in each layer it reaches over. */
    readonly ranges?: ReadonlyMap<number, readonly [number, number]>;
    readonly onWeigh: (at: SlotRef, force: Force, hand: 'R' | 'L') => void;
    readonly onSlide: (at: SlotRef, to: number) => void;
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
  /** Turns that are folded away. */
  readonly folded?: ReadonlySet<number>;
}

/** Gives the object of the last time where the new one says the same, so that what hangs on it rests. */
function useSame<T>(value: T): T {
  const kept = useRef(value);
  if (JSON.stringify(kept.current) !== JSON.stringify(value)) kept.current = value;
  return kept.current;
}

/** The stretch to show in a layer; one slot of one layer is shown as the choice already. */
function rangeIn(
  ranges: ReadonlyMap<number, readonly [number, number]> | undefined,
  layer: number,
): readonly [number, number] | undefined {
  const range = ranges?.get(layer);
  return range && (ranges?.size !== 1 || range[0] !== range[1]) ? range : undefined;
}

/** A chosen slot that another row shows is −1 here, so that this row need not know which it is. */
function slotHere(slot: number, grid: LayerGrid, geometry: Geometry, system: System): number {
  const { from, to } = stretchOf({ geometry, system });
  const at = grid.startTicks[slot] ?? 0;
  return at >= from && at < to ? slot : -1;
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
          ...(props.folded ? { folded: props.folded } : {}),
        }),
      [rhythm, timing, width, narrow, label, props.scale, props.folded],
    ),
  );
  const layerNames = useSame(rhythm.layers.map((layer) => layer.name));
  const beats = useSame(useMemo(() => beatTicks(rhythm, timing), [rhythm, timing]));

  // The threads follow the stroke by a moment, so that the line answers the key at once.
  const tied = useAfterPaint(useMemo(() => ({ rhythm, timing }), [rhythm, timing]));
  const threads = useMemo(
    () => threadsOf(tied.rhythm, tied.timing, drawnTurns(tied.timing) * tied.timing.turnTicks),
    [tied],
  );

  return (
    <div
      ref={frame}
      role="group"
      aria-label={`Stride line of ${rhythm.name}`}
      className="relative w-full font-text select-none"
      onKeyDown={choice?.onKeyDown}
    >
      {geometry.systems.map((system) => (
        <div
          key={system.firstTurn}
          className="stride-row"
          style={{
            height: geometry.systemHeight,
            containIntrinsicHeight: `${geometry.systemHeight}px`,
          }}
        >
          <Backdrop
            cycle={rhythm.cycle}
            ticksPerPulse={timing.ticksPerPulse}
            geometry={geometry}
            system={system}
            counting={counting}
            threads={threads}
            layerNames={layerNames}
            turns={rhythm.turns}
            names={label && system.firstTurn > 0 ? (narrow ? 'above' : 'beside') : undefined}
          />
          {rhythm.layers.map((layer, index) => {
            const grid = timing.layers[index];
            const band = geometry.bands[index];
            if (!grid || !band) return null;
            const here = choice?.at?.layer === index ? choice.at : undefined;
            return (
              <LayerRow
                key={layer.id}
                rhythmId={rhythm.id}
                cycle={rhythm.cycle}
                layer={layer}
                layerIndex={index}
                grid={grid}
                band={band}
                geometry={geometry}
                system={system}
                beats={beats}
                ticksPerPulse={timing.ticksPerPulse}
                counting={layer.sayCounting ?? counting}
                sides={Boolean(label) && !narrow}
                lit={lit?.layer === index ? lit.slots : undefined}
                quiet={muted?.has(layer.id) ?? false}
                chosen={here && slotHere(here.slot, grid, geometry, system)}
                range={rangeIn(choice?.ranges, index)}
                onChoose={choice?.onChoose}
                onWeigh={choice?.onWeigh}
                onSlide={choice?.onSlide}
              />
            );
          })}
        </div>
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

type LayerRowProps = Omit<SlotGridProps, 'onChoose' | 'onWeigh' | 'onSlide'> &
  LayerLineProps & {
    /** Where these are given, slots can be chosen. */
    readonly onChoose: SlotGridProps['onChoose'] | undefined;
    readonly onWeigh: SlotGridProps['onWeigh'] | undefined;
    readonly onSlide: SlotGridProps['onSlide'] | undefined;
  };

/** One layer in one row: what is seen, and over it what can be touched. It rests while nothing in it changes. */
const LayerRow = memo(
  function LayerRow(props: LayerRowProps) {
    const { band, geometry, onChoose, onWeigh, onSlide } = props;
    const height = band.bottom - band.top;
    return (
      <svg
        width={geometry.width}
        height={height}
        viewBox={`0 ${band.top} ${geometry.width} ${height}`}
        className="stride-layer"
        style={{ top: band.top }}
        role="presentation"
      >
        <LayerLine
          cycle={props.cycle}
          layer={props.layer}
          grid={props.grid}
          band={band}
          geometry={geometry}
          system={props.system}
          beats={props.beats}
          ticksPerPulse={props.ticksPerPulse}
          sides={props.sides ?? false}
          lit={props.lit}
          quiet={props.quiet ?? false}
        />
        {onChoose && onWeigh && onSlide ? (
          <SlotGrid {...props} onChoose={onChoose} onWeigh={onWeigh} onSlide={onSlide} />
        ) : null}
      </svg>
    );
  },
  (before, after) =>
    isSameButLayer(before, after) &&
    !showsIn(stretchOf(after), after.grid, before.layer, after.layer),
);

interface BackdropProps {
  readonly cycle: Cycle;
  readonly layerNames: readonly string[];
  readonly turns: Rhythm['turns'];
  readonly ticksPerPulse: number;
  readonly geometry: Geometry;
  readonly system: System;
  readonly counting: Counting;
  readonly threads: readonly Thread[];
  /** Where the layers' names are written in the rows after the first. */
  readonly names: 'above' | 'beside' | undefined;
}

/** What stands behind all layers of a row: bands of turns, the count, threads, and names. */
const Backdrop = memo(function Backdrop(props: BackdropProps) {
  const { cycle, layerNames, geometry, system, names } = props;
  return (
    <svg
      width={geometry.width}
      height={geometry.systemHeight}
      className="stride-layer"
      style={{ top: 0 }}
      aria-hidden="true"
    >
      <TurnBands geometry={geometry} system={system} turns={props.turns} />
      <Count
        cycle={cycle}
        ticksPerPulse={props.ticksPerPulse}
        geometry={geometry}
        system={system}
        counting={props.counting}
      />
      <Threads threads={props.threads} geometry={geometry} system={system} />
      {names
        ? layerNames.map((name, index) => {
            const band = geometry.bands[index];
            return band ? (
              <text
                key={band.top}
                x={0}
                y={names === 'above' ? band.top + 16 : band.ground - 4}
                fontSize={15}
                fontWeight="700"
                fill="var(--quiet)"
              >
                {name.length > 16 ? `${name.slice(0, 15)}…` : name}
              </text>
            ) : null;
          })
        : null}
    </svg>
  );
});

interface TurnBandsProps {
  readonly geometry: Geometry;
  readonly system: System;
  readonly turns: Rhythm['turns'];
}

/** The colour of each mark; its word stands beside it. */
const MARK_COLOURS: Readonly<Record<TurnMark, string>> = {
  plain: 'var(--faint)',
  call: 'var(--open)',
  answer: 'var(--bass)',
  break: 'var(--muted)',
  ending: 'var(--slap)',
};

/** Every other turn stands on a band, so that turns can be told apart at a glance. */
const TurnBands = memo(function TurnBands({ geometry, system, turns }: TurnBandsProps) {
  const last = geometry.bands.at(-1);
  if (!last || (geometry.systems.length * system.turns < 2 && !turns)) return null;
  const { scale, countHeight } = geometry;
  const pad = 16 * scale;
  const width = geometry.turnTicks * geometry.pxPerTick;
  return Array.from({ length: system.turns }, (_, turn) => system.firstTurn + turn).map((turn) => {
    const x = xIn(geometry, system, turn * geometry.turnTicks) - pad;
    const said = turns?.find((one) => one.turn === turn);
    return (
      <g key={turn}>
        {turn % 2 === 0 ? (
          <rect
            x={x}
            y={countHeight - 8}
            width={width}
            height={last.bottom - countHeight + 12}
            rx={10}
            fill="var(--band)"
          />
        ) : null}
        {said ? (
          <>
            <path
              d={`M${x + 4} ${5 * scale} H${x + width - 10}`}
              stroke={MARK_COLOURS[said.mark]}
              strokeWidth={4 * scale}
              strokeLinecap="round"
            />
            <text
              x={x + 4}
              y={21 * scale}
              fontSize={13 * scale}
              fontWeight="700"
              fill={MARK_COLOURS[said.mark]}
            >
              {sayTurn({ turns: [said] }, turn)}
            </text>
          </>
        ) : null}
      </g>
    );
  });
});

interface CountProps {
  readonly cycle: Cycle;
  readonly ticksPerPulse: number;
  readonly geometry: Geometry;
  readonly system: System;
  readonly counting: Counting;
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
          data-count={ticks / ticksPerPulse}
          className="count"
          x={xIn(geometry, system, ticks)}
          y={geometry.countHeight - 16 * scale}
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
  readonly threads: readonly Thread[];
  readonly geometry: Geometry;
  readonly system: System;
}

/** Dotted threads between layers whose strokes fall together. */
const Threads = memo(function Threads({ threads, geometry, system }: ThreadsProps) {
  const from = system.firstTurn * geometry.turnTicks;
  const to = from + system.turns * geometry.turnTicks;
  // One line each: straight dotted lines are painted far quicker than one path of them all.
  return threads
    .filter(({ ticks }) => ticks >= from && ticks < to)
    .map(({ ticks, top, bottom }) => {
      const x = xIn(geometry, system, ticks);
      return (
        <line
          key={ticks}
          x1={x}
          y1={geometry.bands[top]?.ground ?? 0}
          x2={x}
          y2={geometry.bands[bottom]?.ground ?? 0}
          stroke="var(--faint)"
          strokeWidth={1.3}
          strokeDasharray="1.5 4.5"
        />
      );
    });
});

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
  /** The pulse whose counted word is lit. */
  const counted = useRef<number>(undefined);
  usePlayhead(playing, (at) => {
    const element = line.current;
    if (!element) return;
    const pulses = at && (follow ? follow(at) : at.pulses);
    const drawn = drawnTurns(timing) * timing.turnTicks;
    const point =
      pulses === undefined ? undefined : pointAt(geometry, (pulses * timing.ticksPerPulse) % drawn);
    element.style.visibility = point ? 'visible' : 'hidden';
    const pulse =
      point && pulses !== undefined
        ? Math.floor((pulses % (drawn / timing.ticksPerPulse)) + 1e-6)
        : undefined;
    if (pulse !== counted.current) {
      const line = element.parentElement;
      for (const word of line?.querySelectorAll('.count-now') ?? []) {
        word.classList.remove('count-now');
      }
      for (const word of line?.querySelectorAll(`.count[data-count="${pulse}"]`) ?? []) {
        word.classList.add('count-now');
      }
      counted.current = pulse;
    }
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

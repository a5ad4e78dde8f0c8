import { isAlike, numberAt } from '@stride/core/bounds';
import { type Counting, usualCounting } from '@stride/core/counting';
import {
  beatTicks,
  countingOf,
  type Force,
  type LayerGrid,
  type Rhythm,
  slotCount,
  type Timing,
} from '@stride/core/rhythm';
import type { Position } from '@stride/core/sound';
import { type KeyboardEvent, memo, type ReactNode, useMemo, useRef } from 'react';
import { Toolbar } from '../ui/Toolbar.tsx';
import { useAfterPaint } from '../ui/use-after-paint.ts';
import { useSame } from '../ui/use-same.ts';
import { useWidth } from '../ui/use-width.ts';
import { Backdrop } from './Backdrop.tsx';
import { drawnTurns, type Geometry, layOut, type System } from './geometry.ts';
import { LayerLine, type LayerLineProps } from './LayerLine.tsx';
import { Playhead } from './Playhead.tsx';
import type { Px } from './px.ts';
import { showsIn } from './rows.ts';
import { SlotGrid, type SlotGridProps, type SlotRef } from './SlotGrid.tsx';
import { type Thread, threadsOf } from './threads.ts';
import { isInSight, useInSight } from './use-in-sight.ts';
import './strideline.css';

/** Slots by the index of their layer. */
export type Lit = ReadonlyMap<number, ReadonlySet<number>>;

export interface StrideLineProps {
  readonly rhythm: Rhythm;
  readonly timing: Timing;
  readonly counting?: Counting;
  /** Where given, slots can be chosen; keys go to `onKeyDown`. */
  readonly choice?: {
    readonly at: SlotRef | undefined;
    readonly onChoose: (at: SlotRef, extend: boolean) => void;
    readonly onKeyDown: (event: KeyboardEvent) => void;
    /** The chosen stretch in each layer it reaches over. */
    readonly ranges?: ReadonlyMap<number, readonly [number, number]>;
    readonly onWeigh: (at: SlotRef, force: Force, hand: 'R' | 'L' | 'F') => void;
    readonly onSlide: (at: SlotRef, to: number) => void;
  };
  /** What a sentence speaks of; in these layers everything else steps back. */
  readonly lit?: Lit | undefined;
  readonly playing?: boolean;
  /** Takes a playing position for this drawing; undefined hides the play line. */
  readonly follow?: (at: Position<unknown>) => number | undefined;
  readonly scale?: number;
  /** Draws all of it, in sight or not. */
  readonly onPaper?: boolean;
  /** The first rows only, where the line is a small picture of the rhythm. */
  readonly mostRows?: number;
  /** What stands at the left of each layer, or above it where there is little room. */
  readonly label?: (layer: number) => ReactNode;
  readonly muted?: ReadonlySet<string>;
  /** Turns that are folded away. */
  readonly folded?: ReadonlySet<number>;
  /** What a screen draws under the last layer of each row, on the same axis. */
  readonly under?: {
    readonly height: number;
    readonly draw: (geometry: Geometry, system: System) => ReactNode;
  };
  /** What stands over the end of each turn, such as the side of a timeline it is on. */
  readonly turnLabels?: readonly string[] | undefined;
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
function slotHere(slot: number, grid: LayerGrid, { from, to }: System): number {
  const at = numberAt(grid.startTicks, slot);
  return at >= from && at < to ? slot : -1;
}

/** A rhythm of more slots than these is drawn where it is in sight only. */
const LONG = 500;

const UNTIED: readonly Thread[] = [];

const NARROW = 620;
const LABELS = 142;

/** The stride line: all layers of a rhythm on one axis. */
export function StrideLine(props: StrideLineProps) {
  const { rhythm, timing, choice, lit, label, muted, under } = props;
  const turnLabels = useSame(props.turnLabels);
  const frame = useRef<HTMLDivElement>(null);
  const width = useWidth(frame);
  const narrow = width > 0 && width < NARROW;
  const counting = props.counting ?? rhythm.counting ?? usualCounting(rhythm.cycle);
  const geometry = useSame(
    useMemo(() => {
      const whole = layOut(rhythm, timing, {
        width: width || 900,
        labels: label && !narrow ? LABELS : 0,
        nameAbove: Boolean(label) && narrow,
        scale: props.scale ?? 1,
        ...(props.folded ? { folded: props.folded } : {}),
        ...(under?.height ? { under: under.height } : {}),
        turnNames: rhythm.turns !== undefined || turnLabels !== undefined,
      });
      return { ...whole, systems: whole.systems.slice(0, props.mostRows) };
    }, [
      rhythm,
      timing,
      width,
      narrow,
      label,
      props.scale,
      props.folded,
      props.mostRows,
      turnLabels,
      under?.height,
    ]),
  );
  const layerIds = useSame(rhythm.layers.map((layer) => layer.id));
  const layerNames = useSame(rhythm.layers.map((layer) => layer.name));
  const beats = useSame(useMemo(() => beatTicks(rhythm.cycle, timing), [rhythm, timing]));

  const slots = rhythm.layers.reduce((sum, layer) => sum + slotCount(layer), 0);
  // On paper everything is drawn; on screen, of a long rhythm, what is in sight and the chosen slot.
  const sight = useInSight(frame, !props.onPaper && slots > LONG);
  const isChosenIn = (index: number, { from, to }: System): boolean => {
    const at = choice?.at;
    const ticks = at?.layer === index && timing.layers[index]?.startTicks[at.slot];
    return typeof ticks === 'number' && ticks >= from && ticks < to;
  };

  // The threads follow the stroke by a moment, so that the line answers the key at once.
  const tied = useAfterPaint(useMemo(() => ({ rhythm, timing }), [rhythm, timing]));
  const threads = useMemo(
    () => threadsOf(tied.rhythm, tied.timing, drawnTurns(tied.timing) * tied.timing.turnTicks),
    [tied],
  );
  // Those of other layers, or of another grid, would be drawn where nothing is.
  const isTied =
    tied.rhythm.layers.length === rhythm.layers.length &&
    tied.timing.ticksPerPulse === timing.ticksPerPulse;

  return (
    <div
      ref={frame}
      role="group"
      aria-label={`Stride line of ${rhythm.name}`}
      className="relative w-full font-text select-none"
      onKeyDown={choice?.onKeyDown}
    >
      {geometry.systems.map((system) => {
        const { from, top } = system;
        const seen = isInSight(sight, top, top + geometry.systemHeight);
        const at = choice?.at;
        if (!seen && !under && !(at && isChosenIn(at.layer, system)))
          return <Row key={from} height={geometry.systemHeight} />;
        return (
          <Row key={from} height={geometry.systemHeight}>
            {seen ? (
              <Backdrop
                cycle={rhythm.cycle}
                ticksPerPulse={timing.ticksPerPulse}
                geometry={geometry}
                system={system}
                counting={counting}
                second={rhythm.second}
                eduppu={rhythm.eduppu}
                threads={isTied ? threads : UNTIED}
                layerNames={layerNames}
                turns={rhythm.turns}
                turnLabels={turnLabels}
                names={label && system.top > 0 ? (narrow ? 'above' : 'beside') : undefined}
              />
            ) : null}
            {rhythm.layers.map((layer, index) => {
              const grid = timing.layers[index];
              const band = geometry.bands[index];
              if (!grid || !band) return null;
              const shown =
                isInSight(sight, system.top + band.top, system.top + band.bottom) ||
                isChosenIn(index, system);
              if (!shown) return null;
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
                  counting={layer.sayCounting ? countingOf(rhythm, layer) : counting}
                  sides={Boolean(label) && !narrow}
                  lit={lit?.get(index)}
                  quiet={muted?.has(layer.id) ?? false}
                  chosen={here && slotHere(here.slot, grid, system)}
                  range={rangeIn(choice?.ranges, index)}
                  entry={choice !== undefined && !choice.at && index === 0 && system.from === 0}
                  onChoose={choice?.onChoose}
                  onWeigh={choice?.onWeigh}
                  onSlide={choice?.onSlide}
                />
              );
            })}
            {under ? (
              <svg
                width={geometry.width}
                height={under.height}
                viewBox={`0 0 ${geometry.width} ${under.height}`}
                className="stride-layer"
                style={{ top: geometry.underTop }}
                role="presentation"
              >
                {under.draw(geometry, system)}
              </svg>
            ) : null}
          </Row>
        );
      })}
      <Playhead
        geometry={geometry}
        timing={timing}
        playing={props.playing ?? false}
        follow={props.follow}
      />
      {label ? <Labels geometry={geometry} ids={layerIds} narrow={narrow} label={label} /> : null}
    </div>
  );
}

interface LabelsProps {
  readonly geometry: Geometry;
  /** The layers, from the first. */
  readonly ids: readonly string[];
  readonly narrow: boolean;
  readonly label: (layer: number) => ReactNode;
}

/** What stands beside the lines of the first row. It rests while strokes are written. */
const Labels = memo(function Labels({ geometry, ids, narrow, label }: LabelsProps) {
  const [first] = geometry.systems;
  return (
    <Toolbar label="Layers" vertical>
      {ids.map((id, index) => {
        const band = geometry.bands[index];
        if (!band || !first) return null;
        const top = first.top + (narrow ? band.top - 4 : band.ground - 22);
        return (
          <div key={id} className="absolute left-0 w-[124px] max-sm:w-full" style={{ top }}>
            {label(index)}
          </div>
        );
      })}
    </Toolbar>
  );
});

interface RowProps {
  readonly height: Px;
  /** Nothing where it is out of sight. */
  readonly children?: ReactNode;
}

/** The place of one row of turns. */
const Row = memo(function Row({ height, children }: RowProps) {
  return (
    <div className="stride-row" style={{ height, containIntrinsicHeight: `${height}px` }}>
      {children}
    </div>
  );
});

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
        className={`stride-layer ${(props.chosen ?? -1) >= 0 ? 'stride-layer-chosen' : ''}`}
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
    isAlike(before, after, 'layer') &&
    !showsIn(after.system, after.grid, before.layer, after.layer),
);

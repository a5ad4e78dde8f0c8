import { nth, numberAt } from '@stride/core/bounds';
import { beatNumber, countBeat, countTurn, isPulseSystem } from '@stride/core/counting';
import { type Cycle, turnPulses } from '@stride/core/cycle';
import { type Family, instrumentOf, strokeKind } from '@stride/core/instrument';
import { placeOf, strides } from '@stride/core/read';
import {
  feltTicks,
  handOf,
  type Layer,
  type LayerGrid,
  type Stroke,
  sayOf,
} from '@stride/core/rhythm';
import { formatRational, rational, type Ticks } from '@stride/core/time';
import { Ground } from './Ground.tsx';
import { type Geometry, type LayerBand, roundsIn, type System, xIn } from './geometry.ts';
import { showsStrides, usesLeft } from './rows.ts';
import { StrokeMark } from './StrokeMark.tsx';
import { syllableRows } from './syllables.ts';

export interface LayerLineProps {
  readonly cycle: Cycle;
  readonly layer: Layer;
  readonly grid: LayerGrid;
  readonly band: LayerBand;
  readonly geometry: Geometry;
  readonly system: System;
  readonly beats: readonly Ticks[];
  readonly ticksPerPulse: number;
  /** Slots that a sentence speaks of; everything else steps back. */
  readonly lit?: ReadonlySet<number> | undefined;
  readonly quiet?: boolean;
  /** Writes R above and L below at the beginning of the line. */
  readonly sides?: boolean;
}

/** One layer in one row of turns: ground, ticks, strokes, strides, syllables. Nothing in it is touched. */
export function LayerLine(props: LayerLineProps) {
  const { layer, grid, band, geometry, system, beats, lit, quiet } = props;
  const { scale } = geometry;
  const { from, to } = system;
  const x = (ticks: Ticks) => xIn(geometry, system, ticks);
  const felt = feltTicks(layer, grid);
  const saidOn = syllableRows(layer, grid, geometry.pxPerTick / scale).bySlot;

  return (
    <g aria-hidden="true" opacity={quiet ? 0.35 : 1}>
      <Ground
        grid={grid}
        band={band}
        geometry={geometry}
        system={system}
        beats={beats}
        rings={layer.rings}
        sides={props.sides ?? false}
        below={usesLeft(layer)}
      />
      {roundsIn(system, grid.lengthTicks).map((round) => (
        <g key={round} opacity={round > 0 ? 0.5 : 1}>
          <Counted {...props} offset={round * grid.lengthTicks} from={from} to={to} x={x} />
          <MelodyStrip {...props} offset={round * grid.lengthTicks} from={from} to={to} x={x} />
          <Strides {...props} offset={round * grid.lengthTicks} from={from} to={to} x={x} />
          {layer.strokes.flatMap((stroke, index) => {
            const at = felt(stroke.slot) + round * grid.lengthTicks;
            // Nothing at all for those of other rows: over a gap in a list React has to look for all that follows.
            if (at < from || at >= to) return [];
            const second = layer.strokes[index - 1]?.slot === stroke.slot;
            return [
              <StrokeMark
                key={second ? `${stroke.slot}-${index}` : stroke.slot}
                family={familyOf(layer, stroke)}
                hand={handOf(layer, stroke)}
                stroke={stroke}
                x={x(at)}
                band={band}
                scale={scale}
                say={sayOf(layer, stroke)}
                sayRow={saidOn.get(stroke.slot) ?? 0}
                dim={lit !== undefined && !lit.has(stroke.slot)}
              />,
            ];
          })}
        </g>
      ))}
    </g>
  );
}

interface RoundProps extends LayerLineProps {
  readonly offset: Ticks;
  readonly from: Ticks;
  readonly to: Ticks;
  readonly x: (ticks: Ticks) => number;
}

/** The words of a layer that is counted in a system of its own, under its line. */
function Counted({ layer, grid, cycle, band, geometry, offset, from, to, x }: RoundProps) {
  const { sayCounting } = layer;
  if (!sayCounting || sayCounting === 'forces' || band.say === undefined) return null;
  const { scale, turnTicks } = geometry;
  const pulseTicks = turnTicks / turnPulses(cycle);
  return grid.startTicks.flatMap((start, slot) => {
    const at = start + offset;
    if (at < from || at >= to) return [];
    const { word, beat, uncounted } = placeOf(cycle, layer, grid, slot, sayCounting);
    if (uncounted) return [];
    const first = isPulseSystem(sayCounting)
      ? countTurn(sayCounting, cycle)[Math.floor((start % turnTicks) / pulseTicks)]?.word
      : countBeat(
          sayCounting,
          beatNumber(sayCounting, cycle, beat - 1),
          nth(layer.cells, numberAt(grid.cellOf, slot)).slots,
        )[0];
    return (
      <text
        key={at}
        className="count"
        data-count={Math.floor(at / pulseTicks)}
        x={x(at)}
        y={band.say}
        textAnchor="middle"
        fontSize={13 * scale}
        fontWeight={word === undefined ? 700 : 400}
        fill={word === undefined ? 'var(--ink)' : 'var(--quiet)'}
      >
        {word ?? first}
      </text>
    );
  });
}

/** The melody of several drums: a dot for each stroke at the height of its drum, joined in order. */
function MelodyStrip({ layer, grid, band, geometry, offset, from, to, x }: RoundProps) {
  const { melody } = band;
  const instrument = instrumentOf(layer);
  if (!melody || !instrument) return null;
  const { top, step, drums } = melody;
  const felt = feltTicks(layer, grid);
  const points = layer.strokes.flatMap((stroke) => {
    const at = felt(stroke.slot) + offset;
    const drum = strokeKind(instrument, stroke.kind)?.drum;
    if (drum === undefined || at < from || at >= to) return [];
    return [{ x: x(at), y: top + (drums - 1 - drum) * step }];
  });
  const { scale } = geometry;
  const dots = points.map((point) => `M${point.x} ${point.y} h0.01`).join(' ');
  return (
    <>
      <path
        d={Array.from(
          { length: drums },
          (_, drum) => `M${x(from)} ${top + drum * step} H${x(to)}`,
        ).join(' ')}
        stroke="var(--edge)"
        strokeWidth={scale}
      />
      <polyline
        points={points.map((point) => `${point.x},${point.y}`).join(' ')}
        fill="none"
        stroke="var(--faint)"
        strokeWidth={1.6 * scale}
      />
      <path d={dots} stroke="var(--ink)" strokeWidth={6.5 * scale} strokeLinecap="round" />
    </>
  );
}

/** Arcs with their lengths, where strokes leave gaps enough to be worth measuring. */
function Strides(props: RoundProps) {
  const { layer, grid, band, geometry, offset, from, to, x, ticksPerPulse } = props;
  if (!showsStrides(layer)) return null;
  const slots = [...new Set(layer.strokes.map((stroke) => stroke.slot))];
  const onsets = slots.map((slot) => numberAt(grid.startTicks, slot));
  const { scale } = geometry;
  return strides(onsets, grid.lengthTicks).flatMap((gap, index) => {
    const start = numberAt(onsets, index) + offset;
    if (start < from || start >= to) return [];
    const a = x(start);
    const b = x(Math.min(start + gap, to));
    const lift = 24 * scale;
    const said = formatRational(rational(gap, ticksPerPulse));
    return (
      <g key={start}>
        <path
          d={`M${a} ${band.ground} C${a} ${band.ground - lift} ${b} ${band.ground - lift} ${b} ${band.ground}`}
          fill="none"
          stroke="var(--metal)"
          strokeWidth={1.6 * scale}
        />
        {said.length * 6.5 * scale > b - a ? null : (
          <text
            x={(a + b) / 2}
            y={band.ground - 23 * scale}
            textAnchor="middle"
            fontSize={12.5 * scale}
            fontWeight="700"
            fill="var(--metal)"
          >
            {said}
          </text>
        )}
      </g>
    );
  });
}

function familyOf(layer: Layer, stroke: Stroke): Family {
  const instrument = instrumentOf(layer);
  return (instrument && strokeKind(instrument, stroke.kind)?.family) ?? 'voice';
}
